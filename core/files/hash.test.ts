import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { sha256 } from './hash';

afterEach(() => vi.unstubAllGlobals());

describe('the hash of bytes', () => {
  const isAsNodeHasIt = () =>
    fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 300 }), async (bytes) => {
        expect(await sha256(bytes)).toBe(createHash('sha256').update(bytes).digest('hex'));
      }),
    );
  it('is the SHA-256 of another implementation', isAsNodeHasIt);
  it('is the same where a page has no cryptography', async () => {
    vi.stubGlobal('crypto', {});
    await isAsNodeHasIt();
  });
});
