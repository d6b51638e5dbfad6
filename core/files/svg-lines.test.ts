import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { curveBox } from '../geometry/path';
import { sceneFaults } from '../scene/model/check';
import { newScene } from '../scene/model/make';
import { layersOfSvg } from './svg-layers';
import { readSvg } from './svg-lines';
import { pathsOfData } from './svg-paths';
import { ownSheet } from './svg-style';

const svg = (inside: string, attributes = 'width="100" height="100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;
const one = (inside: string, attributes?: string) =>
  readSvg(svg(inside, attributes), 'a.svg').elements[0]!;
const box = (inside: string, attributes?: string) => {
  const boxes = one(inside, attributes).paths.map((p) => curveBox(p)!);
  return [
    Math.min(...boxes.map((b) => b.x0)),
    Math.min(...boxes.map((b) => b.y0)),
    Math.max(...boxes.map((b) => b.x1)),
    Math.max(...boxes.map((b) => b.y1)),
  ].map((v) => Math.round(v * 100) / 100);
};

describe('the paths of an SVG', () => {
  it('of every icon of an installed set are read, and none comes out empty', () => {
    const folder = new URL('../../node_modules/lucide-static/icons/', import.meta.url);
    const files = readdirSync(folder).filter((f) => f.endsWith('.svg'));
    expect(files.length).toBeGreaterThan(1000);
    for (const file of files) {
      const { width, height, elements } = readSvg(
        readFileSync(new URL(file, folder), 'utf8'),
        file,
      );
      expect([width, height]).toEqual([24, 24]);
      expect(elements.length).toBeGreaterThan(0);
      for (const e of elements) {
        expect(e.stroke).not.toBeNull();
        expect(e.paths.length).toBeGreaterThan(0);
        for (const p of e.paths) {
          const b = curveBox(p)!;
          expect(b.x0).toBeGreaterThan(-2);
          expect(b.y0).toBeGreaterThan(-2);
          expect(b.x1).toBeLessThan(26);
          expect(b.y1).toBeLessThan(26);
        }
      }
    }
  });

  it('basic shapes lie where the specification puts them', () => {
    expect(box('<rect x="10" y="20" width="30" height="40"/>')).toEqual([10, 20, 40, 60]);
    expect(box('<rect x="10" y="20" width="30" height="40" rx="8"/>')).toEqual([10, 20, 40, 60]);
    expect(box('<circle cx="50" cy="40" r="20"/>')).toEqual([30, 20, 70, 60]);
    expect(box('<ellipse cx="50" cy="40" rx="30" ry="10"/>')).toEqual([20, 30, 80, 50]);
    expect(box('<line x1="1" y1="2" x2="30" y2="4" stroke="red"/>')).toEqual([1, 2, 30, 4]);
    expect(box('<polygon points="0,0 10,0 10,10"/>')).toEqual([0, 0, 10, 10]);
    expect(one('<polygon points="0,0 10,0 10,10"/>').paths[0]!.closed).toBe(true);
    expect(one('<polyline points="0,0 10,0 10,10" stroke="red"/>').paths[0]!.closed).toBe(false);
  });

  it('transforms, groups and the viewBox act from the inside out', () => {
    expect(
      box('<g transform="translate(10 0)"><rect width="5" height="5" transform="scale(2)"/></g>'),
    ).toEqual([10, 0, 20, 10]);
    expect(
      box('<rect width="5" height="5"/>', 'width="100" height="100" viewBox="-5 -5 10 10"'),
    ).toEqual([50, 50, 100, 100]);
    expect(
      one('<g transform="scale(3)"><path d="M0 0H9" stroke="#fff" stroke-width="2"/></g>')
        .strokeWidth,
    ).toBeCloseTo(6, 9);
  });

  it('fills and strokes come from attributes, styles and style sheets, the nearest first', () => {
    const e = one(
      '<style>.a{stroke:#00ff00;fill:none} #b{stroke-width:3}</style><g fill="red"><path id="b" class="a" d="M0 0H9" style="stroke-linecap:round"/></g>',
    );
    expect(e).toMatchObject({
      fill: null,
      stroke: { colour: '#00ff00', opacity: 1 },
      strokeWidth: 3,
      cap: 'round',
      name: 'b',
    });
    const fill = (inside: string) => one(inside).fill!.colour;
    expect(fill('<rect width="4" height="4"/>')).toBe('#000000');
    expect(fill('<g color="teal"><rect width="4" height="4" fill="currentColor"/></g>')).toBe(
      '#008080',
    );
    expect(one('<g opacity=".5"><rect width="4" height="4" opacity=".5"/></g>').opacity).toBe(0.25);
  });

  it('of rules the most specific counts, of equals the last, and what is important before all', () => {
    const colour = (sheet: string, attributes = '') =>
      one(
        `<style>${sheet}</style><g class="boat" id="g"><rect class="hull red" id="r" width="4" height="4" ${attributes}/></g>`,
      ).fill!.colour;
    const [red, green, blue] = ['#ff0000', '#00ff00', '#0000ff'];
    expect(colour(`rect{fill:${red}} .hull{fill:${green}} rect{fill:${blue}}`)).toBe(green);
    expect(colour(`.hull{fill:${red}} .red{fill:${green}}`)).toBe(green);
    expect(colour(`g rect{fill:${green}} rect{fill:${red}}`)).toBe(green);
    expect(colour(`rect.hull{fill:${green}} .hull{fill:${red}}`)).toBe(green);
    expect(colour(`.boat > #r{fill:${green}} #r{fill:${red}}`)).toBe(green);
    expect(colour(`rect{fill:${green} !important} #r{fill:${red}}`)).toBe(green);
    expect(colour(`rect{fill:${green} !important}`, `style="fill:${red}"`)).toBe(green);
    expect(colour(`#r{fill:${red}}`, `style="fill:${green}"`)).toBe(green);
    expect(colour(`g{fill:${green}} #r{fill:inherit}`, `fill="${red}"`)).toBe(green);
    expect(colour(`rect{fill:${green}} @media print{#r{fill:${red}}}`)).toBe(green);
    expect(colour(`rect{fill:${green}} rect:nonsense{fill:${red}}`)).toBe(green);
    expect(colour(`<![CDATA[rect{fill:${green}}]]>`)).toBe(green);
  });

  it('lengths may have units, and shares are of the viewport', () => {
    const { width, height } = readSvg(
      svg('<rect width="1mm" height="1pt"/>', 'width="210mm" height="297mm"'),
      'a.svg',
    );
    expect([width, height]).toEqual([(210 * 96) / 25.4, (297 * 96) / 25.4]);
    expect(
      box('<rect x="25%" y="50%" width="1in" height="12pt"/>', 'width="400" height="200"'),
    ).toEqual([100, 100, 196, 116]);
    expect(box('<circle cx="50%" cy="50%" r="10%"/>', 'width="100" height="100"')).toEqual([
      40, 40, 60, 60,
    ]);
    expect(one('<path d="M0 0H9" stroke="red" stroke-width="2mm"/>').strokeWidth).toBeCloseTo(
      (2 * 96) / 25.4,
    );
  });

  it('an SVG in another, and a symbol, have a viewport of their own', () => {
    expect(
      box(
        '<svg x="10" y="20" width="40" height="40" viewBox="0 0 10 10"><rect width="5" height="10"/></svg>',
      ),
    ).toEqual([10, 20, 30, 60]);
    // Twice as wide as high: it stands in the middle, or is drawn out, or fills all.
    const wide = (aspect: string) =>
      box(
        `<svg width="80" height="80" viewBox="0 0 20 10" preserveAspectRatio="${aspect}"><rect width="20" height="10"/></svg>`,
      );
    expect(wide('xMidYMid')).toEqual([0, 20, 80, 60]);
    expect(wide('xMinYMin meet')).toEqual([0, 0, 80, 40]);
    expect(wide('none')).toEqual([0, 0, 80, 80]);
    expect(wide('xMaxYMid slice')).toEqual([-80, 0, 80, 80]);
    expect(
      box(
        '<symbol id="s" viewBox="0 0 10 10"><rect width="10" height="10"/></symbol><use href="#s" x="5" y="6" width="20" height="20"/>',
      ),
    ).toEqual([5, 6, 25, 26]);
  });

  it('transforms may be written as CSS writes them', () => {
    const moved = (style: string) => box(`<rect width="10" height="10" style="${style}"/>`);
    expect(moved('transform: translate(20px, 10px)')).toEqual([20, 10, 30, 20]);
    expect(moved('transform: translateX(20px) scale(2)')).toEqual([20, 0, 40, 20]);
    expect(moved('transform: rotate(0.25turn)')).toEqual([-10, 0, 0, 10]);
    expect(moved('transform: rotate(90deg); transform-origin: 10px 10px')).toEqual([10, 0, 20, 10]);
    expect(moved('transform: skewX(45deg)')).toEqual([0, 0, 20, 10]);
  });

  it('half a circle that is turned and mirrored stays that half', () => {
    const half = '<path d="M10 0A10 10 0 0 1 -10 0.0001" transform="scale(1,-1)"/>';
    expect(box(`<g transform="translate(20 20)">${half}</g>`)).toEqual([10, 10, 30, 20]);
  });

  it('opacity of fills, strokes and colours counts; dashes, blurs and blends are kept', () => {
    const e = one(
      '<filter id="f"><feGaussianBlur stdDeviation="1.5"/></filter>' +
        '<path d="M0 0H9" transform="scale(2)" fill="rgba(255,0,0,.5)" fill-opacity=".5" stroke="#00f" stroke-opacity="40%" stroke-dasharray="4 2" stroke-dashoffset="1" filter="url(#f)" style="mix-blend-mode:screen"/>',
    );
    expect(e.fill).toMatchObject({ colour: '#ff0000', opacity: 0.25 });
    expect(e.stroke).toMatchObject({ colour: '#0000ff', opacity: 0.4 });
    expect(e.dashes).toEqual({ dash: 8, gap: 4, phase: -2 });
    expect([e.blur, e.blend]).toEqual([3, 'screen']);
  });

  it('a gradient paints strokes too', () => {
    const e = one(
      '<linearGradient id="g"><stop stop-color="red"/><stop offset="1" stop-color="blue"/></linearGradient><path d="M0 0H40V9" fill="none" stroke="url(#g)"/>',
    );
    expect(e.fill).toBeNull();
    expect(e.stroke!.gradient).toMatchObject({ from: { x: 0 }, to: { x: 40 } });
  });

  it('names what lines cannot have', () => {
    const { left } = readSvg(
      svg(
        '<clipPath id="c"><rect width="3" height="3"/></clipPath><pattern id="p"/><filter id="f"><feOffset/></filter><text>Tide</text><rect width="9" height="9" clip-path="url(#c)" fill="url(#p)" filter="url(#f)"/>',
      ),
      'a.svg',
    );
    expect(left.sort()).toEqual(['clips', 'filters', 'patterns', 'texts']);
    const tiled =
      '<pattern id="p"><g><rect width="2" height="2" style="fill:#804020"/><circle r="1" fill="red"/></g></pattern>';
    expect(one(`${tiled}<rect width="9" height="9" fill="url(#p)"/>`).fill!.colour).toBe('#804020');
  });

  it('entities of the file’s own, and prefixes, are followed', () => {
    const text =
      '<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "x" [<!ENTITY red "#ff0000"><!ENTITY ns "http://www.w3.org/2000/svg">]><s:svg xmlns:s="&ns;" width="20" height="20"><s:rect width="9" height="9" fill="&red;"/></s:svg>';
    expect(readSvg(text, 'a.svg').elements[0]!.fill!.colour).toBe('#ff0000');
  });

  it('use draws what it points at, and a loop of them ends', () => {
    expect(
      box('<defs><rect id="r" width="5" height="5"/></defs><use href="#r" x="20" y="30"/>'),
    ).toEqual([20, 30, 25, 35]);
    const loop = svg(
      '<g id="a"><use href="#b"/><rect width="2" height="2"/></g><g id="b"><use href="#a"/></g>',
    );
    expect(readSvg(loop, 'a.svg').elements.length).toBeGreaterThan(0);
  });

  it('curves keep their shape: arcs are round, parabolas pass through their middle', () => {
    const [arc] = pathsOfData('M-50 0A50 50 0 0 1 50 0');
    for (const a of arc!.anchors) expect(Math.hypot(a.x, a.y)).toBeCloseTo(50, 6);
    expect(curveBox(pathsOfData('M0 0Q50 100 100 0')[0]!)!.y1).toBeCloseTo(50, 6);
    expect(pathsOfData('M0 0C10 0 20 10 20 20C20 30 30 40 40 40')[0]!.anchors[1]!.kind).toBe(
      'smooth',
    );
    expect(pathsOfData('M0 0L10 0L10 10L0 0Z')[0]!.anchors).toHaveLength(3);
  });
});

describe('a bad SVG', () => {
  const cases: [name: string, text: string, message: RegExp][] = [
    ['nothing at all', '', /is no SVG/],
    ['another document', '<html></html>', /is no SVG/],
    ['only a text', svg('<text>TIDE</text>'), /draws nothing that a line/],
    ['what is hidden', svg('<rect width="5" height="5" display="none"/>'), /draws nothing/],
    ['numbers without measure', svg('<path d="M0 0L1e300 1e300" stroke="red"/>'), /draws nothing/],
    ['more than can be read', `<svg>${' '.repeat(20_000_001)}</svg>`, /too large: 20 MB/],
  ];
  for (const [name, text, message] of cases)
    it(`with ${name} gets a reason`, () => {
      expect(() => readSvg(text, 'a.svg')).toThrow(message);
    });

  it('of any path data gives finite anchors or a reason, and always ends', () => {
    const piece = fc.oneof(
      fc.constantFrom(...'MmLlHhVvCcSsQqTtAaZz '.split('')),
      fc.double({ noNaN: true }).map(String),
      fc.integer({ min: -99, max: 99 }).map(String),
      fc.constantFrom('1e999', '-', '..', 'NaN', ','),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), (parts) => {
        for (const { anchors } of pathsOfData(`M0 0${parts.join(' ')}`))
          for (const a of anchors)
            expect([a.x, a.y, a.in.x, a.in.y, a.out.x, a.out.y].every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 500 },
    );
  });

  it('keeps gradients: shares of the box or px, transforms, stops of another, and fill rules', () => {
    const { elements } = readSvg(
      `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 100 100" width="200" height="200">
        <defs>
          <linearGradient id="stops"><stop offset="0.25" stop-color="#ff0000"/><stop offset="75%" style="stop-color: #0000ff; stop-opacity: 0.5"/></linearGradient>
          <linearGradient id="down" x1="0" y1="0" x2="0" y2="1" xlink:href="#stops"/>
          <radialGradient id="round" gradientUnits="userSpaceOnUse" cx="10" cy="20" r="5" href="#stops"/>
          <linearGradient id="loop" href="#loop"/>
        </defs>
        <rect x="10" y="10" width="40" height="20" fill="url(#down)"/>
        <g transform="translate(30 0)"><path d="M0 0H9V9H0Z" fill="url('#round')" fill-rule="evenodd"/></g>
        <path d="M0 0H9V9H0Z" fill="url(#loop)"/>
      </svg>`,
      'a.svg',
    );
    const [down, round, loop] = elements;
    expect(down!.fill!.gradient).toMatchObject({
      radial: false,
      from: { x: 20, y: 20 },
      to: { x: 20, y: 60 },
      ramp: {
        colours: [
          { at: 25, colour: '#ff0000' },
          { at: 75, colour: '#0000ff' },
        ],
        opacities: [
          { at: 25, opacity: 100 },
          { at: 75, opacity: 50 },
        ],
        space: 'scene',
      },
    });
    expect(down!.rule).toBe('nonzero');
    expect(round!.fill!.gradient).toMatchObject({
      radial: true,
      from: { x: 80, y: 40 },
      to: { x: 90, y: 40 },
    });
    expect(round!.rule).toBe('evenodd');
    expect(loop!.fill!.gradient).toBeNull();
    const [layer] = layersOfSvg(
      { width: 200, height: 200, elements: [down!], left: [] },
      newScene('', 200, 200, null),
      false,
    );
    expect(layer!.source.kind === 'line' && layer!.source.passes[0]).toMatchObject({
      paint: 'linear',
      rule: 'nonzero',
      ends: { x0: 20, y0: 20, x1: 20, y1: 60 },
    });
    expect(sceneFaults({ ...newScene('', 200, 200, null), layers: [layer!] })).toEqual([]);
  });
});

describe('a gradient that its transforms slant', () => {
  const fillOf = (gradient: string, shape: string) => {
    const e = one(`<defs>${gradient}</defs>${shape}`);
    return e.fill!.gradient!;
  };
  const STOPS = '<stop stop-color="red"/><stop offset="1" stop-color="blue"/>';
  const map = fc.record({
    a: fc.double({ min: 0.3, max: 3, noNaN: true }),
    b: fc.double({ min: -2, max: 2, noNaN: true }),
    c: fc.double({ min: -2, max: 2, noNaN: true }),
    d: fc.double({ min: 0.3, max: 3, noNaN: true }),
  });
  const WITHIN = { minimum: 0.3 };
  type Map = { a: number; b: number; c: number; d: number };
  const isFlat = ({ a, b, c, d }: Map) => Math.abs(a * d - b * c) < WITHIN.minimum;

  it('keeps the lines of one colour where the transform carries them', () => {
    fc.assert(
      fc.property(map, fc.double({ min: 0, max: 1, noNaN: true }), (m, share) => {
        fc.pre(!isFlat(m));
        const { from, to } = fillOf(
          `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="1" y1="2" x2="7" y2="5" gradientTransform="matrix(${m.a} ${m.b} ${m.c} ${m.d} 20 30)">${STOPS}</linearGradient>`,
          '<rect width="50" height="50" fill="url(#g)"/>',
        );
        // A place so far along the way, moved at right angles to it before the transform.
        for (const aside of [-4, 0, 3]) {
          const [x, y] = [1 + 6 * share - 3 * aside, 2 + 3 * share + 6 * aside];
          const [px, py] = [m.a * x + m.c * y + 20, m.b * x + m.d * y + 30];
          const [dx, dy] = [to.x - from.x, to.y - from.y];
          const along = ((px - from.x) * dx + (py - from.y) * dy) / (dx * dx + dy * dy);
          expect(along).toBeCloseTo(share, 4);
        }
      }),
    );
  });

  it('is the oval that a circle is carried to', () => {
    fc.assert(
      fc.property(map, fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }), (m, angle) => {
        fc.pre(!isFlat(m));
        const { from, to, roundness } = fillOf(
          `<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="3" cy="4" r="6" gradientTransform="matrix(${m.a} ${m.b} ${m.c} ${m.d} 20 30)">${STOPS}</radialGradient>`,
          '<rect width="50" height="50" fill="url(#g)"/>',
        );
        const [x, y] = [6 * Math.cos(angle), 6 * Math.sin(angle)];
        const [px, py] = [m.a * x + m.c * y, m.b * x + m.d * y];
        const [dx, dy] = [to.x - from.x, to.y - from.y];
        const square = dx * dx + dy * dy;
        const along = (px * dx + py * dy) / square;
        const across = (py * dx - px * dy) / square / (roundness / 100);
        // Of a circle nearly round no axis is looked for.
        expect(Math.abs(Math.hypot(along, across) - 1)).toBeLessThan(2e-3);
      }),
    );
  });

  it('in the box of a shape follows its sides', () => {
    const { from, to, roundness } = fillOf(
      `<radialGradient id="g">${STOPS}</radialGradient>`,
      '<rect x="10" y="20" width="60" height="30" fill="url(#g)"/>',
    );
    expect(from).toEqual({ x: 40, y: 35 });
    expect([Math.abs(to.x - 40), to.y - 35]).toEqual([30, expect.closeTo(0, 9)]);
    expect(roundness).toBeCloseTo(50, 9);
  });
});

it('the miter limit of a stroke is read, within bounds', () => {
  const limit = (v: string) =>
    one(`<path d="M0 0L9 9L0 9" stroke="red" ${v}/>`, undefined).miterLimit;
  expect(limit('')).toBe(4);
  expect(limit('stroke-miterlimit="10"')).toBe(10);
  expect(limit('style="stroke-miterlimit:900"')).toBe(40);
});

describe('a style sheet of a picture', () => {
  it('loses what asks for anything outside, and nothing else', () => {
    const kept = ownSheet(
      '@import "a.css"; @font-face{font-family:x;src:url(x.woff)} .a{fill:url(#g);stroke:red} .b{fill:url(http://x/y);opacity:.5} @media screen{.c{fill:blue}} .d{background:image-set("a.png" 1x)}',
    );
    expect(kept).toContain('.a{fill:url(#g);stroke:red}');
    expect(kept).toContain('.b{opacity:.5}');
    expect(kept).toContain('.c{fill:blue}');
    expect(kept).not.toMatch(/import|font|http|image-set/);
  });
});
