import { describe, expect, it } from 'vitest';
import * as v from 'valibot';
import { checkedOnce } from './checked-once';

describe('a schema that looks at no object twice', () => {
  let looks = 0;
  const schema = v.array(
    checkedOnce(
      v.pipe(
        v.strictObject({ size: v.number() }),
        v.check(() => ++looks > 0),
      ),
    ),
  );

  it('finds what is sound sound, and looks at it once', () => {
    const [one, two] = [{ size: 1 }, { size: 2 }];
    expect(v.parse(schema, [one])).toEqual([one]);
    expect(v.parse(schema, [one, two, one])).toEqual([one, two, one]);
    expect(looks).toBe(2);
  });

  it('looks at what is faulty each time, and says where', () => {
    const faulty = { size: 'large' };
    for (let i = 0; i < 2; i++)
      expect(
        v.safeParse(schema, [{ size: 1 }, faulty]).issues?.[0]!.path?.map((p) => p.key),
      ).toEqual([1, 'size']);
  });
});
