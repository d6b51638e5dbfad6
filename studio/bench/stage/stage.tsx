import { useGesture } from '@use-gesture/react';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { useShallow } from 'zustand/react/shallow';
import { useBench, useSelectedLayer, type View } from '../../state/bench';
import { useFonts, useFontsOfScene } from '../../state/fonts';
import { isText } from '@ignis/core/scene/model/traits';
import { layersAt } from '../../workers/questions';
import { typeAll } from '../modes/write/writing';
import { leaveWhatIsGone, modeOf } from '../modes/index';
import { MaskCanvas, MovingEdge, useShownOver } from '../modes/mask/mask-shown';
import { Grid, Guides, Rulers } from './aids';
import { Cover } from './cover';
import { LayerOutline } from './layer-outline';
import { ScopesPanel } from '../scopes/scopes';
import { PinnedPlaces } from './pinned-places';
import { LightMeter } from './light-meter';
import { Shown } from './shown';
import { Making } from './making';
import { ModeBar } from './mode-bar';
import { PickColour } from './pick-colour';
import { follow, scenePoint } from './pointer';
import type { Screens } from './screens';
import { GuidePanel } from '../../guide/guide-panel';
import { shownScene, usePreview } from './use-preview';
import { forgetPress, moveByKeys, notePress } from './move-by-keys';
import { useSpacePressed } from './use-space-pressed';
import { fitted, isSameView, stageSize, zoomedAt } from './view';
import { t } from '../../words/t';
import { fingerFor, penIsDown, watchTouches } from './touches';
import { ThumbButtons } from './thumb-buttons';

interface Props {
  /** Files dropped at a place of the scene. */
  onFiles(files: File[], at: Point, keepSize: boolean): void;
}

/** The picture, and over it the handles of what is selected. */
export function Stage({ onFiles }: Props) {
  const element = useRef<HTMLDivElement>(null);
  const picture = useRef<HTMLDivElement>(null);
  const screens = useRef<Screens>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [panning, setPanning] = useState(false);
  const space = useSpacePressed();
  const [dropping, setDropping] = useState(false);
  const { id, view, mode, comparing, isBare, label, width, height, background } = useBench(
    useShallow((s) => ({
      id: s.id,
      view: s.view,
      mode: s.mode,
      comparing: s.comparing,
      isBare: s.isBare,
      label: s.gesture?.label,
      width: s.scene.width,
      height: s.scene.height,
      background: s.scene.background,
    })),
  );
  const layer = useSelectedLayer() ?? null;
  const hovered = useBench((s) => findLayer(s.scene, s.hovered));
  const over = useShownOver(size);
  usePreview(picture, screens, size);
  useFontsOfScene();
  useFonts();

  // The first size before the stage is seen, so that its picture need not wait for it.
  useLayoutEffect(() => {
    const sized = ({ width, height }: DOMRectReadOnly) => {
      Object.assign(stageSize, { width, height });
      setSize({ width: Math.round(width), height: Math.round(height) });
    };
    sized(element.current!.getBoundingClientRect());
    const watch = new ResizeObserver(([entry]) => sized(entry!.contentRect));
    watch.observe(element.current!);
    return () => watch.disconnect();
  }, []);

  // A scene just opened stands whole in the middle, and so does one that did when the stage becomes another size.
  const fittedFor = useRef({ id: '', size });
  useEffect(() => {
    if (!id || size.width === 0) return;
    const { scene, view, set } = useBench.getState();
    const before = fittedFor.current;
    fittedFor.current = { id, size };
    const isWhole = before.id === id && isSameView(view, fitted(scene, before.size));
    if (before.id !== id || isWhole) set({ view: fitted(scene, size) });
  }, [id, size]);

  useGesture(
    {
      onPinch: ({ origin, movement: [m], first, last, event, memo }) => {
        if (penIsDown()) return memo;
        const { view, set } = useBench.getState();
        const box = element.current!.getBoundingClientRect();
        const [x, y] = [origin[0] - box.left, origin[1] - box.top];
        if (event instanceof WheelEvent) {
          // The end of a turn of the wheel repeats its last event.
          if (last) return undefined;
          // A wheel turns in large steps, a touch pad in small ones.
          const k = Math.exp(-event.deltaY * (Math.abs(event.deltaY) < 40 ? 0.01 : 0.0022));
          set({ view: zoomedAt(view, view.zoom * k, x, y) });
          return undefined;
        }
        const start = (first ? undefined : (memo as Pinch | undefined)) ?? { view, x, y };
        const zoomed = zoomedAt(start.view, start.view.zoom * m, start.x, start.y);
        set({ view: { ...zoomed, x: zoomed.x + x - start.x, y: zoomed.y + y - start.y } });
        return start;
      },
      onWheel: ({ event, delta: [dx, dy] }) => {
        if (event.ctrlKey || event.metaKey) return;
        event.preventDefault();
        const { view, set } = useBench.getState();
        const [x, y] = event.shiftKey && dx === 0 ? [dy, 0] : [dx, dy];
        set({ view: { ...view, x: view.x - x, y: view.y - y } });
      },
    },
    {
      target: element,
      eventOptions: { passive: false },
      pinch: { preventDefault: true, pointer: { touch: true } },
    },
  );

  const pan = (down: React.PointerEvent) => {
    const finger = down.pointerType === 'touch' ? fingerFor() : null;
    if (finger === 'nothing') return down.stopPropagation();
    const pans = space || (finger === 'pan' && !isHandle(down.target));
    if (down.button !== 1 && !(down.button === 0 && pans)) return;
    down.preventDefault();
    down.stopPropagation();
    setPanning(true);
    const { view } = useBench.getState();
    follow(down.nativeEvent, {
      move: (e) =>
        useBench.getState().set({
          view: {
            ...view,
            x: view.x + e.clientX - down.clientX,
            y: view.y + e.clientY - down.clientY,
          },
        }),
      up: () => setPanning(false),
      cancel: () => setPanning(false),
    });
  };

  useEffect(watchTouches, []);

  // A mode ends with what it is for: by undo, or by what was done in the chain.
  useEffect(
    () =>
      useBench.subscribe((now, before) => {
        const changed = now.scene !== before.scene || now.step !== before.step;
        if (changed && !now.gesture) leaveWhatIsGone();
      }),
    [],
  );

  /** Selects what shows under a click; a second click takes the one beneath. */
  const pick = async (p: Point, also = false) => {
    const { selected, select, selectAlso } = useBench.getState();
    const found = await layersAt(shownScene(), p.x, p.y);
    if (also) {
      if (found[0]) selectAlso(found[0]);
      return;
    }
    const next = found[found.indexOf(selected ?? '') + 1] ?? found[0];
    if (next) select(next);
    else if (found.length === 0) select(null);
  };

  const press = (down: React.PointerEvent) => {
    if (isBare) return;
    if (down.button !== 0) return;
    const p = scenePoint(element.current!, down);
    follow(down.nativeEvent, {
      move: () => undefined,
      up: (moved, e) => void (!moved && pick(p, e.shiftKey)),
    });
  };

  const { Overlay, Beneath, pointer, overGuides } = modeOf(mode);
  // What is worked on is not to be seen while only the picture is, or another state of it.
  const isWorked = !comparing && !isBare;
  const overlay = isWorked && Overlay && (
    <Overlay stage={element} layer={layer} pick={(at, also) => void pick(at, also)} />
  );
  return (
    <section
      ref={element}
      aria-label={t`Stage`}
      className={`relative h-full touch-none overflow-hidden bg-ground select-none ${space || panning ? 'cursor-grab' : ''}`}
      onPointerDownCapture={pan}
      onDragOver={(e) => {
        e.preventDefault();
        setDropping(true);
      }}
      onDragLeave={() => setDropping(false)}
      onDrop={(e) => {
        e.preventDefault();
        setDropping(false);
        if (e.dataTransfer.files.length > 0)
          onFiles([...e.dataTransfer.files], scenePoint(element.current!, e), e.altKey);
      }}
    >
      <div
        data-testid="scene-area"
        data-width={width}
        className={`absolute origin-top-left shadow-[0_0_0_1px_#000,0_18px_60px_rgba(0,0,0,.55)] ${background ? '' : 'check'}`}
        style={{
          transform: `translate(${view.x}px, ${view.y}px)`,
          width: width * view.zoom,
          height: height * view.zoom,
        }}
      />
      <Cover />
      <div ref={picture} className="absolute top-0 left-0 origin-top-left" data-testid="picture" />
      {isWorked && over.view && over.look && (
        <MaskCanvas view={over.view} isNew={over.isNew} look={over.look} frame={over.frame} />
      )}
      {isWorked && Beneath && <Beneath layer={layer} {...size} />}
      <svg
        className="absolute inset-0 h-full w-full"
        onPointerDown={press}
        onPointerDownCapture={notePress}
        onBlur={forgetPress}
        onKeyDown={moveByKeys}
        onDoubleClick={() => {
          if (layer && isText(layer) && layer.visible && mode === 'arrange') typeAll(layer);
        }}
        style={{
          pointerEvents: space || panning ? 'none' : 'auto',
          cursor: comparing ? undefined : pointer,
        }}
        data-testid="overlay"
      >
        {isWorked && hovered && hovered.id !== layer?.id && <LayerOutline layer={hovered} />}
        {!isBare && <Grid />}
        {!overGuides && overlay}
        {isWorked && over.view && over.edge && <MovingEdge view={over.view} />}
        {isWorked && <Guides stage={element} {...size} />}
        {overGuides && overlay}
        {!isBare && <Rulers stage={element} {...size} />}
        <PickColour stage={element} screens={screens} />
      </svg>
      {!isBare && (
        <>
          <ModeBar />
          <LightMeter stage={element} />
          <PinnedPlaces />
          <ScopesPanel />
          <GuidePanel />
          <ThumbButtons />
        </>
      )}
      <Making />
      <Shown />
      {dropping && (
        <div className="pointer-events-none absolute inset-3 grid place-items-center rounded-2xl border-2 border-dashed border-ember bg-black/40 text-lg">
          {t`Drop the picture here. Hold Alt to keep its size.`}
        </div>
      )}
      <span className="sr-only" aria-live="polite">
        {label}
      </span>
    </section>
  );
}

/** Whether a press works on a handle, or on something that stands over the stage. */
const isHandle = (target: EventTarget): boolean =>
  (target as Element).closest('[data-moves], button, a, input, [role=slider]') !== null;

/** Where a pinch of two fingers began. */
interface Pinch {
  view: View;
  x: number;
  y: number;
}
