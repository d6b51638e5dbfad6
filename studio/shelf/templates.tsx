import { useEffect, useState } from 'react';
import { takenScene, type LibraryThing } from '@ignis/core/collection/entry';
import type { Scene } from '@ignis/core/scene/model/schema';
import { tellFailure, withoutIt } from '../state/failure';
import { listTemplates, type LibraryItem } from '../storage/library';
import { BlobPicture } from '../ui/blob-picture';
import { t } from '../words/t';

/** The artist's templates, each of which begins a scene; nothing if there are none. */
export default function Templates({ onTake }: { onTake(scene: Scene): void }) {
  const [templates, setTemplates] = useState<LibraryItem[]>([]);
  useEffect(() => {
    listTemplates().then(setTemplates, withoutIt('The library could not be read'));
  }, []);
  const take = (name: string, thing: LibraryThing) => {
    if (thing.kind !== 'template') return;
    try {
      onTake({ ...takenScene(thing.scene), name });
    } catch (error) {
      tellFailure(t`“${name}” could not be used`, error);
    }
  };
  if (templates.length === 0) return null;
  return (
    <section aria-labelledby="templates" className="mt-5 border-t border-line pt-4">
      <h3 id="templates" className="mb-2 text-sm text-dim">
        {t`Or begin with a template of yours`}
      </h3>
      <ul className="grid max-h-56 grid-cols-3 gap-2 overflow-y-auto">
        {templates.map(({ id, name, thing, thumbnail }) => (
          <li key={id}>
            <button
              type="button"
              onClick={() => take(name, thing)}
              className="block w-full rounded-lg border border-line p-1 text-left hover:border-dim"
            >
              <span className="grid aspect-[3/2] place-items-center overflow-hidden rounded bg-raised">
                <BlobPicture blob={thumbnail} className="check-small max-h-full max-w-full" />
              </span>
              <span className="mt-1 block truncate px-1 text-sm">{name}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
