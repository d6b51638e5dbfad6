import { Slider } from 'radix-ui';
import type { NumberParameter } from '@ignis/core/definitions/parameter';
import { NumberField } from './number-field';
import { t } from '../words/t';

/** A slider over the usual range, and the number itself, which may go beyond it. */
export function NumberControl({
  parameter: p,
  value,
  onChange,
  onDone,
}: {
  parameter: NumberParameter;
  value: number;
  onChange(value: number): void;
  onDone(): void;
}) {
  const [min, max] = p.slider ?? [p.min, p.max];
  return (
    <div className="flex items-center gap-1">
      <Slider.Root
        className="relative flex h-5 min-w-0 flex-1 items-center"
        min={min}
        max={max}
        step={p.step < 1 ? p.step : (max - min) / 240 < 0.5 ? 0.5 : 1}
        value={[Math.min(max, Math.max(min, value))]}
        onValueChange={([v]) => onChange(v!)}
        onValueCommit={onDone}
        onContextMenu={(e) => {
          e.preventDefault();
          onChange(p.default);
          onDone();
        }}
      >
        <Slider.Track className="relative h-[3px] flex-1 rounded bg-line">
          <Slider.Range className="absolute h-full rounded bg-dim" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={t`${t(p.label)} slider`}
          // Tab goes from value to value: the number takes the same keys.
          tabIndex={-1}
          className="block size-3 rounded-full bg-ink shadow hover:bg-white focus-visible:outline-offset-2"
        />
      </Slider.Root>
      <NumberField value={value} parameter={p} onChange={onChange} onDone={onDone} />
    </div>
  );
}
