import type { Affine } from '../geometry/affine';
import { meanScale } from '../geometry/affine';
import type { ColourBuffer } from '../pixels/buffer';
import { floats } from '../pixels/heap';
import type { RampTable } from '../pixels/ramp-table';
import { isEmpty } from '../pixels/region';
import { NOWHERE } from './arguments';
import { onHeap, rowsOf, run } from './machine';

/** Floats of a particle in a list: head x, y, tail x, y and radius, px of the render; opacity, share of the ramp, turn, its own number, brightness, share of its life; one to spare. */
export const FLOWN = 12;
/** Floats of a place where particles begin: x, y, and which way is outwards, x, y; the layer's own px. */
export const SOURCE = 4;

/** Ways in which particles set out, in the order in which the kernel numbers them. */
export const DIRECTIONS = ['angle', 'out', 'along', 'away', 'any'] as const;

/** What particles look like, in the order in which the kernel numbers it. */
export const LOOKS = [
  'dot',
  'soft',
  'spark',
  'flake',
  'snow',
  'petal',
  'bubble',
  'dust',
  'star',
  'paper',
  'sprite',
] as const;

/** What particles fly by: seconds, px, radians and turns; shares are 0–1. */
export interface Flight {
  seed: number;
  /** When they are seen, s. */
  moment: number;
  /** How long the longest live, s, and by which share others live less. */
  life: number;
  lifeSpread: number;
  direction: (typeof DIRECTIONS)[number];
  /** Which way they set out, radians clockwise from the right, and over what angle they spread. */
  angle: number;
  spread: number;
  /** How fast the fastest are, px/s, and by which share others are slower. */
  speed: number;
  speedSpread: number;
  /** Downwards, px/s². */
  gravity: number;
  /** How soon they go with the wind: the share of the difference that is lost in a second, as an exponent. */
  drag: number;
  wind: readonly [x: number, y: number];
  /** How fast eddies carry them, px/s, and how large those are, px. */
  turbulence: number;
  eddy: number;
  /** Turns round the centre in a second. */
  swirl: number;
  centre: readonly [x: number, y: number];
  /** A round about the centre that stays clear, px. */
  clear: number;
  /** How large the largest are across, px, by which share others are smaller, and how many times as large they end. */
  size: number;
  sizeSpread: number;
  growth: number;
  /** How much larger and faster near ones are than far ones, the share (0–1) at which they are sharp, and how soft the others are, px. */
  depth: number;
  focus: number;
  blur: number;
  /** How long the shutter is open, s. */
  shutter: number;
  /** Whether they are turned along their way, and how many turns they spin in a second. */
  alongWay: boolean;
  spin: number;
  /** Whether colours go by chance, in place of by age. */
  byChance: boolean;
  /** How far they begin from their places, px to either side. */
  jitter: number;
  /** How many stops darker they are at their end. */
  cooling: number;
  /** A box that what leaves it comes into again on the other side; null for none. */
  round: readonly [x: number, y: number, width: number, height: number] | null;
}

/** Where particles are, `count` of them, `FLOWN` floats each, on the heap; `map` leads from the layer's own px to px of the render. */
export function flown(count: number, sources: Float32Array, f: Flight, map: Affine): Float32Array {
  const out = floats(count * FLOWN);
  const values = [
    ...[f.seed, f.moment, f.life, f.lifeSpread, DIRECTIONS.indexOf(f.direction), f.angle, f.spread],
    ...[f.speed, f.speedSpread, f.gravity, f.drag, ...f.wind, f.turbulence, f.eddy, f.swirl],
    ...[...f.centre, f.clear, f.size, f.sizeSpread, f.growth, f.depth, f.focus, f.blur],
    ...[f.shutter, f.alongWay ? 1 : 0, f.spin, f.byChance ? 1 : 0, f.jitter, f.cooling],
    ...map,
    meanScale(map),
    ...(f.round ?? [0, 0, 0, 0]),
  ];
  onHeap((at) =>
    run('flyRows', count, 400, [
      at(out, 'write'),
      at(sources),
      sources.length / SOURCE,
      at(Float32Array.from(values)),
    ]),
  );
  return out;
}

/** How particles are drawn. */
export interface Drawing {
  look: (typeof LOOKS)[number];
  /** Whether they are light that adds up, in place of lying over each other. */
  light: boolean;
  ramp: RampTable;
  /** What `sprite` looks like. */
  sprite?: Sprite;
}

/** A small square picture: premultiplied RGBA of `side` px (a power of two), then of half as many, down to one. */
export interface Sprite {
  side: number;
  data: Float32Array;
}

/** Draws a list of particles on a buffer, in place. */
export function drawParticles(
  to: ColourBuffer,
  list: Float32Array,
  { look, light, ramp, sprite }: Drawing,
): void {
  const { region } = to;
  if (isEmpty(region) || list.length === 0 || (look === 'sprite' && !sprite)) return;
  onHeap((at) =>
    run(
      'particleRows',
      region.height,
      Math.max(region.width * 4, (60 * list.length) / region.height),
      [
        ...rowsOf(at, to, region, 'write'),
        region.x,
        region.y,
        region.width,
        at(list),
        list.length / FLOWN,
        at(ramp),
        LOOKS.indexOf(look),
        light ? 1 : 0,
        sprite ? at(sprite.data) : NOWHERE,
        sprite?.side ?? 0,
      ],
    ),
  );
}
