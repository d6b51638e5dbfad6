import { Search, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { sorts } from '@ignis/core/scene/arrange/sought';
import { endStripSearch, useStripSearch } from '../../state/strip-search';
import { nameMark } from '@ignis/core/scene/edits/mark-edits';
import type { MarkColour } from '@ignis/core/scene/model/marks';
import { MAX_MARK_NAME, markColours } from '@ignis/core/scene/model/marks';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';
import { MARK_CSS, markName } from '../../ui/marks';
import { NameField } from '../../ui/name-field';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** Finds layers on the strip by name and by what they are. */
export function StripSearch({
  found,
  all,
  onFirst,
}: {
  /** How many are found; null where nothing is looked for. */
  found: number | null;
  all: number;
  /** Called to choose the first that is found. */
  onFirst(): void;
}) {
  const { name, sorts: chosen, marks, isOpen } = useStripSearch();
  const set = useStripSearch.setState;
  return (
    <div className="flex items-center gap-0.5 text-xs text-dim">
      <Popover.Root open={isOpen} onOpenChange={(open) => set({ isOpen: open })}>
        <Popover.Trigger
          aria-label={t`Find layers`}
          {...tip(t`Find layers ( / )`)}
          className={`flex items-center gap-1.5 rounded px-1.5 py-1 hover:bg-raised hover:text-ink ${found === null ? '' : 'text-ember-ink'}`}
        >
          <Search size={14} />
          <span>{found === null ? t`find` : t`${found} of ${all}`}</span>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            aria-label={t`Find layers`}
            side="left"
            align="end"
            sideOffset={6}
            collisionPadding={10}
            className="z-50 w-72 rounded-lg border border-line bg-panel p-3 shadow-2xl"
          >
            <form
              onSubmit={(e) => {
                e.preventDefault();
                onFirst();
                set({ isOpen: false });
              }}
            >
              <input
                value={name}
                placeholder={t`Name`}
                aria-label={t`Name of the layers`}
                onChange={(e) => set({ name: e.target.value })}
                className="w-full rounded bg-ground px-2 py-1.5 text-sm"
              />
            </form>
            <div className="flex flex-wrap gap-1 pt-2">
              {sorts.map((sort) => (
                <button
                  key={sort}
                  type="button"
                  aria-pressed={chosen.includes(sort)}
                  onClick={() =>
                    set({
                      sorts: chosen.includes(sort)
                        ? chosen.filter((s) => s !== sort)
                        : [...chosen, sort],
                    })
                  }
                  className={`rounded-full border px-2.5 text-xs leading-6 ${chosen.includes(sort) ? 'border-ember/60 text-ember-ink' : 'border-line text-dim hover:text-ink'}`}
                >
                  {sort}
                </button>
              ))}
            </div>
            <Marks
              chosen={marks}
              onChoose={(colour) =>
                set({
                  marks: marks.includes(colour)
                    ? marks.filter((m) => m !== colour)
                    : [...marks, colour],
                })
              }
            />
            <p className="pt-2 text-xs text-dim" role="status">
              {found === null ? t`${all} layers` : t`${found} of ${all} layers`}
            </p>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {found !== null && (
        <button
          type="button"
          aria-label={t`Show all layers`}
          data-tip={t`Show all layers`}
          onClick={endStripSearch}
          className="rounded p-1 hover:text-ink"
        >
          <X size={13} />
        </button>
      )}
    </div>
  );
}

/** The marks that the scene uses: a click looks for those that have one, and each can be named. */
function Marks({
  chosen,
  onChoose,
}: {
  chosen: readonly MarkColour[];
  onChoose(colour: MarkColour): void;
}) {
  const scene = useBench((s) => s.scene);
  const used = new Set(everyLayer(scene.layers).map((l) => l.mark));
  const marks = markColours.filter((c) => used.has(c));
  if (marks.length === 0) return null;
  const { change } = useBench.getState();
  return (
    <ul aria-label={t`Marks`} className="flex flex-col gap-0.5 pt-2">
      {marks.map((colour) => {
        const name = markName(colour, scene.markNames);
        return (
          <li key={colour} className="flex items-center gap-2">
            <button
              type="button"
              aria-pressed={chosen.includes(colour)}
              aria-label={t`Only ${name}`}
              data-tip={t`Only ${name}`}
              onClick={() => onChoose(colour)}
              className="grid size-6 place-items-center rounded-full border border-transparent aria-pressed:border-ember"
            >
              <span className="size-3.5 rounded-full" style={{ background: MARK_CSS[colour] }} />
            </button>
            <NameField
              label={t`Name of the ${colour} mark`}
              value={name}
              most={MAX_MARK_NAME}
              onChange={(to) => change(t`Name a mark`, nameMark(colour, to))}
              className="flex-1 text-sm"
            />
          </li>
        );
      })}
    </ul>
  );
}
