import { blendNamed } from '../blend/index';
import { contentKey } from '../definitions/content-key';
import type { SourceDefinition } from '../definitions/source';
import type { Affine, Box } from '../geometry/affine';
import { boxUnder, meanScale, regionAround } from '../geometry/affine';
import { composite, compositePlane, compositePlanes, type Lit } from '../kernels/composite';
import { brightened } from '../kernels/grade';
import type { ColourBuffer, Plane } from '../pixels/buffer';
import { colourBuffer } from '../pixels/buffer';
import { rgb } from '../pixels/colour';
import type { Region } from '../pixels/region';
import { EMPTY, isEmpty, unite } from '../pixels/region';
import { differenceOf, measuresOf, pathsOf } from './line-shape';
import type { LineSource } from './line-source';
import { lineSchema } from './line-source';
import type { Pass } from './pass';
import { crossingParameters } from './crossings';
import { passColours, passParameters, relitPasses } from './pass';
import { paintedPass, within } from './pass-light';
import { passPlane } from './pass-plane';
import type { PartOfLine, PassContext } from './pass-shape';
import { isLocal, passReach } from './pass-shape';
import { crossedPass } from './crossed-pass';

/** A path drawn several times, back to front: wide and soft first, the core last. */
export const lineSource: SourceDefinition<LineSource> = {
  kind: 'line',
  label: 'Line of light',
  help: 'A path drawn several times over: wide and soft, then narrow and bright.',
  schema: lineSchema,
  note: '`shape` is `{ "kind": "path", "paths": […] }`, or a ready shape, `{ "kind": …, "values": {…} }`. `modifiers` change it one after another, before it is drawn; each has `id`, `kind`, `enabled` and `values`. A pass has `id`, `name`, `enabled` and the following; a core keeps its colour when the light colour of the line changes.',
  settings: { 'passes[]': passParameters, crossings: crossingParameters },
  shaped: true,
  emits: true,
  parts: ({ passes, modifiers }) => [...passes, ...modifiers],
  paths: ({ shape }) => pathsOf(shape),
  colour: ({ light }) => light,
  colours: ({ light, passes }) => [light, passColours(passes)],
  recoloured: (source, light) => ({
    ...source,
    light,
    passes: relitPasses(source.passes, source.light, light),
  }),
  box: (source) => measuresOf(source).box,
  extent(source, map) {
    const { box } = measuresOf(source);
    return box ? litBy(source, box, map) : EMPTY;
  },
  difference(before, source, map) {
    if (before.passes !== source.passes && contentKey(before.passes) !== contentKey(source.passes))
      return null;
    // Where it goes over itself hangs on all of it.
    if (source.crossings || !shownPasses(source).every(isLocal)) return null;
    const box = differenceOf(before, source);
    if (box === null) return null;
    if (box === 'nowhere') return EMPTY;
    return unite(litBy(before, box, map), litBy(source, box, map));
  },
  assets: () => [],
  render(source, context) {
    const drawn = shownPasses(source).map((pass) => {
      const lit = { mode: blendNamed(pass.blend).mode, opacity: pass.opacity / 100 };
      if (pass.paint !== 'one')
        return { ...lit, picture: crossedPass(source, pass, context, brightPass) };
      const shape = crossedPass(source, pass, context, shapeOf);
      return { ...lit, shape, colour: rgb(pass.colour, context.mixing, pass.intensity) };
    });
    const region = drawn.reduce(
      (r, d) => unite(r, ('shape' in d ? d.shape : d.picture).region),
      EMPTY,
    );
    if (isEmpty(region)) return colourBuffer(region);
    // Those of one colour at the back, which mostly are all, cost one way over the memory.
    const back: Lit[] = [];
    for (const d of drawn) {
      if (!('shape' in d)) break;
      back.push(d);
    }
    const out = compositePlanes(region, back);
    for (const d of drawn.slice(back.length))
      if ('shape' in d) compositePlane(out, d.shape, d.colour, d.mode, d.opacity);
      else composite(out, d.picture, d.mode, d.opacity);
    return out;
  },
};

const shapeOf = (source: PartOfLine, pass: Pass, context: PassContext): Plane =>
  within(passPlane(source, pass, context), context.wanted);

/** The light of a pass that has more than one colour, as bright as it is. */
function brightPass(source: PartOfLine, pass: Pass, context: PassContext): ColourBuffer {
  const made = paintedPass(source, pass, context);
  return pass.intensity ? brightened(made, context.mixing, pass.intensity) : made;
}

/** All that a part of a line within a box lights up. */
function litBy(source: LineSource, box: Box, map: Affine): Region {
  const scale = meanScale(map);
  const { widest } = measuresOf(source);
  // What was measured coarsely may lie a px farther off.
  const beyond = shownPasses(source).map((p) => passReach(p, scale, widest) + scale);
  return beyond.length === 0 ? EMPTY : regionAround(boxUnder(map, box), Math.max(...beyond));
}

/** The passes that leave any light. */
const shownPasses = (source: LineSource): Pass[] =>
  source.passes.filter((p) => p.enabled && p.opacity > 0 && (p.draws !== 'stroke' || p.width > 0));
