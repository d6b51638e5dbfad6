import { Ellipsis } from 'lucide-react';
import type { SceneRecord } from '../storage/database';
import { BlobPicture } from '../ui/blob-picture';
import { Button } from '../ui/button';
import { Menu, WithContextMenu, type MenuEntry } from '../ui/menu';
import { NameField } from '../ui/name-field';
import { t } from '../words/t';
import { language } from '../words/language';

interface Props {
  record: SceneRecord;
  onOpen(): void;
  onRename(name: string): void;
  onDuplicate(): void;
  onSave(): void;
  onDelete(): void;
}

/** One of the artist's scenes on the shelf. */
export function SceneCard({ record, onOpen, onRename, onDuplicate, onSave, onDelete }: Props) {
  const { scene, thumbnail } = record;
  const items: MenuEntry[] = [
    { label: t`Open`, run: onOpen },
    { label: t`Duplicate`, run: onDuplicate },
    { label: t`Save as a file`, run: onSave },
    null,
    { label: t`Delete`, run: onDelete, danger: true },
  ];
  return (
    <WithContextMenu items={items}>
      <li className="group">
        <button
          type="button"
          onClick={onOpen}
          aria-label={t`Open ${scene.name}`}
          className="grid aspect-[4/3] w-full place-items-center overflow-hidden bg-panel rounded-xl border border-line transition hover:border-dim"
        >
          <BlobPicture blob={thumbnail} className="check-small max-h-full max-w-full" />
        </button>
        <div className="mt-1.5 flex items-center">
          <NameField
            label={t`Name of ${scene.name}`}
            value={scene.name}
            onChange={onRename}
            className="-ml-1 flex-1"
          />
          <Menu
            trigger={
              <Button look="icon" className="size-7" aria-label={t`More about ${scene.name}`}>
                <Ellipsis size={16} />
              </Button>
            }
            items={items}
          />
        </div>
        <div className="text-xs text-dim">
          {new Date(record.changed).toLocaleString(language, {
            dateStyle: 'medium',
            timeStyle: 'short',
          })}{' '}
          · {scene.width} × {scene.height}
        </div>
      </li>
    </WithContextMenu>
  );
}
