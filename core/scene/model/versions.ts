/** Scenes of older versions, brought up to this one. */

import { each, isObject, type Json } from './json';
import { withOwnIds } from './own-ids';

/** Version 1 knew no groups, clips, masks or bodies, and ended its pictures plainly. */
const fromFirst = (scene: Json): Json => ({
  ...scene,
  version: 2,
  mixing: 'displayed',
  end: { exposure: 0, rollOff: false, knee: 80 },
  layers: each(scene.layers ?? [], (l) => ({ ...l, clip: false, body: 100, mask: null })),
});

/** What every pass of version 2 did not say: it drew the line in one colour from end to end. */
const PLAIN_PASS = {
  ...{ draws: 'stroke', grow: 0, hardness: 100 },
  ...{
    paint: 'one',
    colourEnd: '#ff5a1f',
    middle: 50,
    endOpacity: 100,
    paintAngle: 0,
    space: 'oklab',
  },
  ...{ start: 0, end: 0, point: 'pointed' },
  ...{ dashes: false, dash: 40, gap: 40, phase: 0, fit: true },
  ...{ x: 0, y: 0, beside: 0 },
};

/** Changes every layer of a list, those of groups too: its own entries, and its source if that is a line. */
const eachLayer = (
  layers: unknown,
  line: (source: Json) => Json,
  own: (layer: Json) => Json = (l) => l,
): unknown =>
  each(layers, (l) => ({
    ...own(l),
    ...(l.layers === undefined ? {} : { layers: eachLayer(l.layers, line, own) }),
    ...(isObject(l.source) && l.source.kind === 'line' ? { source: line(l.source) } : {}),
  }));

/** Version 2 knew one path a line, and no modifiers. */
const fromSecond = (scene: Json): Json => ({
  ...scene,
  version: 3,
  layers: eachLayer(scene.layers, ({ path, passes, ...rest }) => ({
    ...rest,
    shape: { kind: 'path', paths: [path] },
    modifiers: [],
    passes: each(passes, (p) => ({ ...PLAIN_PASS, ...p })),
  })),
});

/** What every pass of version 3 did not say: it thinned by shares, and its ramps had two colours. */
const SHORT_RAMP = {
  ...{ tapers: 'share', startLength: 0, endLength: 0 },
  ...{ stops: [], ends: null, kept: null },
};

/** Version 3 knew no guides, shears and gaps. */
const fromThird = (scene: Json): Json => ({
  ...scene,
  version: 4,
  guides: [],
  layers: eachLayer(
    scene.layers,
    (source) => ({
      ...source,
      gaps: [],
      passes: each(source.passes, (p) => ({ ...SHORT_RAMP, ...p })),
    }),
    (l) => ({
      ...l,
      ...(isObject(l.placement) ? { placement: { shear: 0, ...l.placement } } : {}),
    }),
  ),
});

/** What repeats of version 4 did not say: they went by steps. */
const BY_STEPS = { how: 'step', toX: 400, toY: 0, follow: true };

/** The insides that version 4 drew had holes where they crossed. */
const withRule = (lit: Json): Json => ({
  ...lit,
  passes: each(lit.passes, (p) => ({ rule: 'evenodd', ...p })),
});

/** Version 4 knew no corners, ripples that went as far as they would, and repeats by steps alone. */
const fromFourth = (scene: Json): Json => ({
  ...scene,
  version: 5,
  layers: eachLayer(
    scene.layers,
    (source) => ({
      ...source,
      ...withRule(source),
      modifiers: each(source.modifiers, (m) =>
        isObject(m.values) && (m.kind === 'repeat' || m.kind === 'ripple')
          ? { ...m, values: { ...(m.kind === 'repeat' ? BY_STEPS : { within: 0 }), ...m.values } }
          : m,
      ),
    }),
    (l) => ({
      ...l,
      ...(isObject(l.placement) ? { placement: { corners: null, ...l.placement } } : {}),
      ...(isObject(l.source) && isObject(l.source.own)
        ? { source: { ...l.source, own: withRule(l.source.own) } }
        : {}),
    }),
  ),
});

/** What a fill of version 5 did not say: it was of one colour. */
const PLAIN_PAINT = {
  ...{ paint: 'one', fit: 'scene', paintAngle: 90, ends: null, texture: 'clouds', picture: '' },
  ...{ mirror: false, size: 100, turn: 0, moveX: 0, moveY: 0, seed: 1 },
  ramp: {
    colours: [
      { at: 0, colour: '#ffe2a8', middle: 50 },
      { at: 100, colour: '#ff5a1f', middle: 50 },
    ],
    opacities: [{ at: 0, opacity: 100, middle: 50 }],
    space: 'oklab',
  },
};

interface OldStop {
  at: number;
  colour: string;
  opacity: number;
}

const isOldStop = (value: unknown): value is OldStop & Json =>
  isObject(value) && typeof value.at === 'number';

/**
 * A pass of version 5 had a colour at its start and its end, others between, an opacity for each, and one
 * place at which half of the whole change was done. A damaged one stays as it is: the check then names it.
 */
function withRamp(old: Json): Json {
  const { colourEnd, middle, endOpacity, space, stops, ...pass } = old;
  if (!Array.isArray(stops) || !stops.every(isOldStop) || typeof middle !== 'number') return old;
  const between = stops.toSorted((a, b) => a.at - b.at);
  const half = middle / 100;
  const all = [
    { at: 0, colour: pass.colour, opacity: 100 },
    // Half way, a place of the ramp lay elsewhere on the way.
    ...between.map((s) => ({ ...s, at: 100 * (s.at / 100) ** (Math.log(half) / Math.log(0.5)) })),
    { at: 100, colour: colourEnd, opacity: endOpacity },
  ];
  const way = between.length === 0 ? middle : 50;
  const even = all.every((s) => s.opacity === 100);
  const { kept } = pass;
  return {
    ...pass,
    ramp: {
      colours: all.map(({ at, colour }) => ({ at, colour, middle: way })),
      opacities: even
        ? [{ at: 0, opacity: 100, middle: 50 }]
        : all.map(({ at, opacity }) => ({ at, opacity, middle: way })),
      space,
    },
    kept:
      isObject(kept) && Array.isArray(kept.stops)
        ? {
            light: kept.light,
            colour: kept.colour,
            ramp: [kept.colour, ...(kept.stops as unknown[]), kept.colourEnd],
          }
        : null,
  };
}

/** A gradient map of version 5 had three colours. */
const withTones = ({ dark, middle, light, centre, space, ...values }: Json): Json => ({
  ...values,
  ramp: {
    colours: [
      { at: 0, colour: dark, middle: 50 },
      { at: centre, colour: middle, middle: 50 },
      { at: 100, colour: light, middle: 50 },
    ],
    opacities: [{ at: 0, opacity: 100, middle: 50 }],
    space,
  },
});

const withRamps = (lit: Json): Json => ({ ...lit, passes: each(lit.passes, withRamp) });

/** The source of version 5 with one kind of paint for fills, and one kind of ramp for passes. */
function repainted(source: Json): Json {
  if (source.kind === 'fill')
    return { kind: 'fill', paint: { ...PLAIN_PAINT, colour: source.colour } };
  if (source.kind === 'line') return withRamps(source);
  return isObject(source.own) ? { ...source, own: withRamps(source.own) } : source;
}

/** A mask of version 5 had one shape. */
const inParts = ({ shape, ...mask }: Json): Json => ({
  ...{ grow: 0, contrast: 0 },
  ...mask,
  parts: [{ id: 'first', enabled: true, way: 'add', shape }],
});

/** Every layer of a list, those of groups too, without dials and weaves, and painted as version 6 paints. */
const eachPainted = (layers: unknown): unknown =>
  each(layers, (l) => ({
    ...{ dials: [], weave: null },
    ...l,
    ...(l.layers === undefined ? {} : { layers: eachPainted(l.layers) }),
    ...(isObject(l.source) ? { source: repainted(l.source) } : {}),
    ...(isObject(l.mask) ? { mask: inParts(l.mask) } : {}),
    steps: each(l.steps, (s) =>
      s.kind === 'grade.gradient-map' && isObject(s.values)
        ? { ...s, values: withTones(s.values) }
        : s,
    ),
  }));

/** Version 5 knew no texts, styles and scene light, fills of one colour alone, and ramps of three kinds. */
const fromFifth = (scene: Json): Json => ({
  ...scene,
  version: 6,
  layers: eachPainted(scene.layers),
  light: { angle: -120, height: 40, colour: '#ffffff' },
});

/** Every layer of a list, those of groups too, with masks that are neither smoothed, bordered nor moved. */
const eachWithPlace = (layers: unknown): unknown =>
  each(layers, (l) => ({
    ...l,
    ...(l.layers === undefined ? {} : { layers: eachWithPlace(l.layers) }),
    ...(isObject(l.mask) ? { mask: { smooth: 0, border: 0, place: null, ...l.mask } } : {}),
  }));

/** Version 6 knew no selections. */
const fromSixth = (scene: Json): Json => ({
  ...scene,
  version: 7,
  selection: null,
  kept: [],
  layers: eachWithPlace(scene.layers),
});

/** What sources of version 7 did not say, by their kinds. */
const SINCE_SEVENTH: Record<string, Json> = {
  spill: { facing: 0, edge: 30 },
  shadow: { corners: null },
};

/** Every layer of a list, those of groups too, with all that its source says since. */
const eachThrowing = (layers: unknown): unknown =>
  each(layers, (l) => {
    const { source } = l;
    const since = isObject(source) ? SINCE_SEVENTH[String(source.kind)] : undefined;
    return {
      ...l,
      ...(l.layers === undefined ? {} : { layers: eachThrowing(l.layers) }),
      ...(isObject(source) && since && isObject(source.values)
        ? { source: { ...source, values: { ...since, ...source.values } } }
        : {}),
    };
  });

/** Version 7 knew no spills that keep to what faces their light, and no shadows that lie by four corners. */
const fromSeventh = (scene: Json): Json => ({
  ...scene,
  version: 8,
  layers: eachThrowing(scene.layers),
});

/** Version 8 was read for a while before its shadows had corners, and its spills a facing: as of version 7. */
const fromEighth = (scene: Json): Json => ({ ...fromSeventh(scene), version: 9 });

/** The value as the newest version would have written it, if it is an older scene; itself if not. */
export function migrated(value: unknown): unknown {
  let scene = value;
  for (;;) {
    const old = isObject(scene) ? oldVersion(scene.version) : undefined;
    if (!old) return isObject(scene) ? withTakes(withOwnIds(scene)) : scene;
    scene = old.next(scene as Json);
  }
}

/** A scene whose takes, which stay as they were when they were saved, are of the newest version too. */
const withTakes = (scene: Json): Json =>
  scene.takes === undefined
    ? scene
    : { ...scene, takes: each(scene.takes, (t) => ({ ...t, scene: migrated(t.scene) })) };

/** The older version of a number; undefined if it is none. */
const oldVersion = (version: unknown): OldVersion | undefined =>
  typeof version === 'number' && Object.hasOwn(OLD_VERSIONS, version)
    ? OLD_VERSIONS[version]
    : undefined;

/** A version of scenes that is no longer written: what it did not have, and what brings a scene to the next. */
interface OldVersion {
  lacked: string;
  next(scene: Json): Json;
}

/** Every older version, by its number. */
export const OLD_VERSIONS: Readonly<Record<number, OldVersion>> = {
  1: { lacked: 'groups, clips, masks, bodies, mixing and an end', next: fromFirst },
  2: {
    lacked:
      'more than one path a line, ready shapes, modifiers, and passes in more than one colour',
    next: fromSecond,
  },
  3: { lacked: 'guides, shears and gaps, and ramps of more than two colours', next: fromThird },
  4: { lacked: 'corners, ripples within a length, and repeats along a way', next: fromFourth },
  5: {
    lacked: 'texts, styles, a scene light, dials, weaves, masks of parts, and one ramp for all',
    next: fromFifth,
  },
  6: { lacked: 'selections, and masks that are smoothed, bordered or moved', next: fromSixth },
  7: {
    lacked: 'spills that keep to what faces their light, and shadows by four corners',
    next: fromSeventh,
  },
  8: {
    lacked: 'nothing that is written now; early scenes of it lacked what version 7 did',
    next: fromEighth,
  },
};
