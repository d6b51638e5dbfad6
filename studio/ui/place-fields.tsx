import type { NumberParameter } from '@ignis/core/definitions/parameter';
import type { Placement } from '@ignis/core/definitions/placement';
import { MAX_SHEAR } from '@ignis/core/definitions/placement';
import { NumberField } from './number-field';

/** A number with its range, for a field of its own. */
export const number = (
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

/** Where something stands, by numbers. */
export function PlaceFields({
  place,
  onChange,
  onDone,
}: {
  place: Placement;
  onChange(values: Partial<Placement>): void;
  onDone(): void;
}) {
  const row = 'grid grid-cols-[36px_1fr_50px_1fr] items-center text-sm text-dim';
  const field = (
    name: keyof typeof FIELDS,
    value: number,
    values: (v: number) => Partial<Placement>,
  ) => (
    <NumberField
      value={value}
      parameter={FIELDS[name]}
      onChange={(v) => onChange(values(v))}
      onDone={onDone}
    />
  );
  return (
    <>
      <div className={row}>
        X {field('x', place.x, (x) => ({ x }))}
        <span className="pl-2">Width</span>{' '}
        {field('width', place.scaleX * 100, (v) => ({ scaleX: v / 100 || 0.001 }))}
      </div>
      <div className={row}>
        Y {field('y', place.y, (y) => ({ y }))}
        <span className="pl-2">Height</span>{' '}
        {field('height', place.scaleY * 100, (v) => ({ scaleY: v / 100 || 0.001 }))}
      </div>
      <div className={row}>
        Turn {field('turn', place.rotation, (rotation) => ({ rotation }))}
        <span className="pl-2">Shear</span> {field('shear', place.shear, (shear) => ({ shear }))}
      </div>
    </>
  );
}
