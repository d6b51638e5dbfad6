import { Trash2 } from 'lucide-react';
import type { Parameters, Value } from '@ignis/core/definitions/parameter';
import type { Edit } from '@ignis/core/scene/edit';
import { liveEdit, useBench } from '../../state/bench';
import { Menu } from '../../ui/menu';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import { SortableItem, SortableList } from './sortable';

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
  parameters: Parameters;
}

interface Props {
  items: readonly Item[];
  /** What there is to add, in the order of the menu. */
  definitions: readonly Definition[];
  /** One of them, as `step` or `modifier`. */
  word: string;
  add(kind: string): Edit;
  set(id: string, values: { enabled?: boolean; values?: Item['values'] }): Edit;
  remove(id: string): Edit;
  move(id: string, to: number): Edit;
}

/** Live operations in the order of computation, each with the controls its definition asks for. */
export function LiveList({ items, definitions, word, add, set, remove, move }: Props) {
  const { change } = useBench.getState();
  return (
    <>
      <SortableList
        items={items}
        onCarry={(id, to) => change(`Reorder the ${word}s`, move(id, to))}
      >
        {(item) => {
          const definition = definitions.find((d) => d.kind === item.kind)!;
          const live = liveEdit(`Change ${definition.label}`);
          return (
            <SortableItem key={item.id} id={item.id}>
              {(grip) => (
                <div className="pb-3" data-step={item.kind}>
                  <Node
                    title={definition.label}
                    grip={grip}
                    on={item.enabled}
                    onToggle={() =>
                      change(
                        `Turn ${definition.label} ${item.enabled ? 'off' : 'on'}`,
                        set(item.id, { enabled: !item.enabled }),
                      )
                    }
                    aside={
                      <button
                        type="button"
                        aria-label={`Remove ${definition.label}`}
                        title="Remove"
                        onClick={() => change(`Remove ${definition.label}`, remove(item.id))}
                        className="rounded p-1 hover:text-ink"
                      >
                        <Trash2 size={14} />
                      </button>
                    }
                  >
                    <ParameterControls
                      parameters={definition.parameters}
                      values={item.values}
                      onChange={(values) =>
                        live.change(set(item.id, { values: values as Item['values'] }))
                      }
                      onDone={live.done}
                    />
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
          <Menu
            align="start"
            trigger={
              <button
                type="button"
                className="-ml-1 rounded px-1 font-normal text-dim hover:text-ink"
              >
                + add a {word}
              </button>
            }
            items={definitions.map((d) => ({
              label: d.label,
              run: () => change(`Add ${d.label}`, add(d.kind)),
            }))}
          />
        }
      />
    </>
  );
}
