import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { parseScene } from '@ignis/core/scene/model/check';
import { pieces } from './pieces';
import { guideSteps } from './steps';

describe('guided pieces', () => {
  it.each(pieces.map((p) => [p.id, p] as const))(
    '%s begins with what is there, and nothing of it is done',
    (id, { begin }) => {
      const steps = guideSteps[id]!;
      const file = new URL(`../../demo/scenes/${begin.example}/scene.json`, import.meta.url);
      const whole = parseScene(JSON.parse(readFileSync(file, 'utf8')));
      const names = whole.layers.map((l) => l.name);
      for (const name of begin.without) expect(names).toContain(name);
      const layers = whole.layers.filter((l) => !begin.without.includes(l.name));
      const scene = parseScene({ ...whole, layers });
      expect(steps.length).toBeGreaterThanOrEqual(5);
      expect(steps.length).toBeLessThanOrEqual(8);
      const seen = { scene, before: scene, mode: 'arrange' };
      expect(steps.filter((step) => step.done(seen))).toEqual([]);
    },
  );
});
