import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { parseScene } from '@ignis/core/scene/model/check';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { sources } from '@ignis/core/sources/index';
import { steps } from '@ignis/core/steps/index';
import { answers, speaksOf } from './answers';

const sceneOf = (example: string) =>
  parseScene(
    JSON.parse(
      readFileSync(new URL(`../../demo/scenes/${example}/scene.json`, import.meta.url), 'utf8'),
    ),
  );

describe('the answers of the help', () => {
  it('have addresses of their own, and something to do', () => {
    expect(new Set(answers.map((a) => a.id)).size).toBe(answers.length);
    for (const { id, question, steps } of answers) {
      expect(id).toMatch(/^[a-z-]+$/);
      expect(question).toMatch(/\?$/);
      expect(steps.length).toBeGreaterThan(0);
    }
  });

  it.each(answers.map((a) => [a.id, a] as const))('%s shows what is there', (_, { show }) => {
    const layer = everyLayer(sceneOf(show.example).layers).find((l) => l.name === show.layer);
    expect(layer).toBeDefined();
    if (show.step) expect(layer!.steps.map((s) => s.kind)).toContain(show.step);
  });

  it('are about steps and sources that there are, each about its own', () => {
    const topics = answers.flatMap((a) => a.about ?? []);
    expect(new Set(topics).size).toBe(topics.length);
    const known = [
      ...steps.map((d) => `step:${d.kind}`),
      ...Object.keys(sources).map((kind) => `source:${kind}`),
    ];
    const named = topics.filter((topic) => /^(step|source):/.test(topic));
    expect(known).toEqual(expect.arrayContaining(named));
  });

  it('are found by every word that is asked, in any case', () => {
    const found = (asked: string) => answers.filter((a) => speaksOf(a, asked)).map((a) => a.id);
    expect(found('Weave behind')).toContain('behind-someone');
    expect(found('drop SHADOW')).toEqual(['cast-shadow']);
    expect(found('lut')).toEqual(['grade-all']);
    expect(found('zeppelin')).toEqual([]);
    expect(found(' ')).toHaveLength(answers.length);
  });
});
