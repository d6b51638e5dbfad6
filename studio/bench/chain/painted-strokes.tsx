import { useVirtualizer } from '@tanstack/react-virtual';
import { Trash2 } from 'lucide-react';
import { useEffect, useEffectEvent, useRef } from 'react';
import { isTaking, type PaintStroke } from '@ignis/core/brush/paint-brush';
import { POINT } from '@ignis/core/brush/points';
import { pointsBox, pointsOf } from '@ignis/core/brush/stroke-points';
import { removeStrokes } from '@ignis/core/scene/edits/stroke-edits';
import { useBench } from '../../state/bench';
import { chooseStrokes, useChosenStrokes } from '../../state/paint';
import { usePacks } from '../modes/paint/use-packs';
import { MARK_COLOUR, WAYS } from '../modes/paint/ways';
import { t } from '../../words/t';

/** The height of a row, and the size of its picture, CSS px. */
const ROW = 30;
const [WIDE, HIGH] = [64, 24];
/** A picture shows about so many points of a stroke. */
const SHOWN = 40;

/** The strokes of a layer of paint by small pictures, the frontmost first: a click chooses one, with Shift besides others. */
export function PaintedStrokes({
  layer,
  strokes,
}: {
  layer: string;
  strokes: readonly PaintStroke[];
}) {
  const chosen = useChosenStrokes((s) => s.chosen) ?? [];
  const ready = usePacks();
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: strokes.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 4,
  });
  const ofRow = (row: number) => strokes.length - 1 - row;
  // What is chosen on the stage comes into sight here; other edits leave the list where it is.
  const [only] = chosen.length === 1 ? chosen : [];
  const show = useEffectEvent((id: string) => {
    const at = strokes.findIndex((s) => s.id === id);
    if (at >= 0) rows.scrollToIndex(ofRow(at), { align: 'auto' });
  });
  useEffect(() => {
    if (only !== undefined) show(only);
  }, [only]);
  if (strokes.length === 0) return null;
  return (
    <div
      ref={scroller}
      className="mb-2 max-h-44 overflow-y-auto rounded border border-line text-sm"
    >
      <ol aria-label={t`Strokes`} className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index: row, start }) => {
          const number = ofRow(row);
          const stroke = strokes[number]!;
          const isChosen = chosen.includes(stroke.id);
          const name = `${WAYS.find((w) => w.way === stroke.way)!.label} ${number + 1}`;
          return (
            <li
              key={stroke.id}
              style={{ height: ROW, top: start }}
              className={`absolute inset-x-0 grid grid-cols-[1fr_auto_auto] items-center gap-1 pr-0.5 ${isChosen ? 'bg-ember/15' : ''}`}
            >
              <button
                type="button"
                aria-pressed={isChosen}
                onClick={(e) => {
                  if (!e.shiftKey)
                    chooseStrokes(isChosen && chosen.length === 1 ? [] : [stroke.id]);
                  else if (isChosen) chooseStrokes(chosen.filter((id) => id !== stroke.id));
                  else chooseStrokes([...chosen, stroke.id]);
                }}
                className="flex items-center gap-2 pl-0.5 text-left hover:text-ink"
              >
                {ready ? <Small stroke={stroke} /> : <span style={{ width: WIDE }} />}
                {name}
              </button>
              <span className="text-dim">{Math.round(stroke.brush.size)} px</span>
              <button
                type="button"
                aria-label={t`Delete ${name}`}
                onClick={() => {
                  useBench
                    .getState()
                    .change(t`Delete a stroke`, removeStrokes({ layer }, [stroke.id]));
                  chooseStrokes(chosen.filter((id) => id !== stroke.id));
                }}
                className="rounded p-1 text-dim hover:text-ink"
              >
                <Trash2 size={13} />
              </button>
            </li>
          );
        })}
      </ol>
    </div>
  );
}

/** What a stroke is shown in: one that erases or takes its colours from elsewhere has none of its own. */
const colourOf = (stroke: PaintStroke): string =>
  stroke.way === 'erase' ? '#3a3f4b' : isTaking(stroke) ? MARK_COLOUR : stroke.colour;

/** A small picture of a stroke: its way in its colour, as wide as it is, on dark. */
function Small({ stroke }: { stroke: PaintStroke }) {
  const box = pointsBox(stroke);
  const all = pointsOf(stroke);
  if (!box || all.length === 0) return <span style={{ width: WIDE }} />;
  const { size, opacity } = stroke.brush;
  const [width, height] = [box.x1 - box.x0 + size, box.y1 - box.y0 + size];
  const scale = Math.min(WIDE / width, HIGH / height);
  const count = all.length / POINT;
  const step = Math.max(1, Math.floor(count / SHOWN));
  const place = (i: number) => `${all[i * POINT]} ${all[i * POINT + 1]}`;
  const parts = Array.from({ length: Math.ceil(count / step) }, (_, k) => place(k * step));
  const [cx, cy] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2];
  return (
    <svg
      width={WIDE}
      height={HIGH}
      viewBox={[cx - WIDE / scale / 2, cy - HIGH / scale / 2, WIDE / scale, HIGH / scale].join(' ')}
      className="shrink-0 rounded-sm bg-ground"
      aria-hidden
    >
      <path
        d={`M${parts.join('L')}L${place(count - 1)}h0.01`}
        fill="none"
        stroke={colourOf(stroke)}
        strokeOpacity={Math.max(0.35, opacity / 100)}
        strokeWidth={Math.max(size, 1.5 / scale)}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  );
}
