import { useGesture } from '@use-gesture/react';
import { useEffect, useRef, useState } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import type { LineSource } from '@ignis/core/sources/line';
import { pathsOf } from '@ignis/core/sources/line-shape';
import type { TextSource } from '@ignis/core/sources/text';
import { useShallow } from 'zustand/react/shallow';
import { useBench, useSelectedLayer, type View } from '../../state/bench';
import { useFonts, useFontsOfScene } from '../../state/fonts';
import { useWoven } from '../../state/weave';
import { layersAt } from '../../workers/engine';
import { AnchorDots, areMany } from './anchor-dots';
import { Anchors } from './anchors';
import { Grid, Guides, Rulers } from './aids';
import { Arrange } from './arrange';
import { ArrangeMany } from './arrange-many';
import { Corners } from './corners';
import { CutWork } from './cut-work';
import { Draw } from './draw';
import { Gaps } from './gaps';
import { Gradient } from './gradient';
import { Lamp } from './lamp';
import { Letters } from './letters';
import { LayerOutline } from './layer-outline';
import { MaskCanvas, MovingEdge, useShownOver } from './mask-shown';
import { MaskWork } from './mask-work';
import { useMasked } from './masked';
import { Measure } from './measure';
import { ModeBar } from './mode-bar';
import { PickColour } from './pick-colour';
import { follow, scenePoint } from './pointer';
import { shownScene, usePreview } from './use-preview';
import { ReshapeWork } from './reshape-work';
import { StyleHandles } from './style-handles';
import { useSpaceHeld } from './use-space-held';
import { Type } from './type';
import { WeaveBrush } from './weave-brush';
import { WeaveCrossings } from './weave-crossings';
import { WeaveStretches } from './weave-stretches';
import { WidthHandles } from './width-handles';
import { Write } from './write';
import { typeAll } from './writing';
import { fitted, zoomedAt } from './view';

/** The size of the stage, for actions that fit the scene into it. */
export const stageSize = { width: 0, height: 0 };

interface Props {
  /** Files dropped at a place of the scene. */
  onFiles(files: File[], at: Point, keepSize: boolean): void;
}

/** The picture, and over it the handles of what is selected. */
export function Stage({ onFiles }: Props) {
  const element = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [panning, setPanning] = useState(false);
  const space = useSpaceHeld();
  const [dropping, setDropping] = useState(false);
  const { id, view, mode, comparing, label, width, height, background } = useBench(
    useShallow((s) => ({
      id: s.id,
      view: s.view,
      mode: s.mode,
      comparing: s.comparing,
      label: s.gesture?.label,
      width: s.scene.width,
      height: s.scene.height,
      background: s.scene.background,
    })),
  );
  const others = useBench((s) => s.others);
  const measuring = mode === 'measure';
  const layer = useSelectedLayer();
  const hovered = useBench((s) => findLayer(s.scene, s.hovered));
  const brushed = useWoven((s) => s.brushed);
  const masked = useMasked();
  const over = useShownOver(size);
  usePreview(canvas, size);
  useFontsOfScene();
  useFonts();

  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      Object.assign(stageSize, { width, height });
      setSize({ width: Math.round(width), height: Math.round(height) });
    });
    watch.observe(element.current!);
    return () => watch.disconnect();
  }, []);

  // A scene just opened stands whole in the middle.
  const fittedFor = useRef('');
  useEffect(() => {
    if (!id || size.width === 0 || fittedFor.current === id) return;
    fittedFor.current = id;
    useBench.getState().set({ view: fitted(useBench.getState().scene, size) });
  }, [id, size]);

  useGesture(
    {
      onPinch: ({ origin, movement: [m], first, last, event, memo }) => {
        const { view, set } = useBench.getState();
        const box = element.current!.getBoundingClientRect();
        const [x, y] = [origin[0] - box.left, origin[1] - box.top];
        if (event instanceof WheelEvent) {
          // That the wheel has come to rest is told with its last turn once more.
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
    if (down.button !== 1 && !(down.button === 0 && space)) return;
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
    if (down.button !== 0) return;
    const p = scenePoint(element.current!, down);
    follow(down.nativeEvent, {
      move: () => undefined,
      up: (moved, e) => void (!moved && pick(p, e.shiftKey)),
    });
  };

  return (
    <section
      ref={element}
      aria-label="Stage"
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
      <canvas
        ref={canvas}
        className="absolute top-0 left-0 origin-top-left"
        data-testid="picture"
      />
      {!comparing && over.view && over.look && (
        <MaskCanvas view={over.view} isNew={over.isNew} look={over.look} />
      )}
      {!comparing && layer?.visible && mode === 'anchors' && isLine(layer) && (
        <ManyAnchors layer={layer} {...size} />
      )}
      <svg
        className="absolute inset-0 h-full w-full"
        onPointerDown={press}
        onDoubleClick={() => {
          if (layer && isText(layer) && layer.visible && mode === 'arrange') typeAll(layer);
        }}
        style={{ pointerEvents: space || panning ? 'none' : 'auto' }}
        data-testid="overlay"
      >
        {hovered && hovered.id !== layer?.id && <LayerOutline layer={hovered} />}
        {!comparing && mode === 'draw' && <Draw stage={element} />}
        {!comparing && mode === 'write' && <Write stage={element} />}
        <Grid />
        {!comparing && layer?.visible && mode === 'arrange' && others.length === 0 && (
          <Arrange stage={element} layer={layer} onClick={(p, e) => void pick(p, e.shiftKey)} />
        )}
        {!comparing && layer && mode === 'arrange' && others.length > 0 && (
          <ArrangeMany
            stage={element}
            ids={[layer.id, ...others]}
            onClick={(e) => void pick(scenePoint(element.current!, e), e.shiftKey)}
          />
        )}
        {!comparing && layer?.visible && mode === 'corners' && (
          <Corners stage={element} layer={layer} />
        )}
        {!comparing && layer?.visible && mode === 'anchors' && isLine(layer) && (
          <Anchors
            stage={element}
            layer={layer}
            paths={pathsOf(layer.source.shape)}
            onMiss={(p) => void pick(p)}
          />
        )}
        {!comparing && layer?.visible && isLine(layer) && mode === 'width' && (
          <WidthHandles stage={element} layer={layer} />
        )}
        {!comparing && layer?.visible && isLine(layer) && mode === 'gaps' && (
          <Gaps stage={element} layer={layer} />
        )}
        {!comparing &&
          layer?.visible &&
          mode === 'weave' &&
          (brushed ? (
            <WeaveBrush stage={element} layer={layer} />
          ) : (
            <WeaveStretches layer={layer} />
          ))}
        {!comparing && layer?.visible && mode === 'weave' && !brushed && isLine(layer) && (
          <WeaveCrossings layer={layer} />
        )}
        {!comparing && layer?.visible && isLine(layer) && mode === 'ramp' && (
          <Gradient stage={element} layer={layer} />
        )}
        {!comparing && layer?.visible && isText(layer) && mode === 'type' && (
          <Type key={layer.id} stage={element} layer={layer} />
        )}
        {!comparing && layer?.visible && isText(layer) && mode === 'letters' && (
          <Letters stage={element} layer={layer} />
        )}
        {!comparing && layer?.visible && mode === 'style' && (
          <StyleHandles stage={element} layer={layer} />
        )}
        {!comparing && mode === 'lamp' && <Lamp stage={element} />}
        {!comparing && over.view && over.edge && <MovingEdge view={over.view} />}
        {!comparing && layer?.visible && mode === 'reshape' && (
          <ReshapeWork stage={element} layer={layer} />
        )}
        {!comparing && layer?.visible && masked && mode === 'cut-out' && (
          <CutWork stage={element} layer={layer} masked={masked} />
        )}
        {!comparing && masked && (mode === 'mask' || mode === 'select') && (
          <MaskWork stage={element} masked={masked} />
        )}
        {!comparing && <Guides stage={element} {...size} />}
        {measuring && <Measure stage={element} />}
        <Rulers stage={element} {...size} />
        <PickColour stage={element} canvas={canvas} />
      </svg>
      <ModeBar />
      {comparing && <Notice text="Comparing" />}
      {dropping && (
        <div className="pointer-events-none absolute inset-3 grid place-items-center rounded-2xl border-2 border-dashed border-ember bg-black/40 text-lg">
          Drop the picture here. Hold Alt to keep its size.
        </div>
      )}
      <span className="sr-only" aria-live="polite">
        {label}
      </span>
    </section>
  );
}

/** Where a pinch of two fingers began. */
interface Pinch {
  view: View;
  x: number;
  y: number;
}

const isText = (layer: Layer): layer is Layer & { source: TextSource } =>
  layer.source.kind === 'text';

const isLine = (layer: Layer): layer is Layer & { source: LineSource } =>
  layer.source.kind === 'line';

/** The anchors of a line of very many: beneath the handles, on a canvas of their own. */
function ManyAnchors({
  layer,
  ...size
}: {
  layer: Layer & { source: LineSource };
  width: number;
  height: number;
}) {
  const paths = pathsOf(layer.source.shape);
  return areMany(paths) ? <AnchorDots layer={layer} paths={paths} {...size} /> : null;
}

const Notice = ({ text }: { text: string }) => (
  <div className="absolute bottom-4 left-1/2 -translate-x-1/2 rounded-full bg-ember px-4 py-1 text-sm font-semibold text-on-ember">
    {text}
  </div>
);
