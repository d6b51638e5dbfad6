/** The unlit pictures of the truths, lit in Ignis: tubes, their light on what stands about them, reflections, glare. */
import { assetName } from '../../core/files/ignis-file';
import type { Anchor, Path } from '../../core/geometry/path';
import { corner } from '../../core/geometry/path';
import {
  newGrade,
  newLineOf,
  newMask,
  newPart,
  newPicture,
  newReflection,
  newScene,
  newSpill,
  newStep,
} from '../../core/scene/model/make';
import type { Layer, Scene } from '../../core/scene/model/schema';
import { newPass, tubePasses } from '../../core/sources/pass';
import { formatHex } from 'culori';
import { pathsOfRings, ringsOf } from '../../core/geometry/contours';
import type { MaskShape } from '../../core/masks/index';
import type { Mask } from '../../core/masks/mask';
import { plane } from '../../core/pixels/buffer';
import { scoped } from '../../core/pixels/heap';
import type { Hit, Rgb, Tube, World } from '../tracer/world';
import { LENS } from './lens';
import { SCALE, SIZE, seenAt, truths, wayThrough } from './worlds';

/** What an artist sets by eye, one truth at a time. */
export interface Settings {
  /** What the light falls on: how high it hangs over that, px, and how bright it is there, stops. */
  falls: { on: 'all' | 'subject' | 'floor'; height: number; stops: number }[];
  /** The glare of the lens: how much scatters, and how wide its core is, σ px. */
  glare: number;
  bloom: number;
  tail: number;
  /** The reflection: its opacity, %, how rough it is near and far, σ px; and the line on the floor, px. */
  mirror?: { opacity: number; near: number; far: number; line: number; drawn: number };
}

export const settings: Record<keyof typeof truths, Settings> = {
  wall: { falls: [{ on: 'all', height: 24, stops: 1.8 }], glare: 33, bloom: 1.4, tail: 1.31 },
  heron: {
    falls: [
      { on: 'floor', height: 72, stops: -0.1 },
      { on: 'subject', height: 14, stops: 2.9 },
    ],
    ...{ glare: 16, bloom: 1.9, tail: 1.35 },
    mirror: { opacity: 6.2, near: 0.1, far: 0.6, line: 307, drawn: 100 },
  },
  boat: {
    falls: [
      { on: 'floor', height: 12, stops: -0.4 },
      { on: 'subject', height: 48, stops: 4.8 },
    ],
    ...{ glare: 19, bloom: 1.7, tail: 1.35 },
    mirror: { opacity: 41, near: 8.2, far: 42, line: 296, drawn: 144 },
  },
};

/** A radiance as a colour and how bright it is, stops. */
function lightOf([r, g, b]: Rgb): { colour: string; intensity: number } {
  const top = Math.max(r, g, b);
  const encoded = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
  const colour = formatHex({
    mode: 'rgb',
    r: encoded(r / top),
    g: encoded(g / top),
    b: encoded(b / top),
  });
  return { colour, intensity: Math.round(10 * Math.log2(top)) / 10 };
}

const closed = ({ points }: Tube): boolean => {
  const [a, b] = [points[0]!, points.at(-1)!];
  return Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) < 1e-6;
};

const anchorOf = (world: World, p: Rgb): Anchor => {
  const { x, y } = seenAt(world, p);
  return corner(Math.round(x * 100) / 100, Math.round(y * 100) / 100);
};

/** A tube as it is drawn on the picture: whole, or without what stands before it. */
function pathsOf(world: World, tube: Tube, hidden: boolean): Path[] {
  const anchors = tube.points.map((p) => anchorOf(world, p));
  if (!hidden) {
    const isRing = closed(tube);
    return [{ closed: isRing, anchors: isRing ? anchors.slice(0, -1) : anchors }];
  }
  const hit: Hit = { t: 0, what: 0 };
  const shows = tube.points.map((p) => {
    const { at } = world.camera;
    const way: Rgb = [p[0] - at[0], p[1] - at[1], p[2] - at[2]];
    const far = Math.hypot(...way);
    world.meet([...at], way.map((v) => v / far) as Rgb, far, hit);
    return hit.t > far * 0.995;
  });
  const paths: Path[] = [];
  anchors.forEach((a, i) => {
    if (!shows[i]) return;
    if (shows[i - 1]) paths.at(-1)!.anchors.push(a);
    else paths.push({ closed: false, anchors: [a] });
  });
  return paths.filter((p) => p.anchors.length > 1);
}

/** How wide a tube shows, px: in its middle. */
const widthOf = (world: World, tube: Tube): number => {
  const middle = tube.points[Math.floor(tube.points.length / 2)]!;
  return Math.round(100 * 2 * tube.radius * seenAt(world, middle).unit) / 100;
};

const masks = new Map<string, Mask>();
/** What an artist cuts out of a picture: its subject, or the floor without that. */
function maskOf(name: keyof typeof truths, on: 'subject' | 'floor'): Mask {
  const known = masks.get(`${name} ${on}`);
  if (known) return known;
  const { world, isSubject, floor = [] } = truths[name];
  const { width, height } = SIZE;
  const subject = scoped(() => {
    const made = plane({ x: 0, y: 0, width, height });
    const hit: Hit = { t: 0, what: 0 };
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        world.meet([...world.camera.at], wayThrough(world, x + 0.5, y + 0.5), 1e4, hit);
        if (hit.t < Infinity && isSubject?.(hit.what)) made.data[y * width + x] = 1;
      }
    return pathsOfRings(ringsOf(made), 0.8);
  });
  const around: MaskShape = { kind: 'area', paths: subject };
  const made =
    on === 'subject'
      ? newMask(around)
      : newMask({
          kind: 'area',
          paths: [{ closed: true, anchors: floor.map(([x, y]) => corner(x, y)) }],
        });
  if (on === 'floor') made.parts.push(newPart(around, 'subtract'));
  made.parts.forEach((p, i) => (p.id = `${on}-${i}`));
  masks.set(`${name} ${on}`, made);
  return made;
}

/** The unlit picture of a truth as a scene, lit with what Ignis has now, or as it was lit before light had intensities. */
export async function litScene(
  name: keyof typeof truths,
  unlit: Uint8Array,
  set: Settings,
  before = false,
): Promise<Scene> {
  const { world, tubes } = truths[name];
  const scene = newScene(`Truth: ${name}`, SIZE.width, SIZE.height, null);
  const asset = await assetName(unlit, 'png');
  const source = { kind: 'picture' as const, asset, ...SIZE };
  const middle = { x: SIZE.width / 2, y: SIZE.height / 2 };
  const floor = newPicture('Unlit', source, scene, middle, true);
  floor.id = 'unlit';
  let counter = 0;
  const layers: Layer[] = [floor];
  const lights: Layer[] = tubes.map((tube, i) => {
    const { colour, intensity } = lightOf(tube.light);
    const width = widthOf(world, tube);
    const line = newLineOf(`Tube ${i + 1}`, {
      light: colour,
      shape: { kind: 'path', paths: pathsOf(world, tube, true) },
      passes: before
        ? tubePasses(colour, width, () => `pass-${i}-${counter++}`)
        : [newPass(`pass-${i}`, 'Tube', { width, colour, intensity })],
    });
    return { ...line, id: `tube-${i}` };
  });

  if (before) {
    for (const [i, light] of lights.entries()) {
      const spill = { ...newSpill(light), id: `spill-${i}`, clip: true };
      layers.push(spill);
    }
    scene.layers = [...layers, ...lights];
    return scene;
  }
  scene.mixing = 'light';
  scene.end.burn = true;
  for (const [i, tube] of tubes.entries()) {
    // The light of what stands behind others falls on them as well.
    const line = newLineOf(`Light of tube ${i + 1}`, {
      light: lightOf(tube.light).colour,
      shape: { kind: 'path', paths: pathsOf(world, tube, false) },
      passes: [
        newPass(`light-${i}`, 'Light', {
          width: widthOf(world, tube),
          ...lightOf(tube.light),
        }),
      ],
    });
    Object.assign(line, { id: `light-${i}`, opacity: 0 });
    for (const { on, height, stops } of set.falls) {
      const spill = newSpill(line);
      Object.assign(spill, {
        ...{ id: `spill-${on}-${i}`, clip: true, blend: 'add', opacity: 100, intensity: stops },
        ...(on !== 'all' && { mask: maskOf(name, on) }),
      });
      Object.assign(spill.source.values, { way: 'light', height, reach: 420 });
      layers.push(spill);
    }
    lights.unshift(line);
  }
  if (set.mirror) {
    const { opacity, near, far, line, drawn } = set.mirror;
    for (const [i, light] of lights.filter((l) => l.id.startsWith('light')).entries()) {
      const mirror = newReflection(light);
      Object.assign(mirror, { id: `mirror-${i}`, opacity });
      Object.assign(mirror.source.values, {
        ...{ left: { x: 0, y: line }, right: { x: SIZE.width, y: line } },
        ...{ roughNear: near, roughFar: far, drawn, fade: 500, ripples: 0 },
      });
      layers.push(mirror);
    }
  }
  const glare = newStep('light.glare');
  glare.id = 'glare';
  Object.assign(glare.values, {
    ...LENS,
    ...{ amount: set.glare, size: set.bloom, tail: set.tail, tailReach: LENS.tailReach / SCALE },
  });
  const lens = { ...newGrade('Lens', [glare]), id: 'lens' };
  scene.layers = [...layers, ...lights, lens];
  return scene;
}
