/** Lengths and viewports of an SVG (SVG 2, chapter 8; CSS Values and Units, level 3). */

/** Px of each unit; of letters, as browsers set them where no font is chosen. */
const UNITS: Readonly<Record<string, number>> = {
  ...{ '': 1, px: 1, pt: 4 / 3, pc: 16, mm: 96 / 25.4, cm: 96 / 2.54, in: 96, q: 24 / 25.4 },
  ...{ em: 16, rem: 16, ex: 8, ch: 8 },
};

/** A length, px; `whole` is what shares are of. Undefined if it is none. */
export function lengthIn(text: string | undefined, whole: number): number | undefined {
  const found = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z]+|%)?/i.exec(text ?? '');
  if (!found) return undefined;
  const [, number, unit = ''] = found;
  const value = Number(number);
  if (unit === '%') return (value / 100) * whole;
  const px = UNITS[unit.toLowerCase()];
  return px === undefined ? undefined : value * px;
}

/** What shares of lengths are of: the size of a viewport in units of what is in it. */
export interface Viewport {
  width: number;
  height: number;
}

/** What shares of radii and widths of strokes are of (SVG 2, section 8.9). */
export const diagonalOf = ({ width, height }: Viewport): number =>
  Math.hypot(width, height) / Math.SQRT2;

/** A box of four numbers, of which neither side is nothing; null if it is none. */
export function viewBoxOf(
  text: string | undefined,
): [x: number, y: number, w: number, h: number] | null {
  const box = (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [x, y, w, h] = box;
  const isBox = box.length === 4 && box.every(Number.isFinite) && isSide(w!) && isSide(h!);
  return isBox ? [x!, y!, w!, h!] : null;
}

/** Whether a drawing may be so wide or high: of the rest nothing sensible could be drawn. */
export const isSide = (n: number): boolean => n >= 1e-6 && n <= 1e9;

const PLACES: Readonly<Record<string, number>> = { Min: 0, Mid: 0.5, Max: 1 };

/** The transform that fits a view box into a size (SVG 2, section 8.6, "preserveAspectRatio"). */
export function fitted(
  [x, y, w, h]: readonly [number, number, number, number],
  { width, height }: Viewport,
  aspect = 'xMidYMid meet',
): string {
  const [across, down] = [width / w, height / h];
  const found = /x(Min|Mid|Max)Y(Min|Mid|Max)(?:\s+(meet|slice))?/.exec(aspect);
  if (!found && /^\s*(defer\s+)?none/.test(aspect))
    return `scale(${across} ${down}) translate(${-x} ${-y})`;
  const [, px = 'Mid', py = 'Mid', how] = found ?? [];
  const k = how === 'slice' ? Math.max(across, down) : Math.min(across, down);
  const at = (size: number, own: number, place: string) => (size - own * k) * PLACES[place]!;
  return `translate(${at(width, w, px)} ${at(height, h, py)}) scale(${k}) translate(${-x} ${-y})`;
}

const ANGLES: Readonly<Record<string, number>> = {
  ...{ '': 1, deg: 1, rad: 180 / Math.PI, grad: 0.9, turn: 360 },
};

/**
 * A transform as attributes write it, from one that CSS may have written: with units, and of one axis alone
 * (CSS Transforms, level 1). What is no transform of a plane is left out.
 */
export function plainTransform(text: string, origin: string | undefined): string {
  const isCss = /px|deg|rad|turn|%|[a-z](X|Y)\s*\(/.test(text) || origin !== undefined;
  if (!isCss) return text;
  const out: string[] = [];
  for (const [, name, inside] of text.matchAll(/([a-zA-Z]+)\s*\(([^)]*)\)/g)) {
    const given = inside!.trim().split(/[\s,]+/);
    const px = given.map((v) => lengthIn(v, 0) ?? 0);
    const angles = given.map((v) => {
      const [, number, unit] = /^([-+.\de]+)([a-z]*)$/i.exec(v) ?? [];
      return Number(number ?? 0) * (ANGLES[unit ?? ''] ?? 1);
    });
    const [a = 0, b] = px;
    switch (name) {
      case 'translateX':
        out.push(`translate(${a} 0)`);
        break;
      case 'translateY':
        out.push(`translate(0 ${a})`);
        break;
      case 'scaleX':
        out.push(`scale(${a} 1)`);
        break;
      case 'scaleY':
        out.push(`scale(1 ${a})`);
        break;
      case 'rotate':
        // As an attribute it may be about a place.
        out.push(`rotate(${[angles[0], ...px.slice(1)].join(' ')})`);
        break;
      case 'skewX':
      case 'skewY':
        out.push(`${name}(${angles[0]})`);
        break;
      case 'translate':
        out.push(`translate(${a} ${b ?? 0})`);
        break;
      case 'scale':
        out.push(`scale(${a} ${b ?? a})`);
        break;
      case 'matrix':
        out.push(`matrix(${px.join(' ')})`);
        break;
    }
  }
  const [x, y] = (origin ?? '')
    .trim()
    .split(/\s+/)
    .map((v) => lengthIn(v, 0));
  return x || y
    ? `translate(${x ?? 0} ${y ?? 0}) ${out.join(' ')} translate(${-(x ?? 0)} ${-(y ?? 0)})`
    : out.join(' ');
}
