import { Download, FolderOpen, Plus, Trash2 } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { LibrarySort } from '@ignis/core/collection/entry';
import {
  MAX_ENTRY_NAME,
  entriesFor,
  librarySorts,
  sortOf,
  tagsIn,
} from '@ignis/core/collection/entry';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { download } from '../../files/download';
import { useBench } from '../../state/bench';
import { tellFailure, withoutIt } from '../../state/failure';
import {
  listLibrary,
  putInLibrary,
  removeFromLibrary,
  type LibraryItem,
} from '../../storage/library';
import { BlobPicture } from '../../ui/blob-picture';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FileInput } from '../../ui/file-input';
import { IconButton } from '../../ui/icon-button';
import { NameField } from '../../ui/name-field';
import { SearchField } from '../../ui/search-field';
import {
  bringInLibrary,
  libraryFile,
  pictureOfThing,
  saveLayer,
  saveTemplate,
  takeFromLibrary,
} from './library';
import { plural, t } from '../../words/t';
import { HelpMark } from '../../help/help-mark';

/** Whatever the artist wants to use again, in this scene and in others. */
export default function LibraryDialog({ onClose }: { onClose(): void }) {
  const navigate = useNavigate();
  const scene = useBench((s) => s.scene);
  const selected = useBench((s) => s.selected);
  const [items, setItems] = useState<LibraryItem[] | null>(null);
  const [text, setText] = useState('');
  const [sort, setSort] = useState<LibrarySort | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const refresh = useCallback(async () => setItems(await listLibrary()), []);
  useEffect(() => {
    void refresh().catch(withoutIt('The library could not be read'));
  }, [refresh]);

  const layer = findLayer(scene, selected);
  const all = items ?? [];
  const shown = entriesFor(all, text, sort);
  /** Does something, shows the library anew, and says what went wrong. */
  const attempt = (what: string, task: () => Promise<unknown>) =>
    void task()
      .then(refresh)
      .catch((error: unknown) => tellFailure(what, error));
  const take = (item: LibraryItem) =>
    void takeFromLibrary(item)
      .then((used) => {
        onClose();
        if (used.kind === 'scene') void navigate(`/scene/${used.id}`);
      })
      .catch((error: unknown) => tellFailure(t`“${item.name}” could not be used`, error));
  const remove = async (item: LibraryItem) => {
    await removeFromLibrary(item);
    toast(t`“${item.name}” is no longer in the library`, {
      action: { label: t`Undo`, onClick: () => void putInLibrary(item).then(refresh) },
      duration: 10_000,
    });
  };
  const bringIn = async (file: File) => {
    const count = await bringInLibrary(file);
    toast.success(
      count === 0
        ? t`All of it is in your library already`
        : t`${plural(count, 'One thing was', '# things were')} added to your library`,
    );
  };

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={t`Library`}
      mark={<HelpMark about="panel:library" />}
      description={t`Layers, looks, brushes and whole scenes to use again. A click uses one here; its name and tags find it.`}
      width="w-[1100px]"
    >
      <div className="mb-4 flex flex-wrap items-center gap-2">
        <Button
          look="ember"
          disabled={!layer}
          onClick={() => layer && attempt(t`The layer could not be saved`, () => saveLayer(layer))}
        >
          <Plus size={15} /> {layer ? t`Save “${shortName(layer.name)}”` : t`Save the layer`}
        </Button>
        <Button onClick={() => attempt(t`The scene could not be saved`, () => saveTemplate(scene))}>
          <Plus size={15} /> {t`Save the scene as a template`}
        </Button>
        <span className="flex-1" />
        <Button look="plain" onClick={() => chooser.current?.click()}>
          <FolderOpen size={15} /> {t`Bring in a library`}
        </Button>
        <Button
          look="plain"
          disabled={all.length === 0}
          onClick={() =>
            attempt(t`The library could not be saved`, async () =>
              download(await libraryFile(all), 'Library.ignis-library'),
            )
          }
        >
          <Download size={15} /> {t`Save it as a file`}
        </Button>
        <FileInput
          ref={chooser}
          label={t`Bring in a library`}
          accept=".ignis-library"
          onFiles={([file]) =>
            file && attempt(t`That could not be brought in`, () => bringIn(file))
          }
        />
      </div>
      <div className="flex gap-5">
        <div className="flex w-44 shrink-0 flex-col gap-3">
          <SearchField
            label={t`Search the library`}
            placeholder={t`Name or tag`}
            value={text}
            onChange={setText}
          />
          <Sorts items={all} sort={sort} onSort={setSort} />
          <Tags items={all} text={text} onText={setText} />
        </div>
        <div className="h-[520px] min-w-0 flex-1 overflow-y-auto pr-1">
          {items !== null && shown.length === 0 && (
            <p className="grid h-full place-items-center text-center text-dim">
              {all.length === 0 ? (
                <>
                  {t`Nothing is in it yet. Save a layer that you want in other scenes, or this scene, to begin others with it.`}
                </>
              ) : (
                t`Nothing in the library is called that.`
              )}
            </p>
          )}
          <ul
            aria-label={t`Library`}
            className="grid grid-cols-[repeat(auto-fill,minmax(190px,1fr))] gap-3"
          >
            {shown.map((item) => (
              <Card
                key={item.id}
                item={item}
                onTake={() => take(item)}
                onChange={(change) =>
                  attempt(t`It could not be changed`, () => putInLibrary({ ...item, ...change }))
                }
                onRemove={() => attempt(t`It could not be deleted`, () => remove(item))}
              />
            ))}
          </ul>
        </div>
      </div>
    </Dialog>
  );
}

const shortName = (name: string) => (name.length > 22 ? `${name.slice(0, 21)}…` : name);

/** What sorts of things there are, and how many of each. */
function Sorts({
  items,
  sort,
  onSort,
}: {
  items: readonly LibraryItem[];
  sort: LibrarySort | null;
  onSort(sort: LibrarySort | null): void;
}) {
  const counts = new Map<LibrarySort, number>();
  for (const { thing } of items) counts.set(sortOf(thing), (counts.get(sortOf(thing)) ?? 0) + 1);
  const row = (label: string, value: LibrarySort | null, count: number) => (
    <button
      key={label}
      type="button"
      aria-pressed={sort === value}
      onClick={() => onSort(value)}
      className="flex w-full items-baseline justify-between rounded px-2 py-1 text-left text-sm text-dim hover:bg-raised hover:text-ink aria-pressed:bg-ember/15 aria-pressed:text-ember-ink"
    >
      {label} <span className="text-xs">{count}</span>
    </button>
  );
  return (
    <div role="group" aria-label={t`What to show`}>
      {row(t`All`, null, items.length)}
      {librarySorts.map(({ sort: value, label }) => {
        const count = counts.get(value) ?? 0;
        return count > 0 && row(t(label), value, count);
      })}
    </div>
  );
}

/** The tags that are in use; a click looks for one. */
function Tags({
  items,
  text,
  onText,
}: {
  items: readonly LibraryItem[];
  text: string;
  onText(text: string): void;
}) {
  const tags = [...new Set(items.flatMap((i) => i.tags))].sort();
  if (tags.length === 0) return null;
  return (
    <div role="group" aria-label={t`Tags`} className="flex flex-wrap gap-1">
      {tags.slice(0, 40).map((tag) => (
        <button
          key={tag}
          type="button"
          aria-pressed={text === tag}
          onClick={() => onText(text === tag ? '' : tag)}
          className="rounded-full border border-line px-2 py-0.5 text-xs text-dim hover:text-ink aria-pressed:border-ember aria-pressed:text-ember-ink"
        >
          {tag}
        </button>
      ))}
    </div>
  );
}

function Card({
  item,
  onTake,
  onChange,
  onRemove,
}: {
  item: LibraryItem;
  onTake(): void;
  onChange(change: Pick<LibraryItem, 'name'> | Pick<LibraryItem, 'tags'>): void;
  onRemove(): void;
}) {
  const { name, tags, thing, thumbnail } = item;
  const [made, setMade] = useState<Blob | null>(null);
  useEffect(() => {
    if (thumbnail) return;
    let gone = false;
    void pictureOfThing(thing).then(
      (blob) => !gone && setMade(blob),
      withoutIt('The picture of something in the library failed'),
    );
    return () => void (gone = true);
    // A thing that is only renamed looks as it did.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [item.id]);
  const { one } = librarySorts.find((s) => s.sort === sortOf(thing))!;
  return (
    <li className="overflow-hidden rounded-lg border border-line bg-panel">
      <button
        type="button"
        aria-label={t`Use ${name}`}
        onClick={onTake}
        className="grid aspect-[3/2] w-full place-items-center overflow-hidden bg-raised hover:brightness-125"
      >
        <BlobPicture blob={thumbnail ?? made} className="check-small max-h-full max-w-full" />
      </button>
      <div className="px-2 pt-1 pb-1.5">
        <div className="flex items-center">
          <NameField
            label={t`Name of ${name}`}
            value={name}
            most={MAX_ENTRY_NAME}
            onChange={(to) => onChange({ name: to })}
            className="-ml-1 min-w-0 flex-1 text-sm"
          />
          <IconButton label={t`Take ${name} out of the library`} onClick={onRemove}>
            <Trash2 size={13} />
          </IconButton>
        </div>
        <div className="flex items-center gap-1 text-xs text-dim">
          <span className="shrink-0">{t(one)}</span>
          <NameField
            label={t`Tags of ${name}`}
            placeholder={t`· add tags`}
            value={tags.join(', ')}
            onChange={(text) => onChange({ tags: tagsIn(text) })}
            className="w-full placeholder:text-dim/80 focus:text-ink"
          />
        </div>
      </div>
    </li>
  );
}
