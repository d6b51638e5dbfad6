import { FlipHorizontal2, FlipVertical2 } from 'lucide-react';
import type { NumberParameter } from '@ignis/core/definitions/parameter';
import type { Edit } from '@ignis/core/scene/edit';
import { ownBox } from '@ignis/core/scene/echoes';
import { flipLayer } from '@ignis/core/scene/arrange';
import { setPlacement } from '@ignis/core/scene/edits';
import { middleOf } from '@ignis/core/geometry/affine';
import type { Quad } from '@ignis/core/geometry/quad';
import { cornered, placed, repivoted } from '@ignis/core/scene/placement';
import type { Placement as Place } from '@ignis/core/definitions/placement';
import { MAX_SHEAR } from '@ignis/core/definitions/placement';
import type { Layer } from '@ignis/core/scene/schema';
import { liveEdit, useBench } from '../../state/bench';
import { useFonts } from '../../state/fonts';
import { NumberField } from '../../ui/number-field';
import { Node } from './node';

const number = (
  label: string,
  unit: NumberParameter['unit'],
  min: number,
  max: number,
  initial: number,
  step = 1,
): NumberParameter => ({
  kind: 'number',
  label,
  unit,
  min,
  max,
  step,
  default: initial,
});

const FIELDS = {
  x: number('X', 'px', -1e6, 1e6, 0),
  y: number('Y', 'px', -1e6, 1e6, 0),
  width: number('Width', '%', -100_000, 100_000, 100),
  height: number('Height', '%', -100_000, 100_000, 100),
  turn: number('Turn', '°', -360, 360, 0),
  shear: number('Shear', '°', -MAX_SHEAR, MAX_SHEAR, 0),
};

/** Where a layer stands: by numbers, and flips. */
export function Placement({ layer }: { layer: Layer }) {
  const { change } = useBench.getState();
  const pivot = useBench((s) => s.pivot);
  useFonts();
  const scene = useBench((s) => s.scene);
  const box = ownBox(scene, layer);
  if (!box) return null;
  const live = liveEdit('Place');
  const about = repivoted(layer.placement, pivot ?? middleOf(box));
  const set = (values: Partial<Place>): Edit => setPlacement(layer.id, { ...about, ...values });
  const p = layer.placement;
  const row = 'grid grid-cols-[52px_1fr_52px_1fr] items-center text-sm text-dim';
  const field = (
    name: keyof typeof FIELDS,
    value: number,
    values: (v: number) => Partial<Place>,
  ) => (
    <NumberField
      value={value}
      parameter={FIELDS[name]}
      onChange={(v) => live.change(set(values(v)))}
      onDone={live.done}
    />
  );
  const moved = JSON.stringify({ ...p, pivotX: 0, pivotY: 0 }) !== JSON.stringify(placed());
  return (
    <Node
      title="Place"
      aside={
        <>
          {moved && (
            <button
              type="button"
              onClick={() =>
                change('Reset the place', setPlacement(layer.id, placed(middleOf(box))))
              }
              className="rounded px-1.5 text-xs hover:text-ink"
            >
              reset
            </button>
          )}
          <button
            type="button"
            aria-label="Flip left to right"
            title="Flip left to right"
            onClick={() => change('Flip', flipLayer(layer.id, 'x'))}
            className="rounded p-1 hover:text-ink"
          >
            <FlipHorizontal2 size={15} />
          </button>
          <button
            type="button"
            aria-label="Flip top to bottom"
            title="Flip top to bottom"
            onClick={() => change('Flip', flipLayer(layer.id, 'y'))}
            className="rounded p-1 hover:text-ink"
          >
            <FlipVertical2 size={15} />
          </button>
        </>
      }
    >
      <div className={row}>
        X {field('x', about.x, (x) => ({ x }))}
        <span className="pl-2">Width</span>{' '}
        {field('width', about.scaleX * 100, (v) => ({ scaleX: v / 100 || 0.001 }))}
      </div>
      <div className={row}>
        Y {field('y', about.y, (y) => ({ y }))}
        <span className="pl-2">Height</span>{' '}
        {field('height', about.scaleY * 100, (v) => ({ scaleY: v / 100 || 0.001 }))}
      </div>
      <div className={row}>
        Turn {field('turn', about.rotation, (rotation) => ({ rotation }))}
        <span className="pl-2">Shear</span> {field('shear', about.shear, (shear) => ({ shear }))}
      </div>
      {p.corners && <CornerFields layer={layer} quad={p.corners.to} />}
    </Node>
  );
}

const CORNER_ROW = 'grid grid-cols-[104px_1fr_1fr] items-center text-dim';
const CORNERS = ['Top left', 'Top right', 'Bottom right', 'Bottom left'];

/** Where the corners of a layer are carried, px of its own. */
function CornerFields({ layer, quad }: { layer: Layer; quad: Quad }) {
  const live = liveEdit('Move a corner');
  const at = (corner: number, axis: 'x' | 'y') => (
    <NumberField
      value={Math.round(quad[corner]![axis] * 10) / 10}
      parameter={number(`${CORNERS[corner]!} ${axis.toUpperCase()}`, 'px', -1e6, 1e6, 0)}
      onChange={(v) =>
        live.change(
          setPlacement(
            layer.id,
            cornered(
              layer.placement,
              layer.placement.corners!.box,
              corner,
              { ...quad[corner]!, [axis]: v },
              false,
            ),
          ),
        )
      }
      onDone={live.done}
    />
  );
  return (
    <>
      <div className={`${CORNER_ROW} pt-1 text-xs`} aria-hidden>
        Corners <span className="px-1.5 text-right">X</span>
        <span className="px-1.5 text-right">Y</span>
      </div>
      {CORNERS.map((name, i) => (
        <div key={name} className={`${CORNER_ROW} text-sm`}>
          {name} {at(i, 'x')} {at(i, 'y')}
        </div>
      ))}
    </>
  );
}
