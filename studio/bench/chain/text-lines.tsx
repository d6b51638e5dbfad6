import { essenceOf } from './essence';
import { length } from '@ignis/core/definitions/number-parameters';
import { addInFront } from '@ignis/core/scene/edits/layer-edits';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { changeText, pathBeneath, putAlong } from '@ignis/core/scene/edits/text-edits';
import type { TextContent } from '@ignis/core/text/content';
import { alongParameters, paragraphParameters } from '@ignis/core/text/content';
import { isReady, layoutOf } from '@ignis/core/text/layout';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { Menu } from '../../ui/menu';
import { NumberField } from '../../ui/number-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import type { TextLayer } from './text-layer';
import { isLine } from '@ignis/core/scene/model/traits';
import { t } from '../../words/t';

const SIDE = {
  width: length(t`Width of the box`, 600, { min: 1, max: 1e6 }),
  height: length(t`Height of the box`, 300, { min: 1, max: 1e6 }),
};

/** How the lines stand: aligned, in a box, along a line of light. */
export function Lines({ layer }: { layer: TextLayer }) {
  const scene = useBenchThrottled((s) => s.scene);
  const { change, select, set } = useBench.getState();
  const { source } = layer;
  const { box, along } = source;
  const live = liveEdit(t`Change the lines`);
  const text = (next: (t: TextContent) => TextContent) => changeText(layer.id, next);
  const lines = everyLayer(scene.layers).filter(isLine);
  const line = lines.find((l) => l.id === along?.line);
  const size = layoutBox(layer);
  return (
    <Node
      title={t`Lines`}
      essence={() =>
        [
          essenceOf({ align: paragraphParameters.align }, source.paragraph),
          ...(line ? [t`along ${line.name}`] : box ? [t`in a box`] : []),
        ].join(' · ')
      }
    >
      <ParameterControls
        parameters={paragraphParameters}
        values={source.paragraph}
        onChange={(v) => live.change(text((t) => ({ ...t, paragraph: { ...t.paragraph, ...v } })))}
        onDone={live.done}
      />
      {!along && (
        <div className="flex min-h-7 items-center text-sm text-dim">
          {t`Box`}
          <span className="flex-1" />
          {box ? (
            <>
              {(['width', 'height'] as const).map((side) => (
                <NumberField
                  key={side}
                  value={box[side]}
                  parameter={SIDE[side]}
                  unit={false}
                  onChange={(v) =>
                    live.change(text((t) => ({ ...t, box: { ...t.box!, [side]: v } })))
                  }
                  onDone={live.done}
                />
              ))}
              <button
                type="button"
                className="rounded px-1.5 text-xs hover:text-ink"
                onClick={() =>
                  change(
                    t`Let the lines run`,
                    text((t) => ({ ...t, box: null })),
                  )
                }
              >
                {t`none`}
              </button>
            </>
          ) : (
            <button
              type="button"
              className="rounded px-1.5 hover:text-ink"
              onClick={() =>
                change(
                  t`Set in a box`,
                  text((t) => ({ ...t, box: size ?? { width: 600, height: 300 } })),
                )
              }
            >
              {t`none`}
            </button>
          )}
        </div>
      )}
      <div className="flex min-h-7 items-center text-sm text-dim">
        {t`Text path`}
        <span className="flex-1" />
        <Menu
          trigger={
            <button
              type="button"
              aria-label={t`Text path: ${line?.name ?? (along ? t`its line is gone` : t`none`)}`}
              className="max-w-40 truncate rounded px-1.5 text-ink hover:bg-raised"
            >
              {line?.name ?? (along ? t`its line is gone` : t`none`)}
            </button>
          }
          items={[
            {
              label: t`None`,
              disabled: !along,
              run: () => change(t`Stand free`, putAlong(layer.id, null)),
            },
            {
              label: t`A new curve`,
              run: () => {
                const curve = pathBeneath(layer, size);
                change(t`Run along a new curve`, (s) => {
                  addInFront([curve], layer.id, false)(s);
                  putAlong(layer.id, curve.id)(s);
                });
                select(curve.id);
                set({ mode: 'anchors' });
              },
            },
            null,
            ...lines.map((l) => ({
              label: l.name,
              disabled: l.id === along?.line,
              run: () => change(t`Run along ${l.name}`, putAlong(layer.id, l.id)),
            })),
          ]}
        />
      </div>
      {along && (
        <ParameterControls
          parameters={alongParameters}
          values={along.values}
          onChange={(v) =>
            live.change(
              text((t) => ({
                ...t,
                along: t.along && { ...t.along, values: { ...t.along.values, ...v } },
              })),
            )
          }
          onDone={live.done}
        />
      )}
    </Node>
  );
}

/** The size of a text that has none of its own, for a box to begin with. */
function layoutBox({ source }: TextLayer): { width: number; height: number } | null {
  if (!isReady(source) || source.content === '') return null;
  const { x0, y0, x1, y1 } = layoutOf(source).box;
  return { width: Math.ceil(x1 - x0) + 1, height: Math.ceil(y1 - y0) };
}
