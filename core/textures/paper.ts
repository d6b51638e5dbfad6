import { percent } from '../definitions/number-parameters';
import { defineTexture } from '../definitions/texture';
import {
  add,
  cells,
  divide,
  clamped,
  multiply,
  eased,
  scattered,
  subtract,
  sine,
} from '../fields/field';
import { rampOf } from '../pixels/ramp';
import { fractalOn, onUnit, periodOf, stirred } from './space';

export const paper = defineTexture({
  kind: 'paper',
  label: 'Paper',
  help: 'Paper with fibres, grain, and the creases of having been crumpled.',
  family: 'Grounds',
  colours: rampOf([
    [0, '#4a4034'],
    [100, '#fff8ea'],
  ]),
  parameters: {
    creases: { ...percent('Creases', 40), help: 'How much the paper has been creased.' },
    facets: {
      ...percent('Facets', 100, 20, 800),
      slider: [30, 400],
      help: 'How large the parts between creases are.',
    },
    fibres: { ...percent('Fibres', 50), help: 'How clearly its fibres are seen.' },
    grain: { ...percent('Grain', 40), help: 'How rough its surface is.' },
  },
  surface({ creases, facets, fibres, grain }, space) {
    const n = onUnit(250 / facets, space);
    const { x, y } = stirred(space, 0.06, 4, 40);
    const facet = cells(multiply(x, n), multiply(y, n), space.seed, 1, periodOf(n, space));
    const apart = subtract(facet.second, facet.nearest);
    // Facets lie aslant, each its own way; where two meet the paper is broken.
    const tilt = add(
      multiply(facet.toX, sine(facet.own)),
      multiply(facet.toY, sine(add(facet.own, 0.25))),
    );
    const broken = subtract(1, eased(divide(apart, Math.max(0.09, 2 * n * space.px))));
    const f = onUnit(9, space);
    const hair = scattered(multiply(space.x, f), multiply(space.y, f), {
      ...{ kind: 'strokes', seed: space.seed + 3, density: 0.6, small: 0.2, large: 0.55 },
      ...{ px: f * space.px, width: 0.03, period: periodOf(f, space) },
    });
    const fine = fractalOn(space, 40, 40, { count: 4, rough: 0.7, seed: 11 });
    const wide = fractalOn(space, 3, 3, { count: 3, seed: 21 });
    const tone = add(
      0.78,
      multiply(subtract(fine, 0.5), (0.5 * grain) / 100),
      multiply(subtract(wide, 0.5), 0.16),
      multiply(hair.cover, subtract(hair.own, 0.6), (0.5 * fibres) / 100),
      multiply(tilt, (0.28 * creases) / 100),
      multiply(broken, (-0.16 * creases) / 100),
    );
    const height = add(
      multiply(tilt, (0.16 * creases) / 100 / n),
      multiply(broken, (-0.005 * creases) / 100 / n),
      multiply(fine, (0.006 * grain) / 100),
      multiply(hair.cover, (0.004 * fibres) / 100),
    );
    return { tone: clamped(tone), height };
  },
});
