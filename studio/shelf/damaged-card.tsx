import { TriangleAlert } from 'lucide-react';
import { hasScene, type SceneRecord } from '../storage/database';
import { Button } from '../ui/button';
import { t } from '../words/t';
import { language } from '../words/language';

/** What a record is called; one that was damaged may have lost its name. */
export const nameOf = (record: SceneRecord): string =>
  hasScene(record) ? record.scene.name : t`A damaged scene`;

/** All that a record holds, for those who can rescue it. */
export const whatIsThere = ({ id, scene }: SceneRecord): Blob =>
  new Blob([JSON.stringify({ id, scene }, null, 2)], { type: 'application/json' });

interface Props {
  record: SceneRecord;
  onSave(): void;
  onDelete(): void;
}

/** A scene of which the browser has lost so much that it has no name or size any more. */
export function DamagedCard({ record, onSave, onDelete }: Props) {
  return (
    <li aria-label={nameOf(record)}>
      <div className="flex aspect-[4/3] w-full flex-col items-center justify-center gap-2 rounded-xl border border-alarm/50 bg-panel px-4 text-center text-sm">
        <TriangleAlert size={22} className="text-alarm" aria-hidden />
        <p>{t`The browser has lost a part of this scene: it cannot be opened.`}</p>
        <div className="mt-1 flex gap-2">
          <Button onClick={onSave}>{t`Save what is there`}</Button>
          <Button look="plain" onClick={onDelete}>
            {t`Delete`}
          </Button>
        </div>
      </div>
      <div className="mt-1.5 py-1.5 text-sm">{nameOf(record)}</div>
      {record.changed > 0 && (
        <div className="text-xs text-dim">
          {new Date(record.changed).toLocaleString(language, {
            dateStyle: 'medium',
            timeStyle: 'short',
          })}
        </div>
      )}
    </li>
  );
}
