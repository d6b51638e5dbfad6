import { each, encodedColour, COVERAGE, lightColour, toOklab, lumaOf } from '../fields/colours';
import { compile } from '../fields/compile';
import { encoded, multiply } from '../fields/field';
import { numbersOf } from '../kernels/field';
import type { ColourBuffer } from '../pixels/buffer';
import type { Mixing } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import { wholeScene } from '../pixels/region';
import type { Scopes } from '../pixels/scopes';
import { COLOURS, TONES, WAVE } from '../pixels/scopes';
import { findLayer } from '../scene/edits/layer-edits';
import type { Layer, Scene } from '../scene/model/schema';
import { grades } from '../scene/model/traits';
import type { RenderRequest } from './render';
import { render } from './render';

/** Counts what scopes show of a scene. */

/** The longer side of what is looked at, px. */
const SIDE = 480;
/** The chroma (a and b of Oklab) that lies at the edge of the map of colours. */
const MOST_CHROMA = 0.34;
/** What is less covered is not counted. */
const COVERED = 0.05;
/** An encoded channel is beyond white, or has no light, from here on. */
const CLIPPED = 1.0005;
const CRUSHED = 0.002;

/** What is looked at: the whole scene, or what comes into a step of a layer. */
export interface ScopesOf {
  layer: string;
  step: string;
}

/**
 * The scene as it comes into a step of a layer: that step and those after it are off; of a grade, what lies above it as well. The scene
 * is not changed.
 */
export function sceneBefore(scene: Scene, { layer, step }: ScopesOf): Scene {
  const own = findLayer(scene, layer);
  if (!own) return scene;
  const at = own.steps.findIndex((s) => s.id === step);
  const before: Layer = {
    ...own,
    steps: own.steps.map((s, i) => (i >= at ? { ...s, enabled: false } : s)),
  };
  const within = (layers: readonly Layer[]): Layer[] => {
    const here = layers.findIndex((l) => l.id === layer);
    return layers.map((l, i) => {
      if (l.id === layer) return before;
      const isAbove = here >= 0 && i > here && grades(own);
      return {
        ...l,
        ...(isAbove && { visible: false }),
        ...(l.layers && { layers: within(l.layers) }),
      };
    });
  };
  return { ...scene, layers: within(scene.layers) };
}

/** What scopes show of a scene, or of what comes into a step, before the scene's end. */
export function scopesOf(
  scene: Scene,
  of: ScopesOf | null,
  request: Pick<RenderRequest, 'picture' | 'memo'>,
): Scopes {
  const seen = of ? sceneBefore(scene, of) : scene;
  const own = of && findLayer(scene, of.layer);
  const alone = own && !grades(own);
  const scale = Math.min(1, SIDE / Math.max(scene.width, scene.height));
  const pixels = render(seen, {
    ...request,
    ...{ region: wholeScene(scene, scale), scale },
    ...(alone && { layers: [own.id], background: false }),
  });
  return scoped(() => counted(pixels, scene.mixing, 2 ** scene.end.exposure));
}

/** Scopes of some pixels, whose light is multiplied by `gain`. */
function counted(pixels: ColourBuffer, mixing: Mixing, gain: number): Scopes {
  const { region } = pixels;
  const light = each(lightColour(mixing), (v) => multiply(v, gain));
  const colour = gain === 1 ? encodedColour(mixing) : each(light, encoded);
  const [, a, b] = toOklab(light);
  const tones = numbersOf(compile([...colour, COVERAGE]), pixels, region).data;
  const chroma = numbersOf(compile([a, b, lumaOf(colour), COVERAGE]), pixels, region).data;
  const histogram = new Uint32Array(4 * TONES);
  const waveform = new Float32Array(WAVE.columns * WAVE.rows);
  const colours = new Uint32Array(COLOURS * COLOURS);
  const bin = (v: number, size: number) => Math.min(size - 1, Math.max(0, Math.floor(v * size)));
  const cell = (v: number) => bin(v / MOST_CHROMA / 2 + 0.5, COLOURS);
  let [count, clipped, crushed] = [0, 0, 0];
  for (let i = 0, px = 0; i < tones.length; i += 4, px++) {
    if (tones[i + 3]! < COVERED) continue;
    const [red, green, blue, tone] = [tones[i]!, tones[i + 1]!, tones[i + 2]!, chroma[i + 2]!];
    const most = Math.max(red, green, blue);
    count++;
    if (most > CLIPPED) clipped++;
    if (most < CRUSHED) crushed++;
    histogram[bin(red, TONES)]!++;
    histogram[TONES + bin(green, TONES)]!++;
    histogram[2 * TONES + bin(blue, TONES)]!++;
    histogram[3 * TONES + bin(tone, TONES)]!++;
    const column = bin((px % region.width) / region.width, WAVE.columns);
    waveform[(WAVE.rows - 1 - bin(tone, WAVE.rows)) * WAVE.columns + column]! += 1 / region.height;
    colours[(COLOURS - 1 - cell(chroma[i + 1]!)) * COLOURS + cell(chroma[i]!)]!++;
  }
  const all = count || 1;
  return { histogram, waveform, colours, clipped: clipped / all, crushed: crushed / all };
}
