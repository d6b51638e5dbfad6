import type { BlendDefinition } from './blend';

/** Compositing and Blending Level 1, 10.1.9. */
function softLightOf(cb: number, cs: number): number {
  if (cs <= 0.5) return cb - (1 - 2 * cs) * cb * (1 - cb);
  const d = cb <= 0.25 ? ((16 * cb - 12) * cb + 4) * cb : Math.sqrt(cb);
  return cb + (2 * cs - 1) * (d - cb);
}

export const softLight: BlendDefinition = {
  name: 'soft-light',
  label: 'Soft light',
  help: 'Lightens or darkens gently, as a diffuse lamp would.',
  bounded: true,
  function: softLightOf,
};
