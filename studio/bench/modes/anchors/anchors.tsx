import { useMemo, useState, type RefObject } from 'react';
import type { Affine, Box, Point } from '@ignis/core/geometry/affine';
import { about, apply, invert, multiply, rotation, translation } from '@ignis/core/geometry/affine';
import { pulledMap } from '@ignis/core/geometry/box-handle';
import type { AnchorPlace } from '@ignis/core/geometry/anchors';
import type { SegmentPlace } from '@ignis/core/geometry/anchors';
import {
  anchorNear,
  anchorOf,
  anchorsBox,
  anchorsIn,
  mapAnchors,
  samePlace,
  segmentNear,
} from '@ignis/core/geometry/anchors';
import {
  bendSegment,
  holdAngle,
  insertAnchor,
  setHandle,
  turnAnchor,
} from '@ignis/core/geometry/edit-path';
import type { Path } from '@ignis/core/geometry/path';
import { setPath, setPaths } from '@ignis/core/scene/edits/line-edits';
import { placementMap } from '@ignis/core/definitions/placement';
import { snapAnchors } from '@ignis/core/scene/arrange/snap';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useAround, useBench } from '../../../state/bench';
import { AnchorMarks, HandleMarks, SegmentMark } from './anchor-marks';
import { Band } from '../../stage/band';
import { BoxHandles } from '../../stage/box-handles';
import { toStage } from '../../stage/path-outline';
import { follow, scenePoint } from '../../stage/pointer';
import { snapper } from '../../stage/snapping';
import { named } from '../../../ui/tip';
import { t } from '../../../words/t';

/** How near a press must be, CSS px. */
const ANCHOR = 12;
const SEGMENT = 8;

/** A key for a place; where on a segment the pointer is does not show. */
const PLACE = ['path', 'index', 'segment'];

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  paths: readonly Path[];
  /** A click beside the line. */
  onMiss(p: Point): void;
}

/**
 * The anchors of a line: drag them, click the line to insert one, drag it to bend it. Shift adds to the
 * choice, a drag beside the line chooses all in a box; several are moved, scaled and turned as one.
 */
export function Anchors({ stage, layer, paths, onMiss }: Props) {
  const view = useBench((s) => s.view);
  const chosen = useBench((s) => s.anchors);
  const around = useAround(layer.id);
  const [over, setOver] = useState<AnchorPlace | SegmentPlace | null>(null);
  const [band, setBand] = useState<Box | null>(null);
  const map = useMemo(
    () => toStage(view, around, layer.placement),
    [view, around, layer.placement],
  );
  const inScene = multiply(around, placementMap(layer.placement));
  const back = invert(placementMap(layer.placement));
  if (!back) return null;
  const { drag, drop, change, set } = useBench.getState();
  const own = (e: { clientX: number; clientY: number }): Point =>
    apply(back, scenePoint(stage.current!, e, around));
  const onStage = (e: { clientX: number; clientY: number }): Point => {
    const r = stage.current!.getBoundingClientRect();
    return { x: e.clientX - r.left, y: e.clientY - r.top };
  };
  const scale = Math.hypot(map[0], map[1]);
  const under = (e: { clientX: number; clientY: number }) =>
    anchorNear(paths, map, onStage(e), ANCHOR) ?? segmentNear(paths, own(e), SEGMENT / scale);

  /** Draws again only when it is another thing that the pointer is over. */
  const hover = (at: AnchorPlace | SegmentPlace | null) =>
    setOver((now) => (JSON.stringify(now, PLACE) === JSON.stringify(at, PLACE) ? now : at));

  const pressAnchor = (down: React.PointerEvent, at: AnchorPlace) => {
    const has = chosen.some((c) => samePlace(c, at));
    const now = down.shiftKey
      ? has
        ? chosen.filter((c) => !samePlace(c, at))
        : [...chosen, at]
      : has
        ? chosen
        : [at];
    set({ anchors: now });
    const from = anchorOf(paths, at)!;
    const start = own(down);
    const moving = now.length > 0 ? now : [at];
    const snap = snapper(
      () => [layer.id],
      () => snapAnchors(paths, moving, inScene),
    );
    const toScene = invert(inScene);
    follow(down.nativeEvent, {
      move(e) {
        const p = own(e);
        const to = { x: from.x + p.x - start.x, y: from.y + p.y - start.y };
        const snapped = () => (toScene ? apply(toScene, snap.point(apply(inScene, to), e)) : to);
        const angleHeld = e.shiftKey ? holdAngle(from, to) : snapped();
        drag(
          moving.length > 1 ? t`Move anchors` : t`Move an anchor`,
          setPaths(
            layer.id,
            mapAnchors(paths, moving, translation(angleHeld.x - from.x, angleHeld.y - from.y)),
          ),
        );
      },
      up(moved) {
        if (moved) drop();
        else if (!down.shiftKey) set({ anchors: [at] });
      },
    });
  };

  const pressSegment = (down: React.PointerEvent, at: SegmentPlace) => {
    const start = own(down);
    const path = paths[at.path]!;
    follow(down.nativeEvent, {
      move(e) {
        const p = own(e);
        const along = Math.min(0.85, Math.max(0.15, at.t));
        const bent = bendSegment(path, at.segment, along, p.x - start.x, p.y - start.y);
        drag(t`Bend a segment`, setPath(layer.id, bent, at.path));
      },
      up(moved) {
        if (moved) return drop();
        change(
          t`Insert an anchor`,
          setPath(layer.id, insertAnchor(path, at.segment, at.t), at.path),
        );
        set({ anchors: [{ path: at.path, index: at.segment + 1 }] });
      },
    });
  };

  const pressBeside = (down: React.PointerEvent) => {
    const start = onStage(down);
    follow(down.nativeEvent, {
      move(e) {
        const p = onStage(e);
        const box = {
          x0: Math.min(p.x, start.x),
          y0: Math.min(p.y, start.y),
          x1: Math.max(p.x, start.x),
          y1: Math.max(p.y, start.y),
        };
        setBand(box);
        const inside = anchorsIn(paths, map, box);
        const before = down.shiftKey ? chosen : [];
        set({
          anchors: [...before, ...inside.filter((at) => !before.some((c) => samePlace(c, at)))],
        });
      },
      up(moved, e) {
        setBand(null);
        if (moved) return;
        if (chosen.length > 0) set({ anchors: [] });
        else onMiss(scenePoint(stage.current!, e));
      },
      cancel: () => setBand(null),
    });
  };

  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const at = under(down);
    if (!at) pressBeside(down);
    else if ('segment' in at) pressSegment(down, at);
    else pressAnchor(down, at);
  };

  const doublePress = (e: React.MouseEvent) => {
    const at = under(e);
    const a = at && !('segment' in at) && anchorOf(paths, at);
    if (!at || !a || 'segment' in at) return;
    e.stopPropagation();
    const kind = a.kind === 'corner' ? 'smooth' : 'corner';
    change(
      kind === 'corner' ? t`Make a corner` : t`Make smooth`,
      setPath(layer.id, turnAnchor(paths[at.path]!, at.index, kind), at.path),
    );
  };

  const dragHandle = (down: React.PointerEvent, at: AnchorPlace, which: 'in' | 'out') => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const a = anchorOf(paths, at)!;
    follow(down.nativeEvent, {
      move(e) {
        const p = own(e);
        const to = e.shiftKey ? holdAngle(a, p) : p;
        const turned = setHandle(paths[at.path]!, at.index, which, {
          x: to.x - a.x,
          y: to.y - a.y,
        });
        drag(t`Turn a handle`, setPath(layer.id, turned, at.path));
      },
      up: drop,
    });
  };

  const box = chosen.length > 1 ? anchorsBox(paths, chosen) : null;
  const put = (label: string, change: Affine) =>
    drag(label, setPaths(layer.id, mapAnchors(paths, chosen, change)));

  return (
    <g>
      <rect
        width="100%"
        height="100%"
        fill="transparent"
        className={over ? ('segment' in over ? 'cursor-copy' : 'cursor-move') : ''}
        onPointerDown={press}
        onPointerMove={(e) => e.buttons === 0 && hover(under(e))}
        onPointerLeave={() => setOver(null)}
        onDoubleClick={doublePress}
        data-testid="anchors"
        data-presses="anchors"
        {...named(
          over
            ? 'segment' in over
              ? t`Click to insert an anchor, drag to bend`
              : t`Drag it; double-click makes it a corner or smooth; Shift adds it to the choice`
            : '',
        )}
      ></rect>
      {over && 'segment' in over && <SegmentMark map={map} path={paths[over.path]} at={over} />}
      {box && (
        <BoxHandles
          stage={stage}
          box={box}
          map={map}
          move={(from, to) => put(t`Move anchors`, translation(to.x - from.x, to.y - from.y))}
          pull={(handle, to) => {
            put(t`Scale anchors`, pulledMap(box, handle, to));
          }}
          turn={(pivot, by, e) => {
            const angleHeld = e.shiftKey ? Math.round(by / 15) * 15 : by;
            put(t`Rotate anchors`, about(pivot, rotation((angleHeld * Math.PI) / 180)));
          }}
          drop={drop}
          click={(e) => {
            const at = anchorNear(paths, map, onStage(e), ANCHOR);
            set({ anchors: at ? [at] : [] });
          }}
        />
      )}
      <AnchorMarks map={map} paths={paths} chosen={chosen} />
      {chosen.length === 1 && (
        <HandleMarks map={map} paths={paths} at={chosen[0]!} onPress={dragHandle} />
      )}
      {band && <Band box={band} />}
    </g>
  );
}
