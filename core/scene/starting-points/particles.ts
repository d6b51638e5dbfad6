import { defaultsOf } from '../../definitions/parameter-values';
import { rampOf } from '../../pixels/ramp';
import { particleParameters } from '../../sources/particle-parameters';
import type { ParticleValues } from '../../sources/particles';
import { newParticles } from '../model/make';
import type { StartingPoint } from './parts';
import { fittedTo } from './parts';

/** Particles to start from, by what they look like. */

const particles = (
  name: string,
  label: string,
  help: string,
  values: Partial<ParticleValues>,
  intensity = 0,
): StartingPoint => ({
  name,
  label,
  help,
  make: (side) => ({
    ...newParticles(
      label,
      fittedTo(particleParameters, { ...defaultsOf(particleParameters), ...values }, side),
    ),
    intensity,
  }),
});

export const particleLooks: readonly StartingPoint[] = [
  particles(
    'embers',
    'Embers',
    'Glowing flecks that rise from a fire and go out.',
    {
      ...{ from: 'point', wide: 420, count: 420, life: 6, speed: 90, spread: 50, gravity: -26 },
      ...{ drag: 40, wind: 30, turbulence: 90, eddy: 190, look: 'soft', size: 13, sizeSpread: 85 },
      ...{ growth: 40, cooling: 300, shutter: 4, depth: 60, blur: 4, moment: 8 },
      ramp: rampOf(
        [
          [0, '#fff0c0'],
          [25, '#ffb040'],
          [100, '#d02a08'],
        ],
        [
          [0, 0],
          [6, 100],
          [70, 90],
          [100, 0],
        ],
      ),
    },
    4.5,
  ),
  particles(
    'grinding-sparks',
    'Hot sparks',
    'Sparks from grinding, that fall in arcs.',
    {
      ...{ from: 'point', wide: 3, count: 900, life: 1.1, lifeSpread: 80, speed: 2300 },
      ...{ speedSpread: 75, angle: -28, spread: 36, gravity: 1500, drag: 110, turbulence: 0 },
      ...{ look: 'spark', size: 6, sizeSpread: 70, growth: 40, cooling: 250, shutter: 4 },
      ...{ depth: 20, moment: 3 },
      ramp: rampOf(
        [
          [0, '#fffbe8'],
          [40, '#ffc864'],
          [100, '#ff5a14'],
        ],
        [
          [0, 100],
          [80, 90],
          [100, 0],
        ],
      ),
    },
    4.5,
  ),
  particles('lamp-snow', 'Lamp snow', 'Flakes that drift down, near ones large and soft.', {
    ...{ from: 'scene', count: 900, life: 14, lifeSpread: 20, speed: 30, angle: 90, spread: 40 },
    ...{
      gravity: 40,
      drag: 60,
      wind: 40,
      windAngle: 30,
      turbulence: 40,
      eddy: 260,
      look: 'snow',
    },
    ...{ size: 13, sizeSpread: 80, depth: 85, focus: 35, blur: 9, laid: 'over', moment: 20 },
    ramp: rampOf(
      [
        [0, '#ffffff'],
        [100, '#f4ead8'],
      ],
      [
        [0, 0],
        [8, 90],
        [92, 90],
        [100, 0],
      ],
    ),
    colours: 'age',
  }),
  particles(
    'beam-dust',
    'Beam dust',
    'Specks that hang in the air and turn in the light.',
    {
      ...{ from: 'scene', count: 500, life: 18, speed: 8, direction: 'any', drag: 100 },
      ...{ turbulence: 16, eddy: 240, look: 'dust', size: 12, sizeSpread: 85, depth: 80 },
      ...{ focus: 45, blur: 9, moment: 30 },
      ramp: rampOf(
        [
          [0, '#ffe9c8'],
          [100, '#ffe0b0'],
        ],
        [
          [0, 0],
          [30, 90],
          [70, 90],
          [100, 0],
        ],
      ),
    },
    1.5,
  ),
  particles(
    'glitter',
    'Glitter fall',
    'Little stars that fall and twinkle.',
    {
      ...{ from: 'scene', count: 320, life: 5, speed: 40, angle: 90, spread: 30, gravity: 30 },
      ...{
        drag: 60,
        turbulence: 30,
        eddy: 160,
        look: 'star',
        size: 34,
        sizeSpread: 90,
        growth: 20,
      },
      ...{ colours: 'age', depth: 50, turned: 'way', moment: 9 },
      ramp: rampOf(
        [
          [0, '#ffffff'],
          [50, '#ffe6a0'],
          [100, '#ffb8d8'],
        ],
        [
          [0, 0],
          [15, 100],
          [60, 80],
          [100, 0],
        ],
      ),
    },
    2,
  ),
  particles('spray', 'Spray', 'Drops thrown up by water, falling back.', {
    ...{
      from: 'point',
      wide: 30,
      count: 1400,
      life: 1.4,
      lifeSpread: 60,
      speed: 820,
      speedSpread: 80,
    },
    ...{ spread: 70, gravity: 1300, drag: 60, turbulence: 40, eddy: 90, look: 'dot', size: 8 },
    ...{ sizeSpread: 90, shutter: 1, laid: 'over', depth: 50, blur: 3, moment: 4 },
    ramp: rampOf(
      [
        [0, '#f6fbff'],
        [100, '#bcd8ea'],
      ],
      [
        [0, 90],
        [75, 60],
        [100, 0],
      ],
    ),
  }),
  particles(
    'fireflies',
    'Fireflies',
    'Slow green-gold lights that wander.',
    {
      ...{ from: 'scene', count: 60, life: 7, speed: 26, direction: 'any', drag: 20 },
      ...{ turbulence: 60, eddy: 150, look: 'soft', size: 30, sizeSpread: 60, shutter: 12 },
      ...{ depth: 60, blur: 5, moment: 12 },
      ramp: rampOf(
        [
          [0, '#f4ffb0'],
          [100, '#b8e04a'],
        ],
        [
          [0, 0],
          [20, 100],
          [45, 20],
          [70, 100],
          [100, 0],
        ],
      ),
    },
    2.5,
  ),
  particles('confetti', 'Confetti', 'Bits of coloured paper that tumble down.', {
    ...{ from: 'scene', count: 420, life: 7, speed: 120, angle: 90, spread: 60, gravity: 60 },
    ...{ drag: 80, turbulence: 90, eddy: 180, look: 'paper', size: 20, sizeSpread: 45 },
    ...{ colours: 'chance', laid: 'over', spin: 120, depth: 60, blur: 3, moment: 12 },
    ramp: rampOf([
      [0, '#ff4d6d'],
      [25, '#ffb703'],
      [50, '#3ddc97'],
      [75, '#4aa8ff'],
      [100, '#c77dff'],
    ]),
  }),
];
