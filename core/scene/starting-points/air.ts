import { defaultsOf } from '../../definitions/parameter-values';
import type { Parameters } from '../../definitions/parameter';
import { dropsParameters } from '../../sources/drops-parameters';
import { hazeParameters } from '../../sources/haze-parameters';
import { mistParameters } from '../../sources/mist-parameters';
import { rainParameters } from '../../sources/rain-parameters';
import { smokeParameters } from '../../sources/smoke-parameters';
import { newDrops, newHaze, newMist, newRain, newSmoke } from '../model/make';
import type { Layer } from '../model/schema';
import type { StartingPoint } from './parts';
import { fittedTo } from './parts';

/** Mist, smoke and weather to start from. */

/** A starting point from a source's usual values and some besides, lengths fitted to the scene. */
const air = <P extends Parameters>(
  name: string,
  label: string,
  help: string,
  parameters: P,
  make: (name: string, values: object) => Layer,
  values: object = {},
): StartingPoint => ({
  ...{ name, label, help },
  make: (side) => make(label, fittedTo(parameters, { ...defaultsOf(parameters), ...values }, side)),
});

export const airs: readonly StartingPoint[] = [
  air(
    'mist',
    'Mist',
    'Banks over the ground, as far as a horizon; lamps and tubes glow in them.',
    mistParameters,
    newMist,
  ),
  air(
    'smoke',
    'Smoke',
    'A column that rises and thins out, lit by the lights of the scene.',
    smokeParameters,
    newSmoke,
    { from: 'point', wide: 70, height: 560, tongue: 130, turbulence: 60 },
  ),
  air(
    'heat-haze',
    'Heat haze',
    'Hot air that bends what lies behind it.',
    hazeParameters,
    newHaze,
    { from: 'point', wide: 220, height: 560, amount: 12 },
  ),
  air('rain', 'Rain', 'Streaks near and far.', rainParameters, newRain),
  air(
    'drops',
    'Drops on glass',
    'A wet, steamed pane between the eye and the scene.',
    dropsParameters,
    newDrops,
  ),
];
