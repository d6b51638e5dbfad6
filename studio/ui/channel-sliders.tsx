import { Slider } from 'radix-ui';
import type { ColourSpace } from '@ignis/core/pixels/colour-numbers';
import { colourNumbers, colourOf, colourSpaces } from '@ignis/core/pixels/colour-numbers';
import { NumberField } from './number-field';
import { t } from '../words/t';

interface Props {
  value: string;
  space: ColourSpace['name'];
  onChange(value: string): void;
  onDone(): void;
}

type Numbers = [number, number, number];

/** So many colours are looked at along the track of a slider. */
const LOOKS = 12;

/** What a colour comes to along one of its numbers, as a CSS gradient. */
const trackOf = (numbers: Numbers, space: ColourSpace['name'], i: number, max: number): string =>
  `linear-gradient(90deg,${Array.from({ length: LOOKS + 1 }, (_, k) =>
    colourOf(numbers.with(i, (max * k) / LOOKS) as Numbers, space),
  ).join()})`;

/** The three numbers of a colour, each a slider whose track shows where it leads. */
export function ChannelSliders({ value, space, onChange, onDone }: Props) {
  const { channels } = colourSpaces.find((s) => s.name === space)!;
  const numbers = colourNumbers(value, space);
  return (
    <div className="flex flex-col">
      {channels.map(({ label, unit, max }, i) => {
        const put = (n: number) => onChange(colourOf(numbers.with(i, n) as Numbers, space));
        return (
          <div key={label} className="grid grid-cols-[62px_1fr_auto] items-center gap-2">
            <span className="text-xs text-dim">{t(label)}</span>
            <Slider.Root
              className="relative flex h-5 min-w-0 items-center"
              {...{ min: 0, max, step: max > 200 ? 1 : 0.5, value: [numbers[i]!] }}
              onValueChange={([n]) => put(n!)}
              onValueCommit={onDone}
            >
              <Slider.Track
                className="relative h-2.5 flex-1 rounded-full"
                style={{ background: trackOf(numbers, space, i, max) }}
              />
              <Slider.Thumb
                aria-label={t`${t(label)} slider`}
                tabIndex={-1}
                className="block h-4 w-2 rounded-sm border-2 border-white bg-transparent shadow-[0_0_0_1px_#000a,inset_0_0_0_1px_#000a]"
              />
            </Slider.Root>
            <NumberField
              value={Math.round(numbers[i]! * 10) / 10}
              parameter={{ label, unit, min: 0, max, step: 1, default: numbers[i]! }}
              unit={false}
              onChange={put}
              onDone={onDone}
            />
          </div>
        );
      })}
    </div>
  );
}
