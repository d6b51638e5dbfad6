import { beforeAll, describe, expect, it } from 'vitest';
import { shippedFace } from '../../server/src/fonts';
import { PLAIN_FACE } from '../text/families';
import { needFaces } from '../text/library';
import { warmUpRenders } from './warm-up';

describe('a warm-up', () => {
  beforeAll(() => needFaces([PLAIN_FACE], shippedFace));

  it('runs every render, and each draws something: what draws nothing compiles nothing', () => {
    const renders = warmUpRenders();
    expect(renders.length).toBeGreaterThan(4);
    for (const renderOne of renders) {
      const { width, height, data } = renderOne();
      expect(data).toHaveLength(width * height * 4);
      const colours = new Set<number>();
      for (let i = 0; i < data.length; i += 4)
        colours.add((data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!);
      expect(colours.size).toBeGreaterThan(100);
    }
  });
});
