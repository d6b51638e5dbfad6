import { useEffect, useRef } from 'react';
import { useBench } from '../../../state/bench';
import { useBrush } from '../../../state/brush';
import { useMaskView, useShownMask } from '../../../state/shown-mask';
import type { MaskView } from '../../../workers/protocol';
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
  if (!owner) return { view: null, isNew: true, look: null, edge: false };
  if (cutting && own) return { view, isNew, look: 'overlay', edge: false };
  if (own)
    return {
      view,
      isNew,
      look: look === 'overlay' || look === 'alone' ? look : null,
      edge: look === 'outline',
    };
  return { view, isNew, look: dimmed ? 'overlay' : null, edge: true };
}

/** The px of a mask over the picture: dimmed where it hides, or the mask alone, white where it shows. */
export function MaskCanvas({
  view,
  isNew,
  look,
}: {
  view: MaskView;
  isNew: boolean;
  look: 'overlay' | 'alone';
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
    <canvas
      ref={canvas}
      data-testid="mask-overlay"
      aria-busy={!isNew}
      className="pointer-events-none absolute top-0 left-0 origin-top-left"
      style={{
        transform: `translate(${stage.x + view.region.x * k}px, ${stage.y + view.region.y * k}px)`,
        width: view.region.width * k,
        height: view.region.height * k,
      }}
    />
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
