import { angle, percent, place } from '@ignis/core/definitions/number-parameters';
import type { Placement } from '@ignis/core/definitions/placement';
import { MAX_SHEAR } from '@ignis/core/definitions/placement';
import { NumberField } from './number-field';
import { t } from '../words/t';

const FAR = { min: -1e6, max: 1e6 };
const FIELDS = {
  x: place('X', 0, FAR),
  y: place('Y', 0, FAR),
  width: percent(t`Width`, 100, -100_000, 100_000),
  height: percent(t`Height`, 100, -100_000, 100_000),
  turn: angle(t`Turn`, 0, { min: -360, max: 360 }),
  shear: angle(t`Shear`, 0, { min: -MAX_SHEAR, max: MAX_SHEAR }),
};

/** Where something stands, by numbers. */
export function PlaceFields({
  place: own,
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
        X {field('x', own.x, (x) => ({ x }))}
        <span className="pl-2">{t`Width`}</span>{' '}
        {field('width', own.scaleX * 100, (v) => ({ scaleX: v / 100 || 0.001 }))}
      </div>
      <div className={row}>
        Y {field('y', own.y, (y) => ({ y }))}
        <span className="pl-2">{t`Height`}</span>{' '}
        {field('height', own.scaleY * 100, (v) => ({ scaleY: v / 100 || 0.001 }))}
      </div>
      <div className={row}>
        {t`Turn`} {field('turn', own.rotation, (rotation) => ({ rotation }))}
        <span className="pl-2">{t`Shear`}</span> {field('shear', own.shear, (shear) => ({ shear }))}
      </div>
    </>
  );
}
