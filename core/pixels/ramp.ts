import { converter, formatHex, interpolate } from 'culori';
import type { Mixing } from './colour';
import type { RampTable } from './ramp-table';
import { knotsOf, packed } from './ramp-table';

const toRgb = converter('rgb');
const toLight = converter('lrgb');

/** From where to where a gradient runs. */
export interface Ends {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/**
 * Colours and opacities along a way, each by its place (%), in rising order. `middle` says where between a
 * stop and the next (%) half of the change is done.
 */
export interface Ramp {
  colours: { at: number; colour: string; middle: number }[];
  opacities: { at: number; opacity: number; middle: number }[];
  space: RampSpace;
}

/** A ramp of colours with their places (%), of one opacity, or from one to another. */
export const rampOf = (
  colours: readonly (readonly [at: number, colour: string])[],
  opacities: readonly (readonly [at: number, opacity: number])[] = [[0, 100]],
  space: RampSpace = 'oklab',
): Ramp => ({
  colours: colours.map(([at, colour]) => ({ at, colour, middle: 50 })),
  opacities: opacities.map(([at, opacity]) => ({ at, opacity, middle: 50 })),
  space,
});

/** A ramp that runs the other way. */
export function reversed(ramp: Ramp): Ramp {
  const turn = <T extends { at: number; middle: number }>(list: readonly T[]) =>
    list
      .map((s, i) => ({
        ...s,
        at: 100 - s.at,
        // The way to the next becomes that from the one before.
        middle: i > 0 ? 100 - list[i - 1]!.middle : 50,
      }))
      .reverse();
  return { ...ramp, colours: turn(ramp.colours), opacities: turn(ramp.opacities) };
}

/** Whether a stop of a ramp is one of its colours or of its opacities. */
export type StopKind = 'colours' | 'opacities';

/** One stop of a ramp. */
export interface StopOf {
  kind: StopKind;
  index: number;
}

/** The ramp with other values for a stop, still in order of places, and where that stop stands now. */
export function withStop(ramp: Ramp, { kind, index }: StopOf, values: object): [Ramp, StopOf] {
  const list: { at: number }[] = [...ramp[kind]];
  const made = { ...list[index]!, ...values };
  list[index] = made;
  list.sort((a, b) => a.at - b.at);
  return [
    { ...ramp, [kind]: list },
    { kind, index: list.indexOf(made) },
  ];
}

/** The ramp with a colour added at a place (%): the one it has there; and where that stands. */
export const withColour = (ramp: Ramp, at: number): [Ramp, StopOf] =>
  added(ramp, 'colours', { at, middle: 50, colour: rampColour(ramp, at) });

/** The ramp with an opacity (%) added at a place (%), and where that stands. */
export const withOpacity = (ramp: Ramp, at: number, opacity: number): [Ramp, StopOf] =>
  added(ramp, 'opacities', { at, middle: 50, opacity });

const added = (
  ramp: Ramp,
  kind: StopKind,
  stop: Ramp['colours'][0] | Ramp['opacities'][0],
): [Ramp, StopOf] =>
  withStop({ ...ramp, [kind]: [...ramp[kind], stop] }, { kind, index: ramp[kind].length }, {});

/** The ramp without a stop; the last of its kind stays. */
export const withoutStop = (ramp: Ramp, { kind, index }: StopOf): Ramp =>
  ramp[kind].length < 2 ? ramp : { ...ramp, [kind]: ramp[kind].filter((_, k) => k !== index) };

/** Which stops of a list a place (%) lies between, and the share of the change that is done there. */
function between<T extends { at: number; middle: number }>(
  stops: readonly T[],
  at: number,
): [T, T, number] {
  const next = stops.findIndex((s) => s.at >= at);
  if (next <= 0) {
    const only = stops[next === 0 ? 0 : stops.length - 1]!;
    return [only, only, 0];
  }
  const [a, b] = [stops[next - 1]!, stops[next]!];
  const t = b.at > a.at ? (at - a.at) / (b.at - a.at) : 1;
  // Half of the change lies at the middle that was set.
  return [a, b, t ** (Math.log(0.5) / Math.log(a.middle / 100))];
}

/** The opacity of a ramp at a place, both %. */
export function rampOpacity(ramp: Ramp, at: number): number {
  const [a, b, t] = between(ramp.opacities, at);
  return a.opacity + (b.opacity - a.opacity) * t;
}

/** The colour of a ramp at a place (%), `#rrggbb`. */
export function rampColour(ramp: Ramp, at: number, mixing: Mixing = 'displayed'): string {
  const [a, b, t] = between(ramp.colours, at);
  return formatHex(interpolate([a.colour, b.colour], modeOf(ramp.space, mixing))(t));
}

/** What straight between knots may be off, of what a screen shows: less than 8 bits can tell. */
const OFF = 0.15 / 255;
/** In linear light the dark is as many times as steep. */
const STEEPEST = 12.92;

/** A ramp as the kernels read it: its colours premultiplied by their opacity, as they stand in a buffer. */
export function rampTable(ramp: Ramp, mixing: Mixing): RampTable {
  const isLight = mixing === 'light';
  const straight = straightColours(ramp, mixing, isLight);
  return tableOf(ramp, isLight ? OFF / STEEPEST : OFF, (place) => {
    const [r, g, b, a] = straight(place);
    return [r * a, g * a, b * a, a];
  });
}

/** A ramp as the kernels read it: red, green, blue (sRGB-encoded) and opacity 0–1, not premultiplied. */
export const toneTable = (ramp: Ramp, mixing: Mixing): RampTable =>
  tableOf(ramp, OFF, straightColours(ramp, mixing, false));

const tableOf = (ramp: Ramp, off: number, colourAt: (place: number) => readonly number[]) =>
  packed(
    knotsOf(
      colourAt,
      [...ramp.colours, ...ramp.opacities].map((s) => s.at / 100),
      off,
    ),
  );

/** The colour of a ramp by its place, 0–1, not premultiplied, and its opacity, 0–1. */
function straightColours(
  ramp: Ramp,
  mixing: Mixing,
  isLight: boolean,
): (place: number) => [number, number, number, number] {
  const mode = modeOf(ramp.space, mixing);
  let last: { a: object; b: object; mix: (t: number) => RgbColour } | null = null;
  const mixOf = (a: Ramp['colours'][number], b: Ramp['colours'][number]) => {
    if (last?.a !== a || last.b !== b) {
      const way = interpolate([a.colour, b.colour], mode);
      last = { a, b, mix: (t) => (isLight ? toLight(way(t)) : toRgb(way(t))) };
    }
    return last.mix;
  };
  return (place) => {
    const at = 100 * place;
    const [a, b, t] = between(ramp.colours, at);
    const { r, g, b: blue } = mixOf(a, b)(t);
    return [r, g, blue, rampOpacity(ramp, at) / 100];
  };
}

interface RgbColour {
  r: number;
  g: number;
  b: number;
}

const modeOf = (space: RampSpace, mixing: Mixing) =>
  space === 'oklab' ? 'oklab' : mixing === 'light' ? 'lrgb' : 'rgb';

/** Where the colours of a ramp mix: as the scene mixes its light, or evenly to the eye (Oklab). */
export type RampSpace = 'scene' | 'oklab';

export const rampSpaces = [
  { value: 'scene', label: 'As the scene' },
  { value: 'oklab', label: 'Oklab' },
] as const;
