import { useEffect, useState, type RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply, invert, meanScale } from '@ignis/core/geometry/affine';
import type { CutOutShape, Mark } from '@ignis/core/cutout/cut-out';
import { newId } from '@ignis/core/scene/model/new-id';
import { cutOutOf, freshCutOut, putCutOut } from '@ignis/core/scene/edits/cut-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import { useBrush } from '../../../state/brush';
import { cutOut, readyToCut, useCutting } from '../../../state/cutting';
import { BrushPointer, usePointed } from '../../stage/brush-stroke';
import { Areas } from '../mask/mask-areas';
import type { Masked } from '../mask/masked';
import { useMasked } from '../mask/masked';
import { follow, stagePoint } from '../../stage/pointer';
import { tenth } from '../../stage/tenth';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer;
  masked: Masked;
}

const COLOURS: Readonly<Record<Mark['says'], string>> = {
  subject: '#ff8a4f',
  background: '#7db4ee',
  hair: '#f2e6c9',
};

const WORDS: Readonly<Record<Mark['says'], string>> = {
  subject: t`this is the subject`,
  background: t`this is not the subject`,
  hair: t`here is hair`,
};

/** A subject is cut out: an outline round it, and strokes that say what is and what is not. */
export function CutWork(props: Omit<Props, 'masked'>) {
  const masked = useMasked();
  return masked && <CutWorkOn {...props} masked={masked} />;
}

function CutWorkOn({ stage, layer, masked }: Props) {
  const { tool, busy } = useCutting();
  const size = useBrush((s) => s.size);
  const zoom = useBench((s) => s.view.zoom);
  const { pointer, setPointer, surface } = usePointed(stage);
  const [drawn, setDrawn] = useState<Point[]>([]);
  const shape = cutOutOf(layer)?.shape ?? freshCutOut(layer);
  const { map } = masked;
  const back = invert(map);
  useEffect(() => {
    if (!busy) return;
    const key = (e: KeyboardEvent) => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      busy.cancel();
    };
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  }, [busy]);
  const { asset, width = 0, height = 0 } = shape ?? {};
  useEffect(() => {
    if (asset) readyToCut({ asset, width, height });
  }, [asset, width, height]);
  if (!shape || !back) return null;
  const scale = meanScale(map) || 1;
  const says = tool === 'box' || tool === 'lasso' ? null : tool;

  const put = (next: CutOutShape, label: string) => void cutOut(layer.id, next, label);
  const paint = (down: React.PointerEvent) => {
    if (down.button !== 0 || !says) return;
    down.stopPropagation();
    if (busy) return;
    let points = [stagePoint(stage.current!, down)];
    setDrawn(points);
    follow(down.nativeEvent, {
      move(e) {
        points = [...points, stagePoint(stage.current!, e)];
        setPointer(points.at(-1)!);
        setDrawn(points);
      },
      up() {
        setDrawn([]);
        const own = points.map((p) => apply(back, p)).flatMap((p) => [tenth(p.x), tenth(p.y)]);
        const mark: Mark = { says, size: tenth((size * zoom) / scale), points: own };
        const next = { ...shape, marks: [...shape.marks, mark] };
        // Hair is looked for along the edge that is found; nothing is segmented again for it.
        if (says === 'hair')
          useBench.getState().change(t`Say where hair is`, putCutOut(layer.id, next, newId()));
        else put(next, says === 'subject' ? t`Say what the subject is` : t`Say what it is not`);
      },
      cancel: () => setDrawn([]),
    });
  };
  const line = (points: readonly Point[]) => points.map((p) => `${p.x},${p.y}`).join(' ');
  const word = busy
    ? t`telling the subject apart… Esc stops it`
    : says
      ? WORDS[says]
      : tool === 'box'
        ? t`a box round the subject`
        : 'an outline round the subject';
  return (
    <g>
      <g pointerEvents="none" fill="none" strokeLinecap="round" strokeLinejoin="round">
        {shape.marks.map((m, i) => (
          <polyline
            key={i}
            points={line(pairs(m.points).map((p) => apply(map, p)))}
            stroke={COLOURS[m.says]}
            strokeWidth={Math.max(2, m.size * scale)}
            strokeOpacity={0.28}
          />
        ))}
        {says && drawn.length > 0 && (
          <polyline
            // A single click is a dot.
            points={line(drawn.length === 1 ? [drawn[0]!, drawn[0]!] : drawn)}
            stroke={COLOURS[says]}
            strokeWidth={Math.max(2, size * zoom)}
            strokeOpacity={0.6}
          />
        )}
      </g>
      {says ? (
        <rect {...surface} className="cursor-none" onPointerDown={paint} />
      ) : (
        <Areas
          {...{ stage, back, tool: tool as 'box' | 'lasso', surface, works: !busy }}
          put={(area) => {
            if (area.kind !== 'area') return;
            const anew = { ...shape, around: area.paths[0]!, marks: [], found: null };
            delete anew.answer;
            put(anew, t`Cut out`);
          }}
        />
      )}
      {pointer && (
        <BrushPointer
          at={pointer}
          word={word}
          brush={says && COLOURS[says]}
          takes={says === 'background'}
        />
      )}
    </g>
  );
}

/** x and y in turn as points. */
const pairs = (points: readonly number[]): Point[] =>
  Array.from({ length: points.length / 2 }, (_, i) => ({
    x: points[2 * i]!,
    y: points[2 * i + 1]!,
  }));
