import { haloOf, tailFalls } from '../../definitions/blurring';
import type { NumberParameter, Values } from '../../definitions/parameter';
import { angle, count, length, percent } from '../../definitions/number-parameters';
import { defineStep } from '../../definitions/step';
import { layScattered, tooBright } from '../../kernels/glare';
import type { Part } from '../../kernels/halo';
import { blurredByParts, haloParts, marginOfParts } from '../../kernels/halo';
import { copied } from '../../kernels/rows';
import { lightSeen } from '../../definitions/seen-light';
import type { Streak } from '../../kernels/streak';
import { addLight } from '../../kernels/lay-light';
import { addStreaks, streakMargin } from '../../kernels/streak';
import type { ColourBuffer } from '../../pixels/buffer';
import { colourBuffer, crop } from '../../pixels/buffer';
import type { Rgb } from '../../pixels/colour';
import { rgb } from '../../pixels/colour';
import { scoped } from '../../pixels/heap';
import type { Region } from '../../pixels/region';
import { grow, intersect } from '../../pixels/region';

const { tail, tailReach } = tailFalls(1.4, 240);

const WHITE = '#ffffff';

/** A share of what scatters, for one part of a glare: none in scenes that are older than it. */
const part = (label: string, help: string) =>
  ({ ...percent(label, 0), help, absent: 0 }) satisfies NumberParameter;
const tinted = (label: string, colour: string, of: string) =>
  ({ kind: 'colour', label, default: colour, absent: WHITE, needs: { [of]: 'some' } }) as const;

/** Light that scatters in an eye or a lens. */
export const glare = defineStep({
  kind: 'light.glare',
  label: 'Glare',
  help: 'What is brighter than the screen can show scatters, as in an eye or a lens: it is spread, and none is added.',
  parameters: {
    threshold: {
      kind: 'number',
      label: 'Threshold',
      help: 'Only what is brighter scatters, stops: 0 is white.',
      unit: 'stops',
      min: -6,
      max: 8,
      slider: [-3, 4],
      step: 0.1,
      default: 0,
    },
    amount: { ...percent('Scatter', 35), help: 'How much of it scatters.' },
    size: {
      ...length('Bloom', 6, { min: 0.5, max: 500, slider: [0.5, 60] }),
      unit: 'σ px',
      help: 'How wide the core of the bloom is, which has what the other parts leave.',
      step: 0.5,
    },
    tail,
    tailReach: { ...tailReach, max: 2000, slider: [1, 800] },
    tint: {
      kind: 'colour',
      label: 'Tint',
      help: 'The colour of the bloom; white keeps that of the light.',
      default: '#ffffff',
    },
    veil: { ...percent('Veil', 10), help: 'The share that lies evenly over all, as in mist.' },
    veilSize: {
      ...percent('Veil’s size', 100, 10, 400),
      help: 'How far the veil goes, as a share of the tail of the bloom.',
      needs: { veil: 'some' },
      absent: 100,
    },
    veilTint: {
      ...tinted('Veil’s tint', '#ffffff', 'veil'),
      help: 'The colour of the veil; white keeps that of the light.',
    },
    ring: part('Halo', 'The share that goes into a ring round the light, as in a damp eye.'),
    ringSize: {
      ...length('Halo’s radius', 70, { min: 1, max: 1500, slider: [1, 400] }),
      help: 'How large the ring round each light is.',
      needs: { ring: 'some' },
      absent: 70,
    },
    ringTint: {
      ...tinted('Halo’s tint', '#ffd9c2', 'ring'),
      help: 'The colour of the ring; white keeps that of the light.',
    },
    star: part('Star', 'The share that goes into streaks like those of an aperture’s blades.'),
    points: {
      ...count('Points', 6, { min: 2, max: 18 }),
      help: 'How many points each star has.',
      needs: { star: 'some' },
      absent: 6,
    },
    starLength: {
      ...length('Star’s length', 90, { min: 1, max: 1500, slider: [1, 500] }),
      help: 'How far its streaks go until a third is left.',
      needs: { star: 'some' },
      absent: 90,
    },
    starTurn: {
      ...angle('Star’s turn', 15),
      help: 'How the stars are turned.',
      needs: { star: 'some' },
      absent: 15,
    },
    starTint: {
      ...tinted('Star’s tint', '#ffffff', 'star'),
      help: 'The colour of the stars; white keeps that of the light.',
    },
    streak: part('Streak', 'The share that goes into one long streak, as in an anamorphic lens.'),
    streakLength: {
      ...length('Streak’s length', 320, { min: 1, max: 2500, slider: [1, 1200] }),
      help: 'How far the streak reaches to each side.',
      needs: { streak: 'some' },
      absent: 320,
    },
    streakTurn: {
      ...angle('Streak’s turn', 0),
      help: 'How the streak is turned; level at 0.',
      needs: { streak: 'some' },
      absent: 0,
    },
    streakTint: {
      ...tinted('Streak’s tint', '#7aa8ff', 'streak'),
      help: 'The colour of the streak; white keeps that of the light.',
    },
  },
  margin: (values, scale) => {
    const { merged, tinted, streaks } = plannedFor(values, scale);
    return Math.max(
      marginOfParts(merged),
      ...tinted.map((t) => marginOfParts(t.parts)),
      ...streaks.map(streakMargin),
    );
  },
  inLens: true,
  apply(input, values, { scale, wanted, mixing, scene }) {
    const plan = plannedFor(values, scale);
    const seen = intersect(input.region, lightSeen(scene));
    const region = intersect(grow(input.region, glare.margin(values, scale, scale)), wanted);
    return scoped(() => {
      const bright = tooBright(crop(input, seen), mixing, 2 ** values.threshold);
      const scattered = scatteredBy(bright, plan, region);
      const out = copied(crop(input, region));
      layScattered(
        out,
        crop(bright, region),
        crop(scattered, region),
        mixing,
        values.amount / 100,
        rgb(values.tint, 'light'),
      );
      return out;
    });
  },
});

type GlareValues = Values<typeof glare.parameters>;

/** How a glare scatters light: together all of it is what is put in, but for tints. */
interface Plan {
  /** Gaussians in the colour of the light, the finest first. */
  merged: Part[];
  /** Gaussians in a tint. A weight below 0 takes away from the one before it. */
  tinted: { parts: Part[]; tint: Rgb }[];
  streaks: Streak[];
}

/** A ring is what a Gaussian has beyond a narrower one of so many times its σ; that has its top at so many of the wider’s σ. */
const [RING_INNER, RING_TOP] = [0.8, 1.26];
/** How much farther red goes in a star, and how much less far blue: the longer the wave, the wider it is bent. */
const SPECTRUM: Rgb = [1.18, 1, 0.84];
/** Streaks are so thick, σ, for one px of the scene; and at least for one of the render. */
const [THICK, THINNEST] = [1.5, 1];

/** How values scatter light, with lengths of `scale` px. */
function plannedFor(v: GlareValues, scale: number): Plan {
  const { ring = 0, star = 0, streak = 0, veil } = v;
  const all = veil + ring + star + streak;
  // More than all of it there is not.
  const share = (percents: number) => percents / Math.max(100, all);
  const bloom = haloParts(haloOf(v.size * scale, v, scale));
  const plan: Plan = {
    merged: bloom.map((p) => ({ ...p, weight: p.weight * (1 - share(all)) })),
    tinted: [],
    streaks: [],
  };
  if (veil > 0) {
    const reach = (v.tailReach * scale * (v.veilSize ?? 100)) / 200;
    const wide = { sigma: Math.max(reach, bloom.at(-1)!.sigma), weight: share(veil) };
    if ((v.veilTint ?? WHITE) === WHITE) plan.merged.push(wide);
    else plan.tinted.push({ parts: [wide], tint: rgb(v.veilTint!, 'light') });
  }
  if (ring > 0) {
    const outer = ((v.ringSize ?? 70) * scale) / RING_TOP;
    const inner = outer * RING_INNER;
    // Both are equally high in the middle, where nothing is left.
    const whole = share(ring) / (outer ** 2 - inner ** 2);
    const tint = rgb(v.ringTint ?? WHITE, 'light');
    plan.tinted.push({ parts: [{ sigma: outer, weight: whole * outer ** 2 }], tint });
    plan.tinted.push({
      parts: [{ sigma: inner, weight: whole * inner ** 2 }],
      tint: [-tint[0], -tint[1], -tint[2]],
    });
  }
  const thickness = Math.max(THINNEST, THICK * scale);
  if (star > 0) {
    const points = Math.round(v.points ?? 6);
    const tint = rgb(v.starTint ?? WHITE, 'light');
    const turn = ((v.starTurn ?? 15) * Math.PI) / 180;
    // Of an even number every streak has one that goes on to the other side.
    const even = points % 2 === 0;
    const many = even ? points / 2 : points;
    for (let i = 0; i < many; i++)
      plan.streaks.push({
        angle: turn + (i * 2 * Math.PI) / points,
        oneSided: !even,
        lengths: SPECTRUM.map((s) => s * (v.starLength ?? 90) * scale) as unknown as Rgb,
        thickness,
        share: tint.map((t) => (t * share(star)) / many) as unknown as Rgb,
      });
  }
  if (streak > 0) {
    const far = (v.streakLength ?? 320) * scale;
    plan.streaks.push({
      angle: ((v.streakTurn ?? 0) * Math.PI) / 180,
      oneSided: false,
      lengths: [far, far, far],
      thickness,
      share: rgb(v.streakTint ?? WHITE, 'light').map((t) => t * share(streak)) as unknown as Rgb,
    });
  }
  return plan;
}

/** Light scattered over a region: linear, nothing for alpha. */
function scatteredBy(bright: ColourBuffer, plan: Plan, region: Region): ColourBuffer {
  const { merged, tinted, streaks } = plan;
  const base = blurredByParts(bright, merged, region);
  if (tinted.length === 0 && streaks.length === 0) return base;
  const out = colourBuffer(region);
  addLight(out, base, [1, 1, 1]);
  for (const { parts, tint } of tinted)
    scoped(() => {
      addLight(out, blurredByParts(bright, parts, region), tint);
    });
  addStreaks(out, bright, streaks);
  return out;
}
