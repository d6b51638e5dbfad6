import { useLayoutEffect, useMemo, useRef } from 'react';
import type { Affine, Box } from '@ignis/core/geometry/affine';
import { apply, boxUnder, unitedBox } from '@ignis/core/geometry/affine';
import type { AnchorPlace } from '@ignis/core/geometry/anchors';
import { anchorOf } from '@ignis/core/geometry/anchors';
import { pathDifference, runsNear } from '@ignis/core/geometry/blocks';
import type { Path } from '@ignis/core/geometry/path';
import { mapCubic, segment } from '@ignis/core/geometry/path';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useAround, useBench } from '../../../state/bench';
import { toStage } from '../../stage/path-outline';

/** More anchors than this are drawn as plain dots, on a canvas. */
const MANY = 300;

export const areMany = (paths: readonly Path[]): boolean =>
  paths.reduce((n, p) => n + p.anchors.length, 0) > MANY;

/** What a canvas shows. */
interface Drawn {
  map: Affine;
  paths: readonly Path[];
  chosen: readonly AnchorPlace[];
  width: number;
  height: number;
}

/** Half of what the marks are wide and how far they stand out, CSS px. */
const DOT = 2.5;
const CHOSEN = 3.5;
const OUT = 6;

/** Very many anchors and their paths. While some of them move only what they touch is drawn anew. */
export function AnchorDots({
  layer,
  paths,
  width,
  height,
}: {
  layer: Layer;
  paths: readonly Path[];
  /** Of the stage, CSS px. */
  width: number;
  height: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const last = useRef<Drawn | null>(null);
  const view = useBench((s) => s.view);
  const chosen = useBench((s) => s.anchors);
  const around = useAround(layer.id);
  const map = useMemo(
    () => toStage(view, around, layer.placement),
    [view, around, layer.placement],
  );
  useLayoutEffect(() => {
    const element = canvas.current!;
    const k = window.devicePixelRatio;
    const now = { map, paths, chosen, width, height };
    const whole = { x0: 0, y0: 0, x1: width, y1: height };
    const part = last.current && changed(last.current, now);
    if (!part) {
      element.width = width * k;
      element.height = height * k;
    }
    last.current = now;
    if (part === 'nowhere') return;
    draw(element.getContext('2d')!, k, now, part ?? whole);
  });
  return (
    <canvas
      ref={canvas}
      className="pointer-events-none absolute inset-0 h-full w-full"
      data-anchors={paths.reduce((n, p) => n + p.anchors.length, 0)}
    />
  );
}

/** Where one drawing differs from another, CSS px; null if everywhere. */
function changed(before: Drawn, now: Drawn): Box | 'nowhere' | null {
  if (before.map !== now.map || before.chosen !== now.chosen) return null;
  if (before.width !== now.width || before.height !== now.height) return null;
  if (before.paths.length !== now.paths.length) return null;
  let all: Box | null = null;
  for (const [i, path] of now.paths.entries()) {
    const own = before.paths[i] === path ? 'nowhere' : pathDifference(before.paths[i]!, path);
    if (own === null) return null;
    if (own !== 'nowhere') all = unitedBox(all, boxUnder(now.map, own));
  }
  if (!all) return 'nowhere';
  return { x0: all.x0 - OUT, y0: all.y0 - OUT, x1: all.x1 + OUT, y1: all.y1 + OUT };
}

function draw(c: CanvasRenderingContext2D, k: number, drawn: Drawn, box: Box): void {
  const { map, paths, chosen } = drawn;
  c.save();
  c.scale(k, k);
  c.beginPath();
  c.rect(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0);
  c.clip();
  c.clearRect(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0);
  const runs = paths.flatMap((path) =>
    runsNear(path, map, box).map((blocks) => ({ path, blocks })),
  );
  c.beginPath();
  for (const { path, blocks } of runs)
    for (const { from, to } of blocks)
      for (let i = from; i < to; i++) {
        const [p, q, r, s] = mapCubic(map, segment(path, i));
        if (i === from) c.moveTo(p.x, p.y);
        c.bezierCurveTo(q.x, q.y, r.x, r.y, s.x, s.y);
      }
  c.strokeStyle = 'rgb(0 0 0 / .3)';
  c.stroke();
  const dots = (half: number, colour: string) => {
    c.fillStyle = colour;
    c.beginPath();
    for (const { path, blocks } of runs)
      for (const { from, to } of blocks)
        for (let i = from; i <= to; i++) {
          const { x, y } = apply(map, path.anchors[i % path.anchors.length]!);
          if (x > box.x0 - half && y > box.y0 - half && x < box.x1 + half && y < box.y1 + half)
            c.rect(x - half, y - half, 2 * half, 2 * half);
        }
    c.fill();
  };
  dots(DOT, '#161616');
  dots(DOT - 1, '#fff');
  c.fillStyle = '#ff7a3c';
  for (const at of chosen) {
    const a = anchorOf(paths, at);
    if (!a) continue;
    const { x, y } = apply(map, a);
    c.fillRect(x - CHOSEN, y - CHOSEN, 2 * CHOSEN, 2 * CHOSEN);
  }
  c.restore();
}
