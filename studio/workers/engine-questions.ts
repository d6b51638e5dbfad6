/** What the worker that computes is asked about a scene. */
import { transfer } from 'comlink';
import { pathsOfRings, ringsOf } from '@ignis/core/geometry/contours';
import { scoped } from '@ignis/core/pixels/heap';
import { mainColours } from '@ignis/core/pixels/main-colours';
import { wholeScene } from '@ignis/core/pixels/region';
import { dripsOf } from '@ignis/core/render/drips';
import { gradeTable } from '@ignis/core/render/grade-table';
import { mirroredBox } from '@ignis/core/render/mirrored-box';
import { render } from '@ignis/core/render/render';
import { scopesOf } from '@ignis/core/render/scopes';
import { colourAt, lightAt, maskOver } from '@ignis/core/render/selection';
import { shadowFloor } from '@ignis/core/render/shadow-floor';
import { weaveSpans } from '@ignis/core/render/weave-spans';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { knotsOf } from '@ignis/core/sources/crossed-pass';
import { about, small } from './engine-scenes';
import type { Engine } from './protocol';

/** The longer side of a mask that paths are drawn from, px. */
const PATHS = 2048;
/** The longer side of the picture that main colours are looked for in, px, and how many of them there are at most. */
const COLOURS_SIDE = 160;
const MOST_COLOURS = 10;

export const questions = {
  mainColours: (delta) =>
    about(delta, (scene, { picture }) =>
      scoped(() => {
        const { data } = small(scene, picture, { side: COLOURS_SIDE, background: true });
        return mainColours(data as Uint8ClampedArray, MOST_COLOURS);
      }),
    ),

  weave: (delta, layer) => about(delta, (scene, given) => weaveSpans(scene, layer, given)),

  crossings: (source) => Promise.resolve(knotsOf(source).crossings),

  mirroredBox: (delta, layer) => about(delta, (scene, given) => mirroredBox(scene, layer, given)),

  shadowFloor: (delta, layer) => about(delta, (scene, given) => shadowFloor(scene, layer, given)),

  drips: (delta, layer, step) => about(delta, (scene, given) => dripsOf(scene, layer, step, given)),

  maskView: ({ scene: delta, owner, region, scale, pixels, edge }) =>
    about(delta, (scene, given) => {
      const made = maskOver(scene, owner, { region, scale, ...given });
      if (!made) return null;
      const rings = edge ? ringsOf(made).map((ring) => ring.map((v) => v / scale)) : [];
      const shows = new Uint8ClampedArray(pixels ? made.data.length : 0);
      for (let i = 0; i < shows.length; i++) shows[i] = made.data[i]! * 255;
      return transfer({ region, scale, rings, shows }, [shows.buffer]);
    }),

  maskPaths: (delta, owner) =>
    about(delta, (scene, given) => {
      const scale = Math.min(1, PATHS / Math.max(scene.width, scene.height));
      const made = maskOver(scene, owner, { region: wholeScene(scene, scale), scale, ...given });
      if (!made) return [];
      const rings = ringsOf(made).map((ring) => ring.map((v) => v / scale));
      return pathsOfRings(rings, 0.8 / scale);
    }),

  colourAt: (delta, of, x, y) =>
    about(delta, (scene, given) => colourAt(scene, of, { x, y }, given)),

  lightAt: (delta, x, y) => about(delta, (scene, given) => lightAt(scene, { x, y }, given)),

  scopes: (delta, of) => about(delta, (scene, given) => scopesOf(scene, of, given)),

  gradeTable: (delta, layer, side) =>
    about(delta, (scene, given) => gradeTable(scene, layer, side, given)),

  layersAt: (delta, x, y) =>
    about(delta, (scene, { picture }) => {
      const region = { x: Math.floor(x), y: Math.floor(y), width: 1, height: 1 };
      const shows = (id: string) =>
        render(scene, { region, scale: 1, layers: [id], background: false, picture }).data[3]! >
        0.1;
      return everyLayer(scene.layers)
        .filter((l) => l.visible && !l.layers && shows(l.id))
        .map((l) => l.id)
        .reverse();
    }),
} satisfies Partial<Engine>;
