import type { Values } from '../definitions/parameter';
import { ownOf } from '../definitions/choices';
import type { PaintFrame } from '../definitions/step';
import type { Surface, TextureSpace } from '../definitions/texture';
import type { Program } from '../fields/compile';
import { compile } from '../fields/compile';
import type { Term } from '../fields/field';
import {
  PLANE,
  X,
  Y,
  add,
  less,
  mix,
  divide,
  clamped,
  multiply,
  power,
  subtract,
} from '../fields/field';
import type { Affine } from '../geometry/affine';
import { meanScale } from '../geometry/affine';
import { signedDistance } from '../kernels/contour';
import { fieldColours, fieldPlanes } from '../kernels/field';
import { paintedBy } from '../kernels/paint';
import { level } from '../kernels/rows';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { crop } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { rampTable } from '../pixels/ramp';
import type { Ramp } from '../pixels/ramp';
import type { Region } from '../pixels/region';
import { grow } from '../pixels/region';
import { textureOfKind } from '../textures/index';
import { textureMap } from './lay';
import { shadeByRelief } from './relief';
import type { LaidTexture } from './texture-parameters';

/** Where a place is that has no edges near it, units. */
const DEEP = 1000;
/** How high the tone of a texture without heights of its own counts, units. */
const HEIGHT = 0.02;

/** What names a texture among others: which, and what it is made with. */
export type NamedTexture = Pick<LaidTexture, 'texture' | 'textureValues' | 'seamless'> & {
  seed: number;
};

/** The formulas of a texture where a px is so many units large. */
function surfaceOf(named: NamedTexture, px: number, depth: Term): Surface {
  const { texture, textureValues, seamless = false, seed } = named;
  const definition = textureOfKind(texture);
  const values = ownOf(definition.parameters, textureValues, texture);
  const space: TextureSpace = { x: X, y: Y, px, seed: Math.round(seed), seamless, depth };
  return definition.surface(values as Values<never>, space);
}

/** How far in from the edges of a shape a texture looks, px of the layer at its natural size. */
export function depthReach(named: Pick<NamedTexture, 'texture' | 'textureValues'>): number {
  const { parameters, depthReach: reach } = textureOfKind(named.texture);
  return reach?.(ownOf(parameters, named.textureValues, named.texture) as Values<never>) ?? 0;
}

const heightOf = ({ height, tone }: Surface): Term => height ?? multiply(tone, HEIGHT);

/**
 * A texture over a region in one tone, 0–1: how much there is of it times how bright it is. `back` takes px of the render to
 * units of the texture.
 */
export function texturePlane(named: NamedTexture, back: Affine, region: Region): Plane {
  const { tone, cover } = surfaceOf(named, meanScale(back), DEEP);
  return clampedPlane(cover === undefined ? tone : multiply(tone, cover), back, region);
}

/** How much there is of a texture over a region, 0–1: what it covers, or how bright it is where it covers all. */
export function textureCover(named: NamedTexture, back: Affine, region: Region): Plane {
  const { tone, cover } = surfaceOf(named, meanScale(back), DEEP);
  return clampedPlane(cover ?? tone, back, region);
}

/** The heights of a texture over a region, 0–1 of those that it has in a tone. */
export function textureBumps(named: NamedTexture, back: Affine, region: Region): Plane {
  const { height, tone } = surfaceOf(named, meanScale(back), DEEP);
  return clampedPlane(height === undefined ? tone : divide(height, HEIGHT), back, region);
}

/**
 * How far colours come from by two draws of a texture, px: across and down as the first two of four floats a px, each at most as
 * far as `most` to either side.
 */
export function textureWays(
  named: NamedTexture,
  back: Affine,
  region: Region,
  most: readonly [across: number, down: number],
): ColourBuffer {
  const px = meanScale(back);
  const way = (seed: number, by: number): Term => {
    const { tone, cover = 1 } = surfaceOf({ ...named, seed }, px, DEEP);
    return multiply(subtract(clamped(multiply(tone, cover)), 0.5), 2 * by);
  };
  // Draws that are far apart have nothing in common.
  return fieldColours(
    compile([way(named.seed, most[0]), way(named.seed + 5000, most[1]), 0, 0]),
    back,
    region,
  );
}

/** A field over a region, brought to 0–1. */
const clampedPlane = (term: Term, back: Affine, region: Region): Plane =>
  fieldPlanes(compile([clamped(term)]), back, region)[0]!;

/** Where a texture is painted, and what it follows. */
export interface TextureGround {
  frame: Pick<PaintFrame, 'map' | 'mixing' | 'lamp'>;
  /** The shape whose edges it follows, as far beyond the region as it looks; null if there are none. */
  edges: Plane | null;
}

/** A texture in the colours of a ramp over a region, shaded by the lamp as far as its relief says. */
export function textured(
  laid: LaidTexture & { ramp: Ramp },
  region: Region,
  { frame, edges }: TextureGround,
): ColourBuffer {
  const back = textureMap(laid, frame);
  const px = meanScale(back);
  const reach = edges ? depthReach(laid) : 0;
  const isShaded = (laid.relief ?? 0) !== 0;
  const near = isShaded ? grow(region, 1) : region;
  const depth = reach > 0 ? depthOf(edges!, near) : null;
  const surface = surfaceOf(laid, px, depth ? multiply(PLANE, px) : DEEP);
  const { tone, cover = 1, channels } = surface;
  const ownDepth = depth && crop(depth, region);
  const shown = channels
    ? fieldColours(channelProgram(channels, cover, frame.mixing), back, region, ownDepth)
    : paintedByCover(
        fieldPlanes(compile([tone, clamped(cover)]), back, region, ownDepth),
        laid.ramp,
        frame.mixing,
      );
  if (isShaded) {
    const [heights] = fieldPlanes(compile([heightOf(surface)]), back, near, depth);
    level(heights!, laid.relief! / 100 / px, 0);
    shadeByRelief(shown, heights!, frame.lamp, frame.mixing);
  }
  return shown;
}

const paintedByCover = ([tone, cover]: Plane[], ramp: Ramp, mixing: Mixing): ColourBuffer =>
  paintedBy(cover!, tone!, rampTable(ramp, mixing));

/** Three tones, sRGB-encoded, as premultiplied colours. */
function channelProgram(channels: readonly Term[], cover: Term, mixing: Mixing): Program {
  const alpha = clamped(cover);
  const colours = channels.map((c) =>
    multiply(mixing === 'light' ? toLight(clamped(c)) : clamped(c), alpha),
  );
  return compile([...colours, alpha]);
}

/** From sRGB-encoded to linear light (IEC 61966-2-1). */
const toLight = (v: Term): Term =>
  mix(power(divide(add(v, 0.055), 1.055), 2.4), divide(v, 12.92), less(v, 0.04045));

/** How deep each px lies inside a shape, px; 0 outside it. */
function depthOf(shape: Plane, region: Region): Plane {
  const d = signedDistance(shape, region);
  level(d, -1, 0);
  return d;
}
