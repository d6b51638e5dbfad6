import { essenceOf } from './essence';
import type { NumberParameter } from '@ignis/core/definitions/parameter';
import { length, percent, place } from '@ignis/core/definitions/number-parameters';
import type { Anchor, Path } from '@ignis/core/geometry/path';
import {
  addModifier,
  moveModifier,
  removeModifier,
  setGaps,
  setModifier,
  setPath,
  setShapeValues,
  toAnchors,
} from '@ignis/core/scene/edits/line-edits';
import { newModifier } from '@ignis/core/scene/model/make';
import type { Layer } from '@ignis/core/scene/model/schema';
import { modifiers } from '@ignis/core/modifiers/index';
import { shapeOfKind } from '@ignis/core/shapes/index';
import type { LineSource } from '@ignis/core/sources/line-source';
import type { KindValues } from '@ignis/core/sources/line-shape';
import { isPath } from '@ignis/core/sources/line-shape';
import { liveEdit, useBench } from '../../state/bench';
import { NumberField } from '../../ui/number-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { LiveList } from './live-list';
import { Node } from './node';
import { tip } from '../../ui/tip';
import { midSentence, plural, t } from '../../words/t';

type Line = Layer & { source: LineSource };

/** What a line is drawn along: the numbers of a ready shape, or anchors, which the stage shows. */
export function ShapeNode({ layer }: { layer: Line }) {
  const { shape } = layer.source;
  const { change } = useBench.getState();
  const isOneAnchor = useBench((s) => s.anchors.length === 1);
  if (isPath(shape)) {
    const anchors = shape.paths.reduce((n, p) => n + p.anchors.length, 0);
    const { length } = shape.paths;
    const said = plural(anchors, '# anchor', '# anchors');
    return (
      <Node title={t`Path`} aside={length > 1 ? t`${length} paths, ${said}` : said}>
        {(isOneAnchor || layer.source.gaps.length > 0) && (
          <>
            <ChosenAnchor layer={layer} paths={shape.paths} />
            <GapRow layer={layer} />
          </>
        )}
      </Node>
    );
  }
  const definition = shapeOfKind(shape.kind);
  const live = liveEdit(t`Change the ${midSentence(t(definition.label))}`);
  const { values } = shape as { values: KindValues };
  return (
    <Node
      title={t(definition.label)}
      essence={() => essenceOf(definition.parameters, values)}
      aside={
        <button
          type="button"
          {...tip(t`From then on it is edited anchor by anchor`)}
          onClick={() => change(t`Turn into anchors`, toAnchors(layer.id))}
          className="rounded px-1.5 text-xs hover:text-ink"
        >
          {t`turn into anchors`}
        </button>
      }
    >
      <ParameterControls
        parameters={definition.parameters}
        values={values}
        onChange={(v) => live.change(setShapeValues(layer.id, v as KindValues))}
        onDone={live.done}
      />
      <GapRow layer={layer} />
    </Node>
  );
}

/** How long the gaps of a line are, once there are any. */
function GapRow({ layer }: { layer: Line }) {
  const { gaps } = layer.source;
  const { change } = useBench.getState();
  const live = liveEdit(t`Change the gaps`);
  if (gaps.length === 0) return null;
  return (
    <div className="flex items-center gap-2 text-sm text-dim">
      {plural(gaps.length, '1 gap', '# gaps')}
      <NumberField
        value={gaps[0]!.size}
        parameter={GAP}
        onChange={(size) =>
          live.change(
            setGaps(
              layer.id,
              gaps.map((g) => ({ ...g, size })),
            ),
          )
        }
        onDone={live.done}
      />
      <button
        type="button"
        onClick={() => change(t`Close the gaps`, setGaps(layer.id, []))}
        className="ml-auto rounded px-1.5 text-xs hover:text-ink"
      >
        {t`close all`}
      </button>
    </div>
  );
}

const GAP = length(t`Length of the gaps`, 24, { max: 10_000 });

/** Where the chosen anchor lies, px of the line, and what a pen's pressure makes of the width there. */
function ChosenAnchor({ layer, paths }: { layer: Line; paths: readonly Path[] }) {
  const anchors = useBench((s) => s.anchors);
  const at = anchors.length === 1 ? anchors[0] : undefined;
  const path = at ? paths[at.path] : undefined;
  const anchor = at ? path?.anchors[at.index] : undefined;
  if (!at || !path || !anchor) return null;
  const live = liveEdit(t`Move an anchor`);
  const put = (values: Partial<Anchor>) =>
    live.change(
      setPath(
        layer.id,
        {
          ...path,
          anchors: path.anchors.map((a, i) => (i === at.index ? { ...a, ...values } : a)),
        },
        at.path,
      ),
    );
  const field = (
    parameter: NumberParameter,
    value: number,
    values: (v: number) => Partial<Anchor>,
  ) => (
    <NumberField
      value={value}
      parameter={parameter}
      unit={parameter.unit === '%'}
      onChange={(v) => put(values(v))}
      onDone={live.done}
    />
  );
  return (
    <div className="flex items-center justify-between text-sm text-dim [&_input]:w-12">
      <span className="flex items-baseline">X {field(ANCHOR_X, anchor.x, (x) => ({ x }))}</span>
      <span className="flex items-baseline">Y {field(ANCHOR_Y, anchor.y, (y) => ({ y }))}</span>
      <span className="flex items-baseline" {...tip(t(ANCHOR_WIDTH.help))}>
        {t`Width`} {field(ANCHOR_WIDTH, (anchor.width ?? 1) * 100, (v) => ({ width: v / 100 }))}
      </span>
    </div>
  );
}

const ANCHOR_X = place(t`X of the anchor`, 0);
const ANCHOR_Y = place(t`Y of the anchor`, 0);
const ANCHOR_WIDTH = {
  ...percent(t`Width at the anchor`, 100, 0, 1000),
  help: t`Of the width of each pass; it runs evenly from anchor to anchor.`,
};

/** The modifiers of a line. */
export const Modifiers = ({ layer }: { layer: Line }) => (
  <LiveList
    items={layer.source.modifiers}
    definitions={modifiers}
    addLabel={t`+ add a modifier`}
    add={(kind) => {
      const modifier = newModifier(kind);
      return { id: modifier.id, edit: addModifier(layer.id, modifier) };
    }}
    set={(id, values) => setModifier(layer.id, id, values)}
    remove={(id) => removeModifier(layer.id, id)}
    move={(id, to) => moveModifier(layer.id, id, to)}
  />
);
