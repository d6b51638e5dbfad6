import { Dialog } from '../../ui/dialog';
import { t } from '../../words/t';

/** A file that holds several fonts, and what is done with the one that is chosen: its number, or null for none. */
export interface Collection {
  name: string;
  titles: readonly string[];
  choose(face: number | null): void;
}

/** Asks which font of a collection to bring in. */
export function CollectionChoice({ collection }: { collection: Collection }) {
  const { name, titles, choose } = collection;
  return (
    <Dialog
      title={t`Which font?`}
      description={t`${name} holds ${titles.length} fonts. One is brought in.`}
      open
      onOpenChange={(open) => !open && choose(null)}
    >
      <ul className="flex max-h-[50vh] flex-col overflow-y-auto">
        {titles.map((title, i) => (
          <li key={i}>
            <button
              type="button"
              className="w-full rounded-md px-3 py-2 text-left hover:bg-raised"
              onClick={() => choose(i)}
            >
              {title}
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
