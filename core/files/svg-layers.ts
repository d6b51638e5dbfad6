import { blendNamed, blends } from '../blend/index';
import { IDENTITY, middleOf, multiply } from '../geometry/affine';
import type { Homography } from '../geometry/homography';
import { project, stretch } from '../geometry/homography';
import type { Path } from '../geometry/path';
import { MITER_LIMIT } from '../geometry/outline';
import { pathData, strandsData } from '../geometry/path-data';
import type { Strand } from '../geometry/strand';
import { newLineOf } from '../scene/model/make';
import { newId } from '../scene/model/new-id';
import { placementMap } from '../definitions/placement';
import { cornersMap, mapAround, placed } from '../scene/arrange/placement';
import type { Layer, Scene } from '../scene/model/schema';
import type { LineSource } from '../sources/line-source';
import { drawnStrands, measuresOf, pathsOf } from '../sources/line-shape';
import type { Pass } from '../sources/pass';
import { newPass } from '../sources/pass';
import type { SvgGradient } from './svg-gradients';
import type { SvgDrawing, SvgElement, SvgPaint } from './svg-lines';

/** Lines of light from the elements of an SVG, and SVG from lines of light. */

/** What paints a pass as a gradient did. */
const painted = ({ radial, from, to, roundness, ramp }: SvgGradient): Partial<Pass> => ({
  paint: radial ? 'radial' : 'linear',
  colour: ramp.colours[0]!.colour,
  ramp,
  ends: { x0: from.x, y0: from.y, x1: to.x, y1: to.y },
  roundness,
});

/** The passes that paint an element as it was. */
function passesOf(e: SvgElement): Pass[] {
  const out: Pass[] = [];
  const paint = ({ colour, opacity, gradient }: SvgPaint): Partial<Pass> => ({
    ...{ colour, opacity: opacity * e.opacity * 100, blur: e.blur },
    // A blend that is not known counts for none, as CSS has it.
    blend: blends.some((b) => b.name === e.blend) ? e.blend : 'normal',
    ...(gradient && painted(gradient)),
  });
  if (e.fill)
    out.push(newPass(newId(), 'Inside', { draws: 'inside', rule: e.rule, ...paint(e.fill) }));
  if (e.stroke && e.strokeWidth > 0)
    out.push(
      newPass(newId(), 'Line', {
        ...{ width: e.strokeWidth, cap: e.cap, join: e.join, miter: e.miterLimit },
        ...(e.dashes && { dashes: true, ...e.dashes }),
        ...paint(e.stroke),
      }),
    );
  return out;
}

/**
 * The elements of a drawing as line layers, back to front: one for each, or, `asOne`, one that holds all
 * paths and is painted as the first element is. They are fitted into 80 % of the scene, in its middle.
 */
export function layersOfSvg(drawing: SvgDrawing, scene: Scene, asOne: boolean): Layer[] {
  const { width, height, elements } = drawing;
  const k = 0.8 * Math.min(scene.width / width, scene.height / height);
  const pivot = { x: width / 2, y: height / 2 };
  const placement = {
    ...placed(pivot),
    x: Math.round(scene.width / 2 - pivot.x),
    y: Math.round(scene.height / 2 - pivot.y),
    scaleX: k,
    scaleY: k,
  };
  const layer = (name: string, paths: Path[], like: SvgElement) =>
    newLineOf(
      name,
      {
        light: (like.stroke ?? like.fill)?.colour ?? '#ffffff',
        shape: { kind: 'path', paths },
        passes: passesOf(like),
      },
      { blend: 'normal', placement },
    );
  return asOne
    ? [
        layer(
          'Drawing',
          elements.flatMap((e) => e.paths),
          elements[0]!,
        ),
      ]
    : elements.map((e, i) => layer(e.name === 'path' ? `Path ${i + 1}` : e.name, e.paths, e));
}

const n = (v: number) => String(Math.round(v * 1000) / 1000);

/** A line's shape as SVG path data; after modifiers, or carried by corners, it is made of straight pieces. */
function lineData(source: LineSource, warp: Homography | null): string {
  if (!warp && source.modifiers.every((m) => !m.enabled))
    return pathsOf(source.shape)
      .map((p) => pathData(IDENTITY, p))
      .join('');
  const fineness = { tolerance: 0.1, turn: warp ? 0.1 : Infinity };
  const strands = drawnStrands(source, IDENTITY, fineness);
  return strandsData(warp ? strands.map((s) => carried(s, warp)) : strands);
}

/** A strand under a homography, without what lies beyond the horizon. */
function carried(strand: Strand, warp: Homography): Strand {
  const points: number[] = [];
  for (let i = 0; i < strand.points.length; i += 2) {
    const p = project(warp, { x: strand.points[i]!, y: strand.points[i + 1]! });
    if (p) points.push(p.x, p.y);
  }
  return { ...strand, points: Float64Array.from(points) };
}

/** The mean length that a px of a line has once corners have carried it, at the middle of its box. */
function carriedLength(source: LineSource, warp: Homography | null): number {
  const { box } = measuresOf(source);
  if (!warp || !box) return 1;
  const [across, down] = stretch(warp, middleOf(box));
  return Math.sqrt(across * down);
}

const escaped = (text: string) => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/**
 * A line as an SVG of the scene's size: each pass is a stroke or a fill, its blur a filter, its blend
 * `mix-blend-mode` where CSS has it. Tapers, ramps and offsets beside the line have no counterpart, and
 * are left out; under corners a stroke has the one width that it has at the middle of the line.
 */
export function svgOfLine(layer: Layer & { source: LineSource }, scene: Scene): string {
  const { source } = layer;
  const warp = cornersMap(layer.placement);
  const data = lineData(source, warp);
  const k = carriedLength(source, warp);
  const passes = source.passes
    .filter((p) => p.enabled && p.opacity > 0)
    .map((p) => ({
      ...p,
      ...{ x: p.x * k, y: p.y * k, width: p.width * k, blur: p.blur * k },
      ...{ dash: p.dash * k, gap: p.gap * k, phase: p.phase * k },
    }));
  const blurred = passes.filter((p) => p.blur > 0);
  const filters = blurred
    .map(
      (p) =>
        `<filter id="blur-${escaped(p.id)}" filterUnits="userSpaceOnUse" x="-100%" y="-100%" width="300%" height="300%"><feGaussianBlur stdDeviation="${n(p.blur)}"/></filter>`,
    )
    .join('');
  const drawn = passes.map((p) => {
    const style = blendNamed(p.blend).name === 'normal' ? '' : ` style="mix-blend-mode:${p.blend}"`;
    const fill = p.draws === 'stroke' ? 'none' : p.colour;
    const stroke =
      p.draws === 'inside'
        ? ''
        : ` stroke="${p.colour}" stroke-width="${n(p.width)}" stroke-linecap="${p.cap === 'round' ? 'round' : 'butt'}" stroke-linejoin="${p.join}"${p.join === 'miter' ? ` stroke-miterlimit="${n(p.miter ?? MITER_LIMIT)}"` : ''}${p.dashes ? ` stroke-dasharray="${n(p.dash)} ${n(p.gap)}" stroke-dashoffset="${n(-p.phase)}"` : ''}`;
    const moved = p.x === 0 && p.y === 0 ? '' : ` transform="translate(${n(p.x)} ${n(p.y)})"`;
    const soft = p.blur > 0 ? ` filter="url(#blur-${escaped(p.id)})"` : '';
    return `<path d="${data}" fill="${fill}" fill-rule="${p.rule}"${stroke} opacity="${n(p.opacity / 100)}"${moved}${soft}${style}/>`;
  });
  const around = mapAround(scene.layers, layer.id);
  const map = multiply(around, placementMap(layer.placement)).map(n).join(' ');
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${scene.width}" height="${scene.height}" viewBox="0 0 ${scene.width} ${scene.height}">`,
    `<title>${escaped(layer.name)}</title>`,
    filters && `<defs>${filters}</defs>`,
    `<g transform="matrix(${map})" opacity="${n(layer.opacity / 100)}">`,
    ...drawn,
    '</g></svg>',
    '',
  ]
    .filter((line, i) => line !== '' || i > 4)
    .join('\n');
}
