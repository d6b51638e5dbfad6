/** What light really does: tubes in the sample world, each lit and unlit from the same camera. */
import { fbm3 } from '../tracer/noise';
import type { Rgb, Tube, World } from '../tracer/world';
import { boat } from '../worlds/boat';
import { heron } from '../worlds/heron';
import { pier } from '../worlds/pier';
import { wall } from '../worlds/wall';

/** Truths are rendered so large, px; the sample pictures are three times as large. */
export const SIZE = { width: 640, height: 400 };
/** A px of a truth is so many of a sample picture. */
export const SCALE = 3;

const plain = { exposure: 1, grain: 0, vignette: 0, denoise: 0.35 };
const base = { ...SIZE, samples: 25, bounces: 3, most: 12, transparent: false };

/** A circle in a plane that faces the eye, as straight pieces. */
const ring = (x: number, y: number, z: number, r: number): Rgb[] =>
  Array.from({ length: 49 }, (_, i) => {
    const a = (i / 48) * 2 * Math.PI;
    return [x + r * Math.cos(a), y + r * Math.sin(a), z];
  });

/** (a) A straight tube and a ring, a hand's breadth before the harbour wall. */
const wallTubes: Tube[] = [
  {
    points: [
      [-2.9, 2.75, -0.28],
      [-0.4, 2.75, -0.28],
    ],
    radius: 0.028,
    light: [3.2, 8, 34],
  },
  { points: ring(0.1, 1.75, -0.28, 0.48), radius: 0.028, light: [34, 5.2, 2] },
];
const wallWorld: World = {
  ...wall,
  ...base,
  name: 'wall',
  // The lamp is far and weak: the tubes are what lights it.
  lamps: wall.lamps.map((l) => ({ ...l, light: l.light.map((v) => v * 0.35) as Rgb })),
  develop: plain,
};

/** (b) A heron as tall as a man on the pier, and a tube that winds about it. */
const STANDS: Rgb = [0.15, 0, 4.4];
const TALL = 0.56;
const local = (p: Rgb): Rgb => [
  (p[0] - STANDS[0]) / TALL,
  (p[1] - STANDS[1]) / TALL,
  (p[2] - STANDS[2]) / TALL,
];
const HERON = 9;
const own = { t: 0, what: 0 };
const winding: Rgb[] = Array.from({ length: 121 }, (_, i) => {
  const t = i / 120;
  const a = t * 2.4 * 2 * Math.PI + 0.6;
  const r = 0.62 - 0.22 * t;
  return [
    STANDS[0] + r * Math.cos(a),
    STANDS[1] + 0.22 + 1.3 * t,
    STANDS[2] + 0.62 * r * Math.sin(a),
  ];
});
const heronTubes: Tube[] = [{ points: winding, radius: 0.016, light: [16, 4, 40] }];
const heronWorld: World = {
  ...pier,
  ...base,
  name: 'heron',
  camera: { ...pier.camera, aperture: 0 },
  lamps: pier.lamps,
  meet(o, d, far, hit) {
    pier.meet(o, d, far, hit);
    heron.meet(local(o), d, Math.min(far, hit.t) / TALL, own);
    if (own.t * TALL < hit.t) {
      hit.t = own.t * TALL;
      hit.what = HERON;
    }
  },
  shade(p, d, hit, m) {
    if (hit.what === HERON) heron.shade(local(p), d, hit, m);
    else pier.shade(p, d, hit, m);
  },
  develop: plain,
};

/** (c) A blade of light over the paper boat, on a dark table. */
const TABLE = 7;
const boatTubes: Tube[] = [
  {
    points: [
      [-1.9, 1.62, -0.62],
      [1.75, 1.28, -0.62],
    ],
    radius: 0.035,
    light: [4, 10, 40],
  },
];
const boatWorld: World = {
  ...boat,
  ...base,
  name: 'boat',
  camera: { ...boat.camera, at: [1.6, 1.9, -7.2], target: [0, 0.75, 0], fov: 26 },
  lamps: boat.lamps.map((l) => ({ ...l, light: l.light.map((v) => v * 0.12) as Rgb })),
  meet(o, d, far, hit) {
    hit.what = 0;
    boat.meet(o, d, far, hit);
    if (d[1] < -1e-6) {
      const t = -o[1] / d[1];
      if (t > 0.001 && t < far && t < hit.t) {
        hit.t = t;
        hit.what = TABLE;
      }
    }
  },
  shade(p, d, hit, m) {
    if (hit.what !== TABLE) return boat.shade(p, d, hit, m);
    const grain = fbm3(p[0] * 3, p[1], p[2] * 14, 4);
    const tone = 0.05 + 0.06 * grain;
    m.albedo[0] = tone * 1.15;
    m.albedo[1] = tone;
    m.albedo[2] = tone * 0.86;
    m.coat = 0.03;
    m.rough = 0.42;
    m.normal[0] = m.normal[2] = 0;
    m.normal[1] = 1;
  },
  sky(d, out) {
    boat.sky(d, out);
    for (let i = 0; i < 3; i++) out[i] = out[i]! * 0.12;
  },
  develop: plain,
};

/** One truth: its world unlit, and the tubes that light it. */
export interface Truth {
  world: World;
  tubes: Tube[];
  /** Whether what a ray met is the subject that stands in the picture; left out, there is none. */
  isSubject?(what: number): boolean;
  /** What else the light falls on, as an artist would go round it, px. */
  floor?: readonly (readonly [x: number, y: number])[];
}

export const truths: Record<'wall' | 'heron' | 'boat', Truth> = {
  wall: { world: wallWorld, tubes: wallTubes },
  heron: {
    ...{ world: heronWorld, tubes: heronTubes },
    isSubject: (what) => what === HERON,
    floor: [
      [0, 400],
      [0, 352],
      [292, 214],
      [352, 214],
      [640, 352],
      [640, 400],
    ],
  },
  boat: {
    ...{ world: boatWorld, tubes: boatTubes },
    isSubject: (what) => what !== TABLE,
    floor: [
      [0, 400],
      [0, 62],
      [640, 62],
      [640, 400],
    ],
  },
};

/** The camera of a world: what is forward, right and up of it, and half of what it sees, at a distance of 1. */
function eyeOf({ camera }: World) {
  const unit = (v: Rgb): Rgb => {
    const l = Math.hypot(...v);
    return [v[0] / l, v[1] / l, v[2] / l];
  };
  const { at, target, fov } = camera;
  const forward = unit([target[0] - at[0], target[1] - at[1], target[2] - at[2]]);
  const right = unit([forward[2], 0, -forward[0]]);
  const up: Rgb = [
    forward[1] * right[2] - forward[2] * right[1],
    forward[2] * right[0] - forward[0] * right[2],
    forward[0] * right[1] - forward[1] * right[0],
  ];
  return { at, forward, right, up, half: Math.tan((fov * Math.PI) / 360) };
}

const dot = (a: Rgb, b: Rgb) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Where a place of a world shows in its picture, px, and how many px one unit is there. */
export function seenAt(world: World, p: Rgb): { x: number; y: number; unit: number } {
  const { at, forward, right, up, half } = eyeOf(world);
  const way: Rgb = [p[0] - at[0], p[1] - at[1], p[2] - at[2]];
  const unit = world.height / 2 / (half * dot(way, forward));
  return {
    x: world.width / 2 + dot(way, right) * unit,
    y: world.height / 2 - dot(way, up) * unit,
    unit,
  };
}

/** The unit vector from the eye through a place of a picture, px. */
export function wayThrough(world: World, x: number, y: number): Rgb {
  const { forward, right, up, half } = eyeOf(world);
  const u = ((x / world.width - 0.5) * 2 * half * world.width) / world.height;
  const v = (0.5 - y / world.height) * 2 * half;
  const way = [0, 1, 2].map((i) => forward[i]! + right[i]! * u + up[i]! * v);
  const l = Math.hypot(...way);
  return way.map((n) => n / l) as Rgb;
}
