import { useEffect, useRef } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply } from '@ignis/core/geometry/affine';
import { quadOf } from '@ignis/core/geometry/quad';
import { cutOutOf } from '@ignis/core/scene/edits/cut-edits';
import { useBench } from '../../../state/bench';
import { useBrush } from '../../../state/brush';
import { useMaskView, useShownMask } from '../../../state/shown-mask';
import type { MaskView } from '../../../workers/protocol';
import type { Masked } from './masked';
import { useMasked } from './masked';

interface Props {
  width: number;
  height: number;
}

/** What is selected, and the mask that is worked on, over the picture: as an edge, dimmed, or alone. */
export function useShownOver(size: Props): {
  view: MaskView | null;
  /** Whether the view is as the scene now is. */
  isNew: boolean;
  look: 'overlay' | 'alone' | null;
  edge: boolean;
  /** The corners of the picture that is cut, CSS px of the stage: beyond them a cut-out says nothing. Null for other masks. */
  frame: readonly Point[] | null;
} {
  const { look, dimmed } = useShownMask();
  const mode = useBench((s) => s.mode);
  const selected = useBench((s) => s.scene.selection !== null);
  const masked = useMasked();
  const moving = useBrush((s) => s.tool === 'move');
  // A mask that is worked on is shown in place of what is selected, if it is to be seen.
  const cutting = mode === 'cut-out';
  const own =
    masked?.mask &&
    (cutting || ((mode === 'mask' || mode === 'where') && (look !== 'picture' || moving)))
      ? masked.owner
      : null;
  const owner = own ?? (selected ? 'selection' : null);
  const pixels = own ? cutting || look === 'overlay' || look === 'alone' : dimmed;
  const { view, isNew } = useMaskView(owner, size, pixels, !own || !pixels);
  if (!owner) return { view: null, isNew: true, look: null, edge: false, frame: null };
  if (cutting && own) return { view, isNew, look: 'overlay', edge: false, frame: frameOf(masked) };
  if (own)
    return {
      view,
      isNew,
      look: look === 'overlay' || look === 'alone' ? look : null,
      edge: look === 'outline',
      frame: null,
    };
  return { view, isNew, look: dimmed ? 'overlay' : null, edge: true, frame: null };
}

/** The corners of the picture that is cut, CSS px of the stage; null if it has no cut-out. */
function frameOf(masked: Masked | null): Point[] | null {
  const cut = masked?.layer && cutOutOf(masked.layer);
  if (!cut) return null;
  const { width, height } = cut.shape;
  return quadOf({ x0: 0, y0: 0, x1: width, y1: height }).map((p) => apply(masked.map, p));
}

/** The px of a mask over the picture: dimmed where it hides, or the mask alone, white where it shows. */
export function MaskCanvas({
  view,
  isNew,
  look,
  frame,
}: {
  view: MaskView;
  isNew: boolean;
  look: 'overlay' | 'alone';
  frame: readonly Point[] | null;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const stage = useBench((s) => s.view);
  useEffect(() => {
    const { region, shows } = view;
    if (!canvas.current || shows.length === 0) return;
    canvas.current.width = region.width;
    canvas.current.height = region.height;
    const image = new ImageData(region.width, region.height);
    const words = new Uint32Array(image.data.buffer);
    for (let i = 0; i < shows.length; i++) {
      const v = shows[i]!;
      words[i] =
        look === 'alone' ? 0xff000000 | (v * 0x010101) : (((255 - v) * DIM) << 24) | OVERLAY;
    }
    canvas.current.getContext('2d')!.putImageData(image, 0, 0);
  }, [view, look]);
  if (view.shows.length === 0) return null;
  const k = stage.zoom / view.scale;
  return (
    <div
      className="pointer-events-none absolute inset-0"
      style={frame ? { clipPath: `polygon(${frame.map((p) => `${p.x}px ${p.y}px`).join()})` } : {}}
    >
      <canvas
        ref={canvas}
        data-testid="mask-overlay"
        aria-busy={!isNew}
        className="absolute top-0 left-0 origin-top-left"
        style={{
          transform: `translate(${stage.x + view.region.x * k}px, ${stage.y + view.region.y * k}px)`,
          width: view.region.width * k,
          height: view.region.height * k,
        }}
      />
    </div>
  );
}

/** What lies over what a mask hides, as blue, green and red: the cool of what lies behind; and how much of it. */
const OVERLAY = 0x4a3312;
const DIM = 0.78;

/** The edge of a selection, in motion, so that it stands out from what is drawn. */
export function MovingEdge({ view }: { view: MaskView }) {
  const { zoom, x, y } = useBench((s) => s.view);
  const data = view.rings.map((ring) => ringData(ring)).join('');
  const common = {
    d: data,
    fill: 'none',
    transform: `translate(${x} ${y}) scale(${zoom})`,
    vectorEffect: 'non-scaling-stroke',
    pointerEvents: 'none',
  } as const;
  return (
    <g data-testid="moving-edge">
      <path {...common} stroke="#000" strokeWidth={1.6} />
      <path
        {...common}
        stroke="#fff"
        strokeWidth={1.6}
        strokeDasharray="6 6"
        className="moving-edge"
      />
    </g>
  );
}

function ringData(ring: readonly number[]): string {
  let out = '';
  for (let i = 0; i < ring.length; i += 2)
    out += `${i === 0 ? 'M' : 'L'}${ring[i]!.toFixed(2)} ${ring[i + 1]!.toFixed(2)}`;
  return `${out}Z`;
}
