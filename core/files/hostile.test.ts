/** Files that were made to ask for more than there is. */
import { crc32 } from 'node:zlib';
import { zlibSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { readSvg } from './svg-lines';
import { boundSvg } from './svg-nodes';
import { readPng } from './png';
import { cascade } from './svg-style';

/** A PNG from its chunks. */
function png(chunks: [type: string, content: Uint8Array][]): Uint8Array {
  const parts = chunks.map(([type, content]) => {
    const out = new Uint8Array(12 + content.length);
    const view = new DataView(out.buffer);
    view.setUint32(0, content.length);
    out.set(new TextEncoder().encode(type), 4);
    out.set(content, 8);
    view.setUint32(8 + content.length, crc32(out.subarray(4, 8 + content.length)));
    return out;
  });
  return Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, ...parts.flatMap((p) => [...p])]);
}

const header = (width: number, height: number, depth = 8, type = 6, interlace = 0) => {
  const out = new Uint8Array(13);
  const view = new DataView(out.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  out.set([depth, type, 0, 0, interlace], 8);
  return out;
};
const END: [string, Uint8Array] = ['IEND', new Uint8Array(0)];
const rows = (width: number, height: number, bytes: number) =>
  new Uint8Array(height * (1 + width * bytes)).map((_, i) =>
    i % (1 + width * bytes) === 0 ? 0 : i * 7,
  );

describe('a PNG', () => {
  it('is read whatever else it holds, which is not unpacked', async () => {
    const profile = new Uint8Array([...new TextEncoder().encode('p\0\0'), 1, 2, 3]);
    const bytes = png([
      ['IHDR', header(3, 2)],
      ['iCCP', profile],
      ['tEXt', new Uint8Array(3000)],
      ['IDAT', zlibSync(rows(3, 2, 4))],
      END,
    ]);
    const { width, height, data } = await readPng(bytes, 'a.png');
    expect([width, height]).toEqual([3, 2]);
    expect([...data.subarray(0, 4)]).toEqual([7, 14, 21, 28]);
  });

  it('of few px whose data go on and on is refused when its own are full', async () => {
    const bytes = png([
      ['IHDR', header(2, 2)],
      ['IDAT', zlibSync(new Uint8Array(40_000_000))],
      END,
    ]);
    const before = process.memoryUsage().arrayBuffers;
    await expect(readPng(bytes, 'bomb.png')).rejects.toMatchObject({
      message: expect.stringMatching(/“bomb.png” is damaged/) as string,
      cause: { message: 'It holds more than it says.' },
    });
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(20_000_000);
  });

  it('is refused with too few px, a wrong checksum, or a header of no kind', async () => {
    const of = (...chunks: [string, Uint8Array][]) => readPng(png([...chunks, END]), 'a.png');
    const data: [string, Uint8Array] = ['IDAT', zlibSync(rows(2, 2, 4))];
    await expect(of(['IHDR', header(2, 2)], data)).resolves.toMatchObject({ width: 2 });
    await expect(of(['IHDR', header(2, 3)], data)).rejects.toThrow('damaged');
    await expect(of(['IHDR', header(2, 2, 3)], data)).rejects.toThrow('damaged');
    await expect(of(data)).rejects.toThrow('damaged');
    const changed = png([['IHDR', header(2, 2)], data, END]);
    changed[20] = 1;
    await expect(readPng(changed, 'a.png')).rejects.toThrow('damaged');
  });

  it('of every depth, interlaced or not, takes up the bytes that its size says', async () => {
    // Rows of Adam7's passes, counted from the passes' own places and steps.
    const passes = [
      ...[
        [0, 0, 8, 8],
        [4, 0, 8, 8],
        [0, 4, 4, 8],
        [2, 0, 4, 4],
        [0, 2, 2, 4],
      ],
      ...[
        [1, 0, 2, 2],
        [0, 1, 1, 2],
      ],
    ] as const;
    for (const [width, height] of [
      [1, 1],
      [5, 3],
      [9, 17],
    ] as const)
      for (const [depth, type, channels] of [
        [1, 0, 1],
        [4, 0, 1],
        [8, 2, 3],
        [16, 6, 4],
      ] as const) {
        const row = (w: number) => 1 + Math.ceil((w * depth * channels) / 8);
        let size = 0;
        for (const [x, y, dx, dy] of passes) {
          let [w, h] = [0, 0];
          for (let i = x; i < width; i += dx) w++;
          for (let i = y; i < height; i += dy) h++;
          if (w > 0) size += h * row(w);
        }
        // Less than a byte a px, interlaced, is more than the decoder knows.
        for (const [interlace, bytes] of [
          [0, height * row(width)],
          [1, size],
        ] as const) {
          if (interlace === 1 && depth < 8) continue;
          const file = (n: number) =>
            png([
              ['IHDR', header(width, height, depth, type, interlace)],
              ['IDAT', zlibSync(new Uint8Array(n))],
              END,
            ]);
          await expect(readPng(file(bytes), 'a.png')).resolves.toMatchObject({ width, height });
          await expect(readPng(file(bytes + 1), 'a.png')).rejects.toThrow('damaged');
          await expect(readPng(file(bytes - 1), 'a.png')).rejects.toThrow('damaged');
        }
      }
  });
});

describe('an SVG', () => {
  it('has its style sheets read in time that grows as they do', () => {
    const work = (sheet: string) => {
      const started = process.cpuUsage().user;
      cascade(sheet);
      return process.cpuUsage().user - started;
    };
    for (const part of ['a', '/*', '{', '}', 'a{', '.b,', 'x:y;', '"', '@']) {
      const [few, many] = [work(part.repeat(5000)), work(part.repeat(80_000))];
      // Sixteen times as much; what grows by the square takes 256 times as long.
      expect(many, part).toBeLessThan(Math.max(few, 20_000) * 64);
    }
  });

  it('that uses itself without end is refused, whether it draws anything or not', () => {
    const fan = (leaf: string) =>
      `<svg width="9" height="9"><defs><g id="l0">${leaf}</g>${Array.from(
        { length: 11 },
        (_, i) => `<g id="l${i + 1}">${`<use href="#l${i}"/>`.repeat(9)}</g>`,
      ).join('')}</defs><use href="#l11"/></svg>`;
    for (const leaf of ['', '<path d="M0 0H1"/>', '<text>x</text>']) {
      expect(() => boundSvg(fan(leaf), 'fan.svg')).toThrow(/“fan.svg” uses parts of itself/);
      if (leaf !== '<path d="M0 0H1"/>')
        expect(() => readSvg(fan(leaf), 'fan.svg')).toThrow(/uses parts|draws nothing/);
    }
    const loop = '<svg><g id="a"><use href="#a"/><path d="M0 0H9"/></g></svg>';
    expect(() => boundSvg(loop, 'loop.svg')).not.toThrow();
  });

  it('of elements within elements without end is refused', () => {
    const deep = `<svg>${'<g>'.repeat(60_000)}${'</g>'.repeat(60_000)}</svg>`;
    expect(() => readSvg(deep, 'deep.svg')).toThrow(
      /“deep.svg” (is an SVG with an error|draws nothing)/,
    );
    expect(() => boundSvg(deep, 'deep.svg')).toThrow(/“deep.svg” is an SVG with an error/);
  });
});
