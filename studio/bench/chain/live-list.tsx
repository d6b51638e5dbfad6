import { Trash2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import type { Parameters, Value } from '@ignis/core/definitions/parameter';
import { essenceOf } from './essence';
import type { Edit } from '@ignis/core/scene/edits/edit';
import { liveEdit, useBench } from '../../state/bench';
import { setWhole, switchFold, useFolds } from '../../state/folds';
import { Menu, type MenuEntry } from '../../ui/menu';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import { SortableItem, SortableList, type Cards } from './sortable';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** One live operation of a list: a step of a layer, or a modifier of a line. */
interface Item {
  id: string;
  kind: string;
  enabled: boolean;
  values: Record<string, Value>;
}

interface Definition {
  kind: string;
  label: string;
  help: string;
  /** What it works on. */
  works?: string;
  parameters: Parameters;
  /** The values that matter most; left out, the first that count. */
  first?: readonly string[];
}

interface Props {
  items: readonly Item[];
  /** What there is to add, in the order of the menu. */
  definitions: readonly Definition[];
  /** What the menu of them is called. */
  addLabel: string;
  /** Whether those with many values are folded to their names, all but one. */
  folds?: boolean;
  /** The values with some changed; left out, just those. */
  onSet?(item: Item, values: Item['values']): Item['values'];
  /** What adds one from a menu. */
  add?(kind: string): { id: string; edit: Edit };
  set(id: string, values: { enabled?: boolean; values?: Item['values'] }): Edit;
  remove(id: string): Edit;
  move(id: string, to: number): Edit;
  /** Cards that one can be carried out to; left out, it stays in the list. */
  cards?: Cards;
  /** What adds one, in place of a menu. */
  adder?: React.ReactNode;
  /** Shows the picture up to an item while the pointer rests on its dot, and then as it is again. */
  peek?(id: string | null): void;
  /** How much of an item counts, %, which a drag of its name to the side changes; left out, all of it always. */
  amount?: { of(item: Item): number; set(item: Item, amount: number): Edit };
  /** What the controls of an item stand in. */
  around?: React.ComponentType<{ item: Item; children: React.ReactNode }>;
  /** What else can be done with an item, in a menu; left out, it can only be removed. */
  menu?(item: Item): MenuEntry[];
  /** What stands under the controls of an item. */
  after?(item: Item): React.ReactNode;
}

/** Live operations in the order of computation, each with the controls its definition asks for. */
export function LiveList({
  items,
  definitions,
  addLabel,
  folds = false,
  onSet = (_item, values) => values,
  add,
  set,
  remove,
  move,
  cards,
  adder,
  peek,
  amount,
  around: Around = Plain,
  menu,
  after,
}: Props) {
  const { change, set: setBench } = useBench.getState();
  const opened = useBench((s) => s.step);
  const { switched, whole } = useFolds();
  const list = useRef<HTMLDivElement>(null);
  // What was just added, or opened, is seen.
  useEffect(() => {
    list.current?.querySelector(`[data-item="${opened}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [opened]);
  return (
    <div ref={list}>
      <SortableList
        items={items}
        {...(cards && { cards })}
        onCarry={(id, to) => change(t`Change the order`, move(id, to))}
      >
        {(item) => {
          const definition = definitions.find((d) => d.kind === item.kind)!;
          const live = liveEdit(t`Change ${t(definition.label)}`);
          // Styles have many values; what pixels go through has few.
          const isOneOpen = folds && definition.works !== 'pixels';
          const isSwitched = switched.has(item.id);
          const isOpen = isOneOpen ? opened === item.id || isSwitched : !isSwitched;
          const fold = (open: boolean) => {
            switchFold(item.id, open === isOneOpen);
            if (!open && opened === item.id) setBench({ step: null });
          };
          const place = items.findIndex((i) => i.id === item.id);
          /** Carries it up the chain (−1) or down (1), if there is something to pass. */
          const carry = (by: number) =>
            items[place + by] && change(t`Change the order`, move(item.id, place + by));
          const onRemove = () => change(t`Remove ${t(definition.label)}`, remove(item.id));
          const entries =
            menu &&
            (() => [
              ...menu(item),
              ...(isOneOpen
                ? [
                    {
                      label: isSwitched
                        ? t`Fold when another opens`
                        : t`Keep it open beside others`,
                      run: () => switchFold(item.id, !isSwitched),
                    },
                  ]
                : []),
              {
                label: t`Move up`,
                hint: 'Alt ↑',
                disabled: place === 0,
                run: () => carry(-1),
              },
              {
                label: t`Move down`,
                hint: 'Alt ↓',
                disabled: place === items.length - 1,
                run: () => carry(1),
              },
              null,
              { label: t`Remove`, run: onRemove, danger: true },
            ]);
          return (
            <SortableItem key={item.id} id={item.id}>
              {(grip) => (
                <div
                  className="pb-3"
                  data-step={item.kind}
                  data-item={item.id}
                  onKeyDown={(e) => {
                    const by = e.altKey ? { ArrowUp: -1, ArrowDown: 1 }[e.key] : undefined;
                    // On a value arrows set that.
                    if (!by || (e.target as Element).matches('input, [role=slider]')) return;
                    e.preventDefault();
                    e.stopPropagation();
                    carry(by);
                  }}
                >
                  <Node
                    title={t(definition.label)}
                    about={`step:${item.kind}`}
                    grip={grip}
                    {...(entries && { menu: entries })}
                    on={item.enabled}
                    {...(peek && { onPeek: (on: boolean) => peek(on ? item.id : null) })}
                    {...(amount && {
                      pulled: {
                        amount: amount.of(item),
                        change: (to: number) => live.change(amount.set(item, to)),
                        done: live.done,
                      },
                    })}
                    onToggle={() => {
                      peek?.(null);
                      change(
                        item.enabled
                          ? t`Turn ${t(definition.label)} off`
                          : t`Turn ${t(definition.label)} on`,
                        set(item.id, { enabled: !item.enabled }),
                      );
                    }}
                    fold={{
                      isOpen,
                      toggle: () =>
                        isOneOpen && !isOpen ? setBench({ step: item.id }) : fold(!isOpen),
                      set: fold,
                    }}
                    aside={
                      <>
                        {!isOpen && (
                          <>
                            <Swatch values={item.values} />
                            <span className="truncate text-xs">
                              {essenceOf(definition.parameters, item.values)}
                            </span>
                          </>
                        )}
                        {amount && amount.of(item) < 100 && (
                          <span className="text-xs tabular-nums">{amount.of(item)} %</span>
                        )}
                        {!entries && (
                          <button
                            type="button"
                            aria-label={t`Remove ${t(definition.label)}`}
                            {...tip(t`Remove`)}
                            onClick={onRemove}
                            className="shrink-0 rounded p-1 hover:text-ink"
                          >
                            <Trash2 size={14} />
                          </button>
                        )}
                      </>
                    }
                  >
                    {isOpen && (
                      <Around item={item}>
                        <ParameterControls
                          marksChanged
                          brief={{
                            first: definition.first ?? [],
                            isOpen: item.kind in whole,
                            onOpen: (all) => setWhole(item.kind, all),
                          }}
                          parameters={definition.parameters}
                          values={item.values}
                          onChange={(values) =>
                            live.change(
                              set(item.id, { values: onSet(item, values as Item['values']) }),
                            )
                          }
                          onDone={live.done}
                          edits={(values) =>
                            set(item.id, { values: onSet(item, values as Item['values']) })
                          }
                        />
                      </Around>
                    )}
                    {isOpen && after?.(item)}
                  </Node>
                </div>
              )}
            </SortableItem>
          );
        }}
      </SortableList>
      <Node
        on={false}
        title={
          adder ??
          (add && (
            <Menu
              align="start"
              trigger={
                <button
                  type="button"
                  className="-ml-1 rounded px-1 font-normal text-dim hover:text-ink"
                >
                  {addLabel}
                </button>
              }
              items={definitions.map((d) => ({
                label: t(d.label),
                run: () => change(t`Add ${t(d.label)}`, add(d.kind).edit),
              }))}
            />
          ))
        }
      />
    </div>
  );
}

const Plain = ({ children }: { children: React.ReactNode }) => children;

/** The colour of something folded, if it has one. */
function Swatch({ values }: { values: Item['values'] }) {
  const colour = values.colour ?? values.highlight;
  const one = values.paint === undefined || values.paint === 'one';
  if (typeof colour !== 'string' || !one || values.ramped === true) return null;
  return (
    <span
      className="size-3 shrink-0 rounded-full border border-line"
      style={{ background: colour }}
    />
  );
}
