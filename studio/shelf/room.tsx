import { useEffect, useState } from 'react';
import type { SceneRecord } from '../storage/database';
import { requestPersistence } from '../storage/persistence';
import type { Room, SceneSize } from '../storage/room';
import { TIGHT, inWords, roomNow, sceneSizes } from '../storage/room';
import { Button } from '../ui/button';
import { Dialog } from '../ui/dialog';
import { t } from '../words/t';

interface Props {
  records: readonly SceneRecord[];
  onSave(record: SceneRecord): void;
  onDelete(record: SceneRecord): void;
}

/** How much room the artist's scenes take up, and what can be done when it gets tight. */
export function RoomLine({ records, onSave, onDelete }: Props) {
  const [room, setRoom] = useState<Room | null>(null);
  const [sizes, setSizes] = useState<SceneSize[] | null>(null);
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    let isGone = false;
    void roomNow().then((r) => !isGone && setRoom(r));
    if (isOpen) void sceneSizes().then((s) => !isGone && setSizes(s));
    return () => {
      isGone = true;
    };
  }, [records, isOpen]);
  if (!room || records.length === 0) return null;

  const share = room.used / room.total;
  const isTight = share >= TIGHT;
  const take = t`${inWords(room.used)} of ${inWords(room.total)}`;
  return (
    <div
      role={isTight ? 'alert' : undefined}
      className={`mt-5 flex items-center gap-3 text-xs ${isTight ? 'rounded-lg border border-ember/60 bg-ember/10 px-4 py-2.5 text-sm' : 'text-dim'}`}
    >
      <span>
        {isTight
          ? t`The browser's room is nearly full: ${take}. Save large scenes as files, then delete them here.`
          : t`Your scenes take up ${take} that this browser gives.`}{' '}
        {!room.isPersistent && !isTight && t`It may clear them if its disk gets full.`}
      </span>
      {!room.isPersistent && !isTight && (
        <button
          type="button"
          className="text-ember-ink underline underline-offset-4"
          onClick={() => void requestPersistence().then(() => roomNow().then(setRoom))}
        >
          {t`Ask it to keep them`}
        </button>
      )}
      <button
        type="button"
        className="text-ember-ink underline underline-offset-4"
        onClick={() => setOpen(true)}
      >
        {t`What takes up the room`}
      </button>
      <Dialog
        open={isOpen}
        onOpenChange={setOpen}
        title={t`What takes up the room`}
        description={t`${take} · the largest scenes first, with their pictures and earlier states`}
        width="w-[560px]"
      >
        <ul>
          {sizes?.map(({ id, name, bytes }) => {
            const record = records.find((r) => r.id === id);
            return (
              record && (
                <li key={id} className="flex items-center gap-3 border-t border-line py-1.5">
                  <span className="min-w-0 flex-1 truncate text-sm">{name}</span>
                  <span className="w-16 text-right text-sm text-dim">{inWords(bytes)}</span>
                  <Button onClick={() => onSave(record)}>{t`Save as a file`}</Button>
                  <Button look="plain" onClick={() => onDelete(record)}>
                    {t`Delete`}
                  </Button>
                </li>
              )
            );
          })}
        </ul>
      </Dialog>
    </div>
  );
}
