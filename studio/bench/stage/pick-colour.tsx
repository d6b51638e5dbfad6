import { useEffect, useState, type RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { fittedRamp } from '@ignis/core/pixels/fitted-ramp';
import { useColours } from '../../state/colours';
import { rampCss } from '../../ui/ramp-css';
import { follow, stagePoint } from './pointer';
import type { Screens } from './screens';
import { t } from '../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  screens: RefObject<Screens | null>;
}

/** So many colours are read along a way. */
const READ = 200;

/** The pixels of a canvas that a worker draws on: the page can read only a copy. */
function copyOf(canvas: HTMLCanvasElement): OffscreenCanvasRenderingContext2D {
  const copy = new OffscreenCanvas(Math.max(1, canvas.width), Math.max(1, canvas.height));
  const context = copy.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(canvas, 0, 0);
  return context;
}

/** The stage while colours are picked from its picture: what is under the pointer, or along its way, is shown. */
export function PickColour({ stage, screens }: Props) {
  const picking = useColours((s) => s.picking);
  const [at, setAt] = useState<(Point & { colour: string }) | null>(null);
  const [way, setWay] = useState<{ from: Point; to: Point; colours: string[] } | null>(null);
  useEffect(() => {
    if (!picking) return;
    const key = (e: KeyboardEvent) => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      stop();
    };
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  }, [picking]);
  if (!picking) return null;

  const place = (e: { clientX: number; clientY: number }) => stagePoint(stage.current!, e);
  /** The colours of the picture at places of the stage; those beside it are left out. */
  const seen = (places: readonly Point[]): string[] => {
    const element = screens.current?.front();
    if (!element) return [];
    const origin = stage.current!.getBoundingClientRect();
    const box = element.getBoundingClientRect();
    const context = copyOf(element);
    return places.flatMap((p) => {
      const x = Math.floor(((p.x + origin.x - box.x) / box.width) * element.width);
      const y = Math.floor(((p.y + origin.y - box.y) / box.height) * element.height);
      if (x < 0 || y < 0 || x >= element.width || y >= element.height) return [];
      const [r, g, b] = context.getImageData(x, y, 1, 1).data;
      return `#${[r!, g!, b!].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
    });
  };
  const along = (from: Point, to: Point) =>
    seen(
      Array.from({ length: READ }, (_, i) => {
        const t = i / (READ - 1);
        return { x: from.x + (to.x - from.x) * t, y: from.y + (to.y - from.y) * t };
      }),
    );
  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const from = place(down);
    if (picking.kind === 'colour') {
      const [colour] = seen([from]);
      if (colour) picking.take(colour);
      stop();
      return;
    }
    const clear = () => setWay(null);
    follow(down.nativeEvent, {
      move(e) {
        const to = place(e);
        setWay({ from, to, colours: along(from, to) });
      },
      up(moved, e) {
        const colours = moved ? along(from, place(e)) : [];
        if (colours.length > 0) {
          picking.take(colours);
          stop();
        }
        clear();
      },
      cancel: clear,
    });
  };
  return (
    <>
      <g>
        <rect
          width="100%"
          height="100%"
          fill="transparent"
          className="cursor-crosshair"
          data-testid="pick-colour"
          onPointerMove={(e) => {
            const p = place(e);
            const [colour] = seen([p]);
            setAt(colour ? { ...p, colour } : null);
          }}
          onPointerDown={press}
        />
        {way && <Way {...way} />}
        {at && !way && (
          <g pointerEvents="none">
            <circle
              cx={at.x + 26}
              cy={at.y - 26}
              r={17}
              fill={at.colour}
              stroke="#fff"
              strokeWidth={2}
            />
            <circle
              cx={at.x + 26}
              cy={at.y - 26}
              r={18.5}
              fill="none"
              stroke="#000"
              strokeOpacity={0.6}
            />
          </g>
        )}
      </g>
      {picking.kind === 'way' && !way && (
        <foreignObject x="0" y="14" width="100%" height="40" pointerEvents="none">
          <p className="mx-auto w-fit rounded-md bg-panel/90 px-3 py-1.5 text-sm">
            {t`Drag over the picture: the colours along the way become the ramp. Esc leaves.`}
          </p>
        </foreignObject>
      )}
    </>
  );
}

const stop = () => useColours.setState({ picking: null });

/** The way of the pointer, and beside its end the ramp that it comes to. */
const Way = ({ from, to, colours }: { from: Point; to: Point; colours: string[] }) => (
  <g pointerEvents="none">
    {(
      [
        ['#000', 4, 0.6],
        ['#fff', 1.6, 1],
      ] as const
    ).map(([stroke, strokeWidth, strokeOpacity]) => (
      <line
        key={stroke}
        {...{ x1: from.x, y1: from.y, x2: to.x, y2: to.y, stroke, strokeWidth, strokeOpacity }}
      />
    ))}
    {colours.length > 0 && (
      <foreignObject x={to.x + 16} y={to.y - 34} width={124} height={22}>
        <div
          className="h-full rounded border border-white"
          style={{ background: rampCss(fittedRamp(colours), 33) }}
        />
      </foreignObject>
    )}
  </g>
);
