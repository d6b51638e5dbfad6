import { describe, expect, it } from 'vitest';
import type { StepDefinition } from '../definitions/step';
import { picture } from '../kernels/picture';
import type { Mixing } from '../pixels/colour';
import { linear, shown } from '../pixels/colour';
import type { ColourTable, Three } from '../pixels/colour-table';
import { packedTable } from '../pixels/colour-table';
import { stepOfKind } from '../steps/index';
import { stepContext } from '../testing/step-context';
import { readCube, writeCube } from './cube-file';

/** Formulas that tables are made from. */
const warm = ([r, g, b]: Three): Three => [r ** 0.9, 0.95 * g, 0.8 * b ** 1.1];
const turn = ([r, g, b]: Three): Three => [b, r, g];

/** Colours for even places, red fastest. */
function cubeOf(
  side: number,
  of: (c: Three) => Three,
  low: Three = [0, 0, 0],
  high: Three = [1, 1, 1],
) {
  const at = (i: number, c: number) => low[c]! + ((high[c]! - low[c]!) * i) / (side - 1);
  const lines: string[] = [];
  for (let b = 0; b < side; b++)
    for (let g = 0; g < side; g++)
      for (let r = 0; r < side; r++)
        lines.push(
          of([at(r, 0), at(g, 1), at(b, 2)])
            .map((v) => v.toFixed(6))
            .join(' '),
        );
  return lines;
}
const curveOf = (count: number, of: (v: number) => number) =>
  Array.from({ length: count }, (_, i) => {
    const v = of(i / (count - 1)).toFixed(6);
    return `${v} ${v} ${v}`;
  });

/** Ten files as they are found in the wild, and what they do to a colour. */
const FILES: [string, string, (c: Three) => Three][] = [
  ['a plain cube', ['LUT_3D_SIZE 17', ...cubeOf(17, warm)].join('\n'), warm],
  [
    'a cube with a title and comments',
    [
      '# made by hand',
      'TITLE "Dusk # 1"',
      '',
      'LUT_3D_SIZE 9',
      '# colours',
      ...cubeOf(9, turn),
      '# the end',
    ].join('\n'),
    turn,
  ],
  [
    'lines of another system',
    ['TITLE "W"', 'LUT_3D_SIZE 5', ...cubeOf(5, turn)].join('\r\n'),
    turn,
  ],
  [
    'a domain',
    [
      'LUT_3D_SIZE 9',
      'DOMAIN_MIN -0.5 -0.5 -0.5',
      'DOMAIN_MAX 1.5 1.5 1.5',
      ...cubeOf(9, turn, [-0.5, -0.5, -0.5], [1.5, 1.5, 1.5]),
    ].join('\n'),
    turn,
  ],
  [
    'a domain for each channel',
    [
      'DOMAIN_MIN 0 0 0',
      'DOMAIN_MAX 1 2 4',
      'LUT_3D_SIZE 5',
      ...cubeOf(5, turn, [0, 0, 0], [1, 2, 4]),
    ].join('\n'),
    turn,
  ],
  [
    'one dimension',
    ['LUT_1D_SIZE 1024', ...curveOf(1024, (v) => v * v)].join('\n'),
    (c) => c.map((v) => v * v) as Three,
  ],
  [
    'one dimension with a range',
    ['LUT_1D_SIZE 256', 'LUT_1D_INPUT_RANGE 0 2', ...curveOf(256, (v) => 1 - v)].join('\n'),
    (c) => c.map((v) => 1 - v / 2) as Three,
  ],
  [
    'a curve and a cube',
    ['LUT_1D_SIZE 512', 'LUT_3D_SIZE 9', ...curveOf(512, (v) => 1 - v), ...cubeOf(9, turn)].join(
      '\n',
    ),
    (c) => turn(c.map((v) => 1 - v) as Three),
  ],
  [
    'ranges of both',
    [
      'LUT_3D_SIZE 5',
      'LUT_3D_INPUT_RANGE 0.0 1.0',
      'LUT_1D_SIZE 3',
      'LUT_1D_INPUT_RANGE 0.0 1.0',
      ...curveOf(3, (v) => v),
      ...cubeOf(5, turn),
    ].join('\r\n'),
    turn,
  ],
  [
    'blanks and tabs',
    `\n\n  LUT_3D_SIZE\t2\n${cubeOf(2, (c) => c)
      .map((l) => `  ${l.replace(/ /g, '\t')}  `)
      .join('\n')}\n\n`,
    (c) => c,
  ],
];

/** Colours through a step that has a table. */
function through(table: ColourTable, colours: readonly Three[], mixing: Mixing): Three[] {
  const { image, stored } = packedTable(table, 'T');
  const step = stepOfKind('grade.lookup-table') as StepDefinition;
  const region = { x: 0, y: 0, width: colours.length, height: 1 };
  const stand = (v: number) => (mixing === 'light' ? linear(v) : v);
  const data = Float32Array.from(colours.flatMap((c) => [...c.map(stand), 1]));
  const own = picture(image);
  const out = step.apply(
    { channels: 4, region, data },
    { table: { ...stored, asset: `${'0'.repeat(64)}.png` } } as never,
    stepContext(region, { mixing, picture: () => own }),
  );
  return colours.map((_, i) =>
    [...out.data.subarray(4 * i, 4 * i + 3)].map((v) => (mixing === 'light' ? shown(v) : v)),
  ) as Three[];
}

describe('a .cube file', () => {
  const colours: Three[] = [
    [0, 0, 0],
    [1, 1, 1],
    [0.2, 0.5, 0.9],
    [0.9, 0.1, 0.4],
    [0.33, 0.34, 0.35],
    [0.75, 0.6, 0.05],
  ];
  for (const [name, text, formula] of FILES)
    it.each(['displayed', 'light'] as const)(
      `with ${name} does what it says, mixed as %s`,
      (mixing) => {
        const made = through(readCube(text, 'a.cube'), colours, mixing);
        made.forEach((c, i) =>
          formula(colours[i]!).forEach((v, k) => expect(c[k]).toBeCloseTo(Math.max(0, v), 2.3)),
        );
      },
    );

  it('is exact where its places are, and on straight lines between them', () => {
    const made = through(readCube(FILES[9]![1], 'a.cube'), colours, 'displayed');
    made.forEach((c, i) => c.forEach((v, k) => expect(v).toBeCloseTo(colours[i]![k]!, 4)));
  });

  it('cuts light above white to white', () => {
    const [c] = through(readCube(FILES[0]![1], 'a.cube'), [[3, 3, 3]], 'displayed');
    warm([1, 1, 1]).forEach((v, k) => expect(c![k]).toBeCloseTo(v, 3));
  });

  it('that is written is read as it was', () => {
    const table = readCube(FILES[0]![1], 'a.cube');
    const again = readCube(writeCube(table.cube, table.side, 'Again "x"'), 'b.cube');
    expect(again).toEqual(table);
  });

  it.each([
    ['no table', 'hello', /no colour.*line 1/],
    ['no size', '0 0 0', /neither LUT_1D_SIZE/],
    [
      'too few colours',
      ['LUT_3D_SIZE 3', ...cubeOf(3, turn).slice(1)].join('\n'),
      /26 colours, and should have 27/,
    ],
    ['a cube of 129', 'LUT_3D_SIZE 129\n', /129 entries, where 2 to 128/],
    [
      'letters in a colour',
      ['LUT_3D_SIZE 2', ...cubeOf(2, turn).slice(1), '0 x 1'].join('\n'),
      /"0 x 1".*line 9/,
    ],
    [
      'a domain turned round',
      ['LUT_3D_SIZE 2', 'DOMAIN_MIN 1 1 1', 'DOMAIN_MAX 0 0 0', ...cubeOf(2, turn)].join('\n'),
      /domain that ends before/,
    ],
  ])('with %s is refused in plain words', (_, text, words) => {
    expect(() => readCube(text, 'bad.cube')).toThrow(words);
  });
});
