import { scaling } from '../geometry/affine';
import { DAB, dabbed } from '../kernels/brush';
import { distanceField } from '../kernels/distance';
import { withinPaths } from '../kernels/within-paths';
import { dabsOf } from '../brush/stroke';
import type { Plane } from '../pixels/buffer';
import { crop, plane } from '../pixels/buffer';
import { scoped } from '../pixels/heap';
import type { Region } from '../pixels/region';
import type { CutOutShape, Mark } from './cut-out';

/** What is known of each px: as the marks say, or as it is guessed. */
export const LABEL = { background: 0, subject: 1, maybeBackground: 2, maybeSubject: 3 } as const;

/** The tones, 0–255, that encode labels in a small picture: black and white are certain. */
const TONES: Readonly<Record<number, number>> = {
  [LABEL.background]: 0,
  [LABEL.subject]: 255,
  [LABEL.maybeBackground]: 48,
  [LABEL.maybeSubject]: 207,
};
/** Tones nearer than this to black or white are certain, even where they were resampled, 0–1. */
const CERTAIN = 0.06;

/** Labels that were found, as the tones of a small picture, one byte a px. */
export const tonesOf = (labels: Uint8Array): Uint8Array => labels.map((l) => TONES[l]!);

/** The labels that tones, 0–1, encode. */
export function labelsFromTones(tones: Float32Array): Uint8Array {
  const out = new Uint8Array(tones.length);
  for (let i = 0; i < out.length; i++) {
    const tone = tones[i]!;
    if (tone >= 0.5) out[i] = tone > 1 - CERTAIN ? LABEL.subject : LABEL.maybeSubject;
    else out[i] = tone < CERTAIN ? LABEL.background : LABEL.maybeBackground;
  }
  return out;
}

/** A size of labels, px, and px of it for one of the picture. */
export interface Grid {
  width: number;
  height: number;
  scale: number;
}

/** What marks of a kind go over, 0–1, on a grid. */
export function marked(marks: readonly Mark[], says: Mark['says'], grid: Grid): Plane {
  const region = { x: 0, y: 0, width: grid.width, height: grid.height };
  return scoped(() => {
    const dabs = marks
      .filter((m) => m.says === says)
      .flatMap((m) => {
        const points = Array.from({ length: m.points.length / 2 }, (_, i) => [
          m.points[2 * i]!,
          m.points[2 * i + 1]!,
          1,
        ]).flat();
        const stroke = { hides: false, size: m.size, hardness: 100, flow: 100, opacity: 100 };
        return [...dabsOf({ ...stroke, points }, scaling(grid.scale))];
      });
    // What is thinner than a px of the grid still says what it says.
    for (let i = 2; i < dabs.length; i += DAB) dabs[i] = Math.max(0.75, dabs[i]!);
    return crop(dabbed(Float32Array.from(dabs), 1, region), region);
  });
}

/**
 * What is known before anything is guessed: outside the rough outline all is background, within it nothing is
 * known but what marks say; where they say both, the last is right. `maybeSubject` within. One label a px.
 */
export function knownLabels({ around, marks }: CutOutShape, grid: Grid): Uint8Array {
  const { width, height, scale } = grid;
  const region = { x: 0, y: 0, width, height };
  const out = new Uint8Array(width * height).fill(LABEL.maybeSubject);
  if (around) {
    const inside = scoped(() => withinPaths([around], scaling(scale), region)).data;
    for (let i = 0; i < out.length; i++) if (inside[i]! < 0.5) out[i] = LABEL.background;
  }
  // Each run of marks that say the same, in order, so that a later one is right.
  let run: Mark[] = [];
  const lay = () => {
    const says = run[0]?.says;
    if (says !== 'subject' && says !== 'background') return;
    const over = marked(run, says, grid).data;
    for (let i = 0; i < out.length; i++) if (over[i]! >= 0.5) out[i] = LABEL[says];
  };
  for (const mark of marks) {
    if (run.length > 0 && run[0]!.says !== mark.says) {
      lay();
      run = [];
    }
    run.push(mark);
  }
  lay();
  return out;
}

/** Labels on a coarser grid of w × h px: what most of the px beneath one say, what is certain first. */
export function coarser(
  labels: Uint8Array,
  { width, height }: Pick<Grid, 'width' | 'height'>,
  w: number,
  h: number,
): Uint8Array {
  if (w === width && h === height) return labels;
  const out = new Uint8Array(w * h);
  const counts = [0, 0, 0, 0];
  for (let y = 0, i = 0; y < h; y++) {
    const [v0, v1] = [Math.floor((y * height) / h), Math.ceil(((y + 1) * height) / h)];
    for (let x = 0; x < w; x++, i++) {
      const [u0, u1] = [Math.floor((x * width) / w), Math.ceil(((x + 1) * width) / w)];
      counts[0] = counts[1] = counts[2] = counts[3] = 0;
      for (let v = v0; v < v1; v++)
        for (let k = v * width + u0; k < v * width + u1; k++) counts[labels[k]!]!++;
      let best = 0;
      for (let l = 1; l < 4; l++) if (counts[l]! > counts[best]!) best = l;
      out[i] = best;
    }
  }
  return out;
}

/**
 * Labels by a subject (1 or 0 a px of w × h): certain, but for a band of so many px to each side of its outline.
 */
export function banded(subject: Uint8Array, w: number, h: number, band: number): Uint8Array {
  return scoped(() => {
    const shape = plane({ x: 0, y: 0, width: w, height: h });
    shape.data.set(subject);
    const [outside, inside] = [distanceField(shape).data, distanceField(shape, true).data];
    return subject.map((own, i) => {
      if (own === 1) return inside[i]! > band ? LABEL.subject : LABEL.maybeSubject;
      return outside[i]! > band ? LABEL.background : LABEL.maybeBackground;
    });
  });
}

/** The px, of a side of so many, that the middle of one of another side lies in. */
export const beneath = (at: number, side: number, of: number): number =>
  Math.min(of - 1, Math.floor(((at + 0.5) * of) / side));

/** Labels of w × h px on a region of another grid: those that the middle of each of its px lies in. */
export function resized(
  labels: Uint8Array,
  [w, h]: readonly [number, number],
  { width, height }: Pick<Grid, 'width' | 'height'>,
  of: Region = { x: 0, y: 0, width, height },
): Uint8Array {
  const columns = Int32Array.from({ length: of.width }, (_, x) => beneath(of.x + x, width, w));
  const out = new Uint8Array(of.width * of.height);
  for (let y = 0, i = 0; y < of.height; y++) {
    const line = beneath(of.y + y, height, h) * w;
    for (let x = 0; x < of.width; x++, i++) out[i] = labels[line + columns[x]!]!;
  }
  return out;
}
