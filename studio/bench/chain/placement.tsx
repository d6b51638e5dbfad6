import { place } from '@ignis/core/definitions/number-parameters';
import { FlipHorizontal2, FlipVertical2 } from 'lucide-react';
import type { Edit } from '@ignis/core/scene/edits/edit';
import { ownBox } from '@ignis/core/scene/bound/bind';
import { flipLayer } from '@ignis/core/scene/arrange/arrange';
import { setPlacement } from '@ignis/core/scene/edits/layer-edits';
import { middleOf } from '@ignis/core/geometry/affine';
import type { Quad } from '@ignis/core/geometry/quad';
import { cornered, placed, repivoted } from '@ignis/core/scene/arrange/placement';
import type { Placement as Place } from '@ignis/core/definitions/placement';
import type { Layer } from '@ignis/core/scene/model/schema';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { useFonts } from '../../state/fonts';
import { NumberField } from '../../ui/number-field';
import { PlaceFields } from '../../ui/place-fields';
import { Node } from './node';
import { t } from '../../words/t';

/** Where a layer stands, and what else was done to it, in a few words. */
function essenceOfPlace({ x, y, scaleX, scaleY, rotation }: Place): string {
  const turned = Math.round(rotation);
  return [
    `x ${Math.round(x)} · y ${Math.round(y)}`,
    ...(scaleX !== 1 || scaleY !== 1 ? [`${Math.round(scaleX * 100)} %`] : []),
    ...(turned !== 0 ? [t`turned ${turned}°`] : []),
  ].join(' · ');
}

/** Where a layer stands: by numbers, and flips. */
export function Placement({ layer }: { layer: Layer }) {
  const { change } = useBench.getState();
  const pivot = useBench((s) => s.pivot);
  useFonts();
  const scene = useBenchThrottled((s) => s.scene);
  const box = ownBox(scene, layer);
  if (!box) return null;
  const live = liveEdit(t`Place`);
  const about = repivoted(layer.placement, pivot ?? middleOf(box));
  const set = (values: Partial<Place>): Edit => setPlacement(layer.id, { ...about, ...values });
  const p = layer.placement;
  const moved = JSON.stringify({ ...p, pivotX: 0, pivotY: 0 }) !== JSON.stringify(placed());
  return (
    <Node
      title={t`Place`}
      essence={() => essenceOfPlace(p)}
      aside={
        <>
          {moved && (
            <button
              type="button"
              onClick={() =>
                change(t`Reset the place`, setPlacement(layer.id, placed(middleOf(box))))
              }
              className="rounded px-1.5 text-xs hover:text-ink"
            >
              {t`reset`}
            </button>
          )}
          <button
            type="button"
            aria-label={t`Flip left to right`}
            data-tip={t`Flip left to right`}
            onClick={() => change(t`Flip`, flipLayer(layer.id, 'x'))}
            className="rounded p-1 hover:text-ink"
          >
            <FlipHorizontal2 size={15} />
          </button>
          <button
            type="button"
            aria-label={t`Flip top to bottom`}
            data-tip={t`Flip top to bottom`}
            onClick={() => change(t`Flip`, flipLayer(layer.id, 'y'))}
            className="rounded p-1 hover:text-ink"
          >
            <FlipVertical2 size={15} />
          </button>
        </>
      }
    >
      <PlaceFields
        place={about}
        onChange={(values) => live.change(set(values))}
        onDone={live.done}
      />
      {p.corners && <CornerFields layer={layer} quad={p.corners.to} />}
    </Node>
  );
}

const CORNER_ROW = 'grid grid-cols-[104px_1fr_1fr] items-center text-dim';
const CORNERS = [t`Top left`, t`Top right`, t`Bottom right`, t`Bottom left`];

/** Where the corners of a layer are carried, px of its own. */
function CornerFields({ layer, quad }: { layer: Layer; quad: Quad }) {
  const live = liveEdit(t`Move a corner`);
  const at = (corner: number, axis: 'x' | 'y') => (
    <NumberField
      value={Math.round(quad[corner]![axis] * 10) / 10}
      parameter={place(`${CORNERS[corner]!} ${axis.toUpperCase()}`, 0, { min: -1e6, max: 1e6 })}
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
        {t`Corners`} <span className="px-1.5 text-right">X</span>
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
