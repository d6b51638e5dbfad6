import { angle, count, percent, place } from '../definitions/parameter';
import { copiable, defineModifier } from '../definitions/modifier';
import { about, middleOf, multiply, rotation, scaling, translation } from '../geometry/affine';
import { mapped, strandsBox } from '../geometry/strand';

export const repeat = defineModifier({
  kind: 'repeat',
  label: 'Repeat',
  help: 'Copies one after another, each a step farther.',
  parameters: {
    copies: count('In all', 5, { max: 300, slider: [1, 40] }),
    x: place('Step across', 0, { slider: [-200, 200] }),
    y: place('Step down', 30, { slider: [-200, 200] }),
    turn: angle('Turn', 0),
    scale: percent('Scale', 100, 10, 400),
    fade: percent('Fade', 0),
  },
  apply(given, { copies, x, y, turn, scale, fade }, context) {
    const { strands, copies: most } = copiable(given, copies, context);
    const box = strandsBox(strands);
    if (!box) return [...strands];
    // Each copy does to the one before it what that did to the first.
    const change = multiply(rotation((turn * Math.PI) / 180), scaling(scale / 100));
    const step = multiply(translation(x, y), about(middleOf(box), change));
    const out = [...strands];
    let map = step;
    for (let i = 1; i < most; i++) {
      const size = (scale / 100) ** i;
      const strength = (1 - fade / 100) ** i;
      for (const s of strands) {
        const copy = mapped(s, map, size);
        if (copy.points.every((v) => Math.abs(v) < 1e7))
          out.push({ ...copy, strength: s.strength * strength });
      }
      map = multiply(step, map);
    }
    return out;
  },
});
