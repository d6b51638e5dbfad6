import type { BookBrush } from '@ignis/core/recipes/brushes/book-brush';
import { POINT } from '@ignis/core/brush/points';
import { wholeScene } from '@ignis/core/pixels/region';
import { newPaint, newScene } from '@ignis/core/scene/model/make';
import type { Scene } from '@ignis/core/scene/model/schema';
import { addAsset } from '../../workers/engine';
import { cell } from '../../workers/questions';

/** Pictures of strokes of brushes. */

/** Px of the picture; strokes are drawn twice as large. */
export const WIDTH = 216;
export const HEIGHT = 76;
const FINE = 2;
/** Brushes larger than this are shown as large, px of the scene. */
const LARGEST = 84;
const POINTS = 40;

/** A wave with a hand that presses, and lets go. */
function wave(): number[] {
  const all: number[] = [];
  for (let i = 0; i < POINTS; i++) {
    const t = i / (POINTS - 1);
    const x = FINE * (22 + (WIDTH - 44) * t);
    const y = FINE * (HEIGHT / 2 - 14 * Math.sin(t * 2 * Math.PI));
    all.push(x, y, 0.25 + 0.75 * Math.sin(Math.PI * t), 20, 0, t * 600);
  }
  return all;
}

/** A scene with one stroke of a brush; dark brushes are shown on a light ground. */
export function brushScene({ brush, colour }: BookBrush): Scene {
  const light = parseInt(colour.slice(1, 3), 16) + parseInt(colour.slice(3, 5), 16) < 120;
  const scene = newScene('', WIDTH * FINE, HEIGHT * FINE, light ? '#8b8f98' : '#1d1f24');
  const k = Math.min(1, LARGEST / brush.size);
  const scaled = {
    ...brush,
    size: brush.size * k,
    ...(brush.grainSize && { grainSize: Math.max(2, brush.grainSize * k) }),
  };
  const points = wave();
  const layer = newPaint('');
  layer.source.strokes = [
    { id: 'sample', way: 'over', colour, brush: scaled, points: [points.slice(0, POINT * POINTS)] },
  ];
  scene.layers.push(layer);
  return scene;
}

/** The asset of what a brush stamps, which the engine is given; empty for none. */
export async function stampAsset({ brush, stamp }: BookBrush): Promise<string> {
  if (!stamp || !brush.stamp) return brush.stamp ?? '';
  addAsset(brush.stamp, await (await fetch(stamp)).blob());
  return brush.stamp;
}

/** A picture of a stroke of a brush. */
export async function sample(brush: BookBrush): Promise<ImageData> {
  await stampAsset(brush);
  const scene = brushScene(brush);
  const { region, pixels } = await cell({
    ...{ scene, region: wholeScene(scene, 1), scale: 1, focus: null },
  });
  return new ImageData(pixels, region.width, region.height);
}
