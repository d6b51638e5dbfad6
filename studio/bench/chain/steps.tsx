import { Trash2 } from 'lucide-react';
import { addStep, moveStep, removeStep, setStep } from '@ignis/core/scene/edits';
import { newStep } from '@ignis/core/scene/make';
import type { Layer } from '@ignis/core/scene/schema';
import { stepOfKind, steps } from '@ignis/core/steps/index';
import { liveEdit, useBench } from '../../state/bench';
import { Menu } from '../../ui/menu';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import { SortableItem, SortableList } from './sortable';

/** The steps of a layer in the order of computation, each with the controls its definition asks for. */
export function Steps({ layer }: { layer: Layer }) {
  const { change } = useBench.getState();
  return (
    <>
      <SortableList
        items={layer.steps}
        onCarry={(id, to) => change('Reorder the steps', moveStep(layer.id, id, to))}
      >
        {(step) => {
          const definition = stepOfKind(step.kind);
          const live = liveEdit(`Change ${definition.label}`);
          return (
            <SortableItem key={step.id} id={step.id}>
              {(grip) => (
                <div className="pb-3" data-step={step.kind}>
                  <Node
                    title={definition.label}
                    grip={grip}
                    on={step.enabled}
                    onToggle={() =>
                      change(
                        `Turn ${definition.label} ${step.enabled ? 'off' : 'on'}`,
                        setStep(layer.id, step.id, { enabled: !step.enabled }),
                      )
                    }
                    aside={
                      <button
                        type="button"
                        aria-label={`Remove ${definition.label}`}
                        title="Remove"
                        onClick={() =>
                          change(`Remove ${definition.label}`, removeStep(layer.id, step.id))
                        }
                        className="rounded p-1 hover:text-ink"
                      >
                        <Trash2 size={14} />
                      </button>
                    }
                  >
                    <ParameterControls
                      parameters={definition.parameters}
                      values={step.values}
                      onChange={(values) =>
                        live.change(
                          setStep(layer.id, step.id, { values: values as typeof step.values }),
                        )
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
                + add a step
              </button>
            }
            items={steps.map((s) => ({
              label: s.label,
              run: () => change(`Add ${s.label}`, addStep(layer.id, newStep(s.kind))),
            }))}
          />
        }
      />
    </>
  );
}
