import { defaultsOf } from '../../definitions/parameter-values';
import { rampOf } from '../../pixels/ramp';
import type { FlameValues } from '../../sources/flame-parameters';
import { flameParameters } from '../../sources/flame-parameters';
import { newFlame } from '../model/make';
import type { StartingPoint } from './parts';
import { fittedTo } from './parts';

/** Fires to start from, by what they look like. */

const fire = (
  name: string,
  label: string,
  help: string,
  values: Partial<FlameValues>,
  intensity = 1,
): StartingPoint => ({
  name,
  label,
  help,
  make: (side) =>
    newFlame(
      label,
      fittedTo(
        flameParameters,
        { ...defaultsOf(flameParameters), from: 'point' as const, ...values },
        side,
      ),
      intensity,
    ),
});

export const fires: readonly StartingPoint[] = [
  fire('campfire', 'Fire', 'A wide fire of many tongues.', {
    ...{ wide: 260, height: 420, tongue: 90, sparks: 120 },
  }),
  fire('torch', 'Torch', 'One tall flame that the air pulls to the side.', {
    ...{ wide: 60, height: 420, tongue: 90, wind: 90, gusts: 70, turbulence: 60, sparks: 40 },
  }),
  fire('candle', 'Candle', 'A small, still flame.', {
    ...{
      wide: 24,
      height: 230,
      tongue: 60,
      turbulence: 4,
      breaks: 0,
      detail: 8,
      sparks: 0,
      soot: 85,
    },
  }),
  fire('gas-flame', 'Gas flame', 'Thin blue flames without soot.', {
    ...{
      wide: 260,
      height: 170,
      tongue: 40,
      colours: 'ramp',
      breaks: 15,
      turbulence: 40,
      sparks: 0,
    },
  }),
  fire('ghost-fire', 'Ghost fire', 'Cold green fire that never was.', {
    ...{ wide: 240, height: 460, tongue: 120, turbulence: 80, colours: 'ramp', sparks: 0 },
    ramp: rampOf(
      [
        [0, '#eafff4'],
        [35, '#4dffb0'],
        [75, '#0aa06a'],
        [100, '#032a2a'],
      ],
      [
        [0, 75],
        [25, 100],
        [80, 60],
        [100, 0],
      ],
    ),
  }),
];
