import { defaultsOf } from '../../definitions/parameter-values';
import type { Value } from '../../definitions/parameter';
import { flarePartOfKind } from '../../flares/index';
import type { FlarePart } from '../../sources/flare';
import { newFlare } from '../model/make';
import { newId } from '../model/new-id';
import type { StartingPoint } from './parts';
import { fittedTo } from './parts';

/** Flares to start from, by what they look like. */

/** A part of a flare of a kind; lengths are px in a scene of that side, and fit others. */
const part =
  (kind: string, values: Record<string, Value> = {}) =>
  (side: number): FlarePart => {
    const { parameters } = flarePartOfKind(kind);
    return {
      id: newId(),
      kind,
      enabled: true,
      values: fittedTo(parameters, { ...defaultsOf(parameters), ...values }, side),
    };
  };

const flare = (
  name: string,
  label: string,
  help: string,
  light: string,
  seed: number,
  ...parts: readonly ReturnType<typeof part>[]
): StartingPoint => ({
  name,
  label,
  help,
  make: (side) => newFlare(label, side, { light, seed, parts: parts.map((p) => p(side)) }),
});

export const flareLooks: readonly StartingPoint[] = [
  flare(
    'flare-lamp',
    'Warm lamp',
    'A lamp seen against the night: a wide glow, a soft ring, a few ghosts.',
    '#ffd9b0',
    3,
    part('glow', { radius: 620, core: 5, colour: '#ff9a4a', opacity: 75, intensity: 1 }),
    part('ring', { radius: 270, thickness: 40, softness: 100, iridescence: 55, opacity: 6 }),
    part('rays', { count: 34, length: 190, width: 4, softness: 2, opacity: 40 }),
    part('ghosts', { count: 5, size: 46, opacity: 14, colour: '#ff8a3c', other: '#ffd08a' }),
    part('core', { radius: 34, intensity: 5 }),
  ),
  flare(
    'flare-star',
    'Cold star',
    'A point of ice-blue light with six sharp rays.',
    '#dceaff',
    2,
    part('glow', { radius: 360, core: 4, colour: '#6aa8ff', opacity: 70 }),
    part('streak', { length: 520, thickness: 5, turn: 30, colour: '#a8ccff', intensity: 1.5 }),
    part('streak', { length: 520, thickness: 5, turn: 90, colour: '#a8ccff', intensity: 1.5 }),
    part('streak', { length: 520, thickness: 5, turn: 150, colour: '#a8ccff', intensity: 1.5 }),
    part('core', { radius: 15, colour: '#f2f7ff', intensity: 5 }),
  ),
  flare(
    'flare-streak',
    'Long streak',
    'One long blue line through a bright light.',
    '#e6efff',
    5,
    part('glow', { radius: 420, core: 4, colour: '#4a86ff', opacity: 55 }),
    part('streak', { length: 1500, thickness: 9, core: 5, colour: '#5a94ff', intensity: 2.5 }),
    part('streak', { length: 620, thickness: 3.5, core: 8, colour: '#dbe8ff', intensity: 3 }),
    part('ghosts', {
      count: 4,
      size: 38,
      blades: 0,
      opacity: 16,
      colour: '#5a94ff',
      other: '#7ee0ff',
    }),
    part('core', { radius: 18, colour: '#ffffff', intensity: 4 }),
  ),
  flare(
    'flare-ghosts',
    'Amber ghosts',
    'A row of six-sided ghosts from the light across the picture.',
    '#fff0dc',
    7,
    part('glow', { radius: 380, core: 6, colour: '#ffae5c', opacity: 60 }),
    part('ghosts', { count: 11, first: 18, last: 220, size: 78, opacity: 24 }),
    part('ghosts', {
      count: 3,
      first: 60,
      last: 240,
      size: 190,
      softness: 30,
      opacity: 9,
      colour: '#ffcf8a',
      other: '#8affc8',
    }),
    part('rays', { count: 18, length: 150, width: 5, opacity: 45 }),
    part('core', { radius: 22, intensity: 4 }),
  ),
  flare(
    'flare-rainbow',
    'Rainbow arc',
    'A light whose far side wears an arc of colours.',
    '#fff6ec',
    4,
    part('glow', { radius: 460, core: 5, colour: '#ffc08a', opacity: 60 }),
    part('arc', { radius: 420, at: 55, opacity: 60 }),
    part('arc', { radius: 300, thickness: 9, at: 0, sweep: 360, opacity: 22 }),
    part('ghosts', { count: 5, size: 44, opacity: 18, colour: '#ff7ab0', other: '#7affd0' }),
    part('core', { radius: 20, colour: '#ffffff', intensity: 4 }),
  ),
  flare(
    'flare-mist',
    'Light in mist',
    'A lamp that mist spreads wide, with a faint ring.',
    '#ffe9cf',
    6,
    part('glow', { radius: 1100, core: 16, falls: 0.8, colour: '#ffb878', opacity: 60 }),
    part('glow', { radius: 360, core: 14, colour: '#ffd7a8', opacity: 70, intensity: 0.8 }),
    part('ring', { radius: 560, thickness: 45, softness: 100, iridescence: 60, opacity: 5 }),
    part('core', { radius: 40, softness: 100, intensity: 2.5 }),
  ),
  flare(
    'flare-sun',
    'Spiked sun',
    'A hundred pointed rays about a white disc.',
    '#fff4dc',
    9,
    part('glow', { radius: 560, core: 8, colour: '#ffb050', opacity: 80, intensity: 0.6 }),
    part('rays', { count: 110, length: 460, width: 6, variation: 85, intensity: 0.6, opacity: 70 }),
    part('rays', { count: 16, length: 700, width: 4, softness: 3, variation: 60, opacity: 45 }),
    part('ghosts', { count: 6, size: 60, opacity: 16 }),
    part('core', { radius: 40, softness: 50, intensity: 5 }),
  ),
  flare(
    'flare-eye',
    'Glint',
    'A small sharp glint for an eye, an edge of metal or the tip of a blade.',
    '#ffffff',
    1,
    part('glow', { radius: 150, core: 5, colour: '#ffe0c0', opacity: 70 }),
    part('streak', { length: 190, thickness: 2.6, turn: 0, colour: '#fff0e0', intensity: 2 }),
    part('streak', { length: 130, thickness: 2.6, turn: 90, colour: '#fff0e0', intensity: 2 }),
    part('ring', { radius: 62, thickness: 16, iridescence: 85, opacity: 20 }),
    part('core', { radius: 8, colour: '#ffffff', intensity: 5 }),
  ),
];
