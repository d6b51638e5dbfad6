import { X } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { NumberParameter } from '@ignis/core/definitions/parameter';
import { count as countParameter } from '@ignis/core/definitions/number-parameters';
import type { Box } from '@ignis/core/geometry/affine';
import {
  FEWEST,
  MAX,
  candidatesOf,
  sheetBox,
  usualRange,
} from '@ignis/core/scene/edits/candidates';
import { boxInScene } from '@ignis/core/scene/arrange/arrange';
import type { Scene } from '@ignis/core/scene/model/schema';
import { useBench } from '../state/bench';
import type { Sheet, SheetCell } from '../state/sheet';
import { useSheet } from '../state/sheet';
import { ChoiceField } from '../ui/choice-field';
import { NumberField } from '../ui/number-field';
import { PatchPicture } from './patch-picture';
import type { Asked } from './patches';
import { usePatches } from './patches';
import { tip } from '../ui/tip';
import { t } from '../words/t';
import { HelpMark } from '../help/help-mark';

/** The width of a cell in proportion to its height. */
const ASPECT = 3 / 2;
const COUNT = countParameter(t`How many values`, 9, { min: FEWEST, max: MAX });

/** The look sheet, if one is open: candidates as pictures of this scene, side by side. */
export function LookSheet() {
  const sheet = useSheet((s) => s.sheet);
  const selected = useBench((s) => s.selected);
  // A sheet is of the layer it was opened for.
  const opened = useRef(selected);
  useEffect(() => {
    if (sheet === null) opened.current = selected;
    else if (selected !== opened.current) useSheet.getState().close();
  }, [sheet, selected]);
  return sheet ? <Open key={sheet.title} sheet={sheet} /> : null;
}

function Open({ sheet }: { sheet: Sheet }) {
  const scene = useBench((s) => s.scene);
  const selected = useBench((s) => s.selected);
  const { close } = useSheet.getState();
  const parameter = 'parameter' in sheet ? sheet.parameter : null;
  const [range, setRange] = useState(() => (parameter ? usualRange(parameter) : null));
  const [across, setAcross] = useState('');
  const [chosen, setChosen] = useState<number | null>(null);
  const [now, setNow] = useState(false);
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);

  useEffect(() => {
    const watch = new ResizeObserver(([e]) => setWidth(e!.contentRect.width));
    watch.observe(frame.current!);
    frame.current!.focus();
    return () => watch.disconnect();
  }, []);

  const other = 'parameter' in sheet ? sheet.others.find((o) => o.key === across) : undefined;
  const { cells, columns } = useMemo(() => cellsOf(sheet, range, other), [sheet, range, other]);
  const wide = columns ?? Math.min(cells.length, width > 1300 || cells.length > 16 ? 5 : 4);
  const at =
    chosen ??
    Math.max(
      0,
      cells.findIndex((c) => c.now),
    );

  const box = useMemo(() => {
    return sheetBox(selected === null ? null : boxInScene(scene, selected), scene, ASPECT);
    // The part that is shown stays while the sheet is open, so that cells can be compared.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
  }, [selected, sheet]);

  const take = (i: number) => {
    const picked = cells[i];
    if (!picked) return;
    useBench.getState().change(`${sheet.title}: ${picked.label}`, picked.edit);
    close();
  };

  const key = (e: React.KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -wide, ArrowDown: wide }[e.key];
    if ((e.target as Element).closest('input, [role=combobox]') && e.key !== 'Escape') return;
    if (e.key === 'Escape') close();
    else if (e.key === 'Enter') take(at);
    else if (e.key === ' ') setNow(true);
    else if (step !== undefined) setChosen(Math.min(cells.length - 1, Math.max(0, at + step)));
    else return;
    e.preventDefault();
    e.stopPropagation();
  };

  const gap = 8;
  const side = width > 0 ? Math.floor((width - gap * (wide - 1)) / wide) : 0;
  return (
    <div
      role="dialog"
      aria-label={t`Look sheet: ${sheet.title}`}
      className="absolute inset-0 z-30 flex flex-col bg-ground"
      onKeyDown={key}
      onKeyUp={(e) => e.key === ' ' && setNow(false)}
      onBlur={() => setNow(false)}
    >
      <div className="flex h-12 shrink-0 items-center gap-3 border-b border-line px-4">
        <h2 className="text-sm font-semibold whitespace-nowrap">{sheet.title}</h2>
        <HelpMark about="panel:look-sheet" />
        {parameter?.kind === 'number' && range && (
          <Range parameter={parameter} range={range} onChange={setRange} />
        )}
        {'parameter' in sheet && sheet.others.length > 0 && (
          <span className="flex items-center gap-1 text-sm text-dim">
            {t`across`}
            <ChoiceField
              label={t`Crossed with`}
              value={across || 'none'}
              options={[
                { value: 'none', label: t`nothing else` },
                ...sheet.others.map((o) => ({ value: o.key, label: t(o.parameter.label) })),
              ]}
              onChange={(v) => setAcross(v === 'none' ? '' : v)}
            />
          </span>
        )}
        <span className="min-w-0 flex-1 truncate text-right text-xs text-dim">
          {t`Click to take · arrows walk, Enter takes · hold Space to see it as it is now`}
        </span>
        <button
          type="button"
          aria-label={t`Leave the sheet`}
          {...tip(t`Leave ( Esc )`)}
          onClick={close}
          className="rounded p-1.5 text-dim hover:bg-raised hover:text-ink"
        >
          <X size={16} />
        </button>
      </div>
      <div
        ref={frame}
        tabIndex={0}
        role="listbox"
        aria-label={sheet.title}
        aria-activedescendant={side > 0 ? `cell-${at}` : undefined}
        className="min-h-0 flex-1 overflow-y-auto outline-none"
        style={{ margin: 12 }}
      >
        <div
          className="grid"
          style={{ gridTemplateColumns: `repeat(${wide}, minmax(0, 1fr))`, gap }}
        >
          {side > 0 && (
            <Cells
              cells={cells}
              scene={scene}
              box={box}
              focus={selected}
              width={side}
              at={at}
              now={now}
              onTake={take}
              onPoint={setChosen}
            />
          )}
        </div>
      </div>
    </div>
  );
}

/** From where to where a number goes, in how many values. */
function Range({
  parameter,
  range,
  onChange,
}: {
  parameter: NumberParameter;
  range: { from: number; to: number; count: number };
  onChange(range: { from: number; to: number; count: number }): void;
}) {
  return (
    <span className="flex items-baseline text-sm text-dim">
      <NumberField
        value={range.count}
        parameter={COUNT}
        unit={false}
        onChange={(count) => onChange({ ...range, count: Math.round(count) })}
        onDone={() => undefined}
      />
      <span className="px-1">{t`from`}</span>
      {(['from', 'to'] as const).map((end) => (
        <span key={end} className="flex items-baseline">
          {end === 'to' && <span className="pr-1">{t`to`}</span>}
          <NumberField
            value={range[end]}
            parameter={{ ...parameter, label: `${t(parameter.label)}, ${end}` }}
            onChange={(v) => onChange({ ...range, [end]: v })}
            onDone={() => undefined}
          />
        </span>
      ))}
    </span>
  );
}

/** The cells of a sheet, and how many stand in a row if that is fixed. */
function cellsOf(
  sheet: Sheet,
  range: { from: number; to: number; count: number } | null,
  other: Extract<Sheet, { parameter: unknown }>['others'][number] | undefined,
): { cells: readonly SheetCell[]; columns: number | null } {
  if (!('parameter' in sheet)) return { cells: sheet.cells, columns: null };
  const ways = candidatesOf(sheet.parameter, range ?? usualRange(sheet.parameter));
  const isNow = (v: unknown) => JSON.stringify(v) === JSON.stringify(sheet.value);
  if (!other)
    return {
      cells: ways.map(({ label, value }) => ({
        label,
        edit: sheet.edit(value),
        now: isNow(value),
      })),
      columns: null,
    };
  const rows = candidatesOf(other.parameter, { ...usualRange(other.parameter), count: 4 });
  const some = ways.slice(0, MAX);
  return {
    columns: some.length,
    cells: rows.flatMap((row) =>
      some.map((way) => ({
        label: `${way.label} · ${row.label}`,
        edit: sheet.edit(way.value, { key: other.key, value: row.value as number }),
        now: isNow(way.value) && row.value === other.value,
      })),
    ),
  };
}

interface CellsProps {
  cells: readonly SheetCell[];
  scene: Scene;
  box: Box;
  focus: string | null;
  /** Of a cell, CSS px. */
  width: number;
  at: number;
  /** Whether the cell in question shows the scene as it is. */
  now: boolean;
  onTake(i: number): void;
  onPoint(i: number): void;
}

/** The pictures, made one after another, those that are in sight first. */
function Cells({ cells, scene, box, focus, width, at, now, onTake, onPoint }: CellsProps) {
  const height = Math.round(width / ASPECT);
  const asked = useMemo(
    () => [
      ...cells.map((c): Asked<SheetCell | 'now'> => ({ key: c, edit: c.edit })),
      { key: 'now' as const, edit: null },
    ],
    [cells],
  );
  const made = usePatches(asked, { scene, box, width, focus });
  return cells.map((c, i) => (
    <button
      key={i}
      id={`cell-${i}`}
      type="button"
      role="option"
      tabIndex={-1}
      aria-selected={i === at}
      data-made={made.has(c)}
      onClick={() => onTake(i)}
      onPointerMove={() => i !== at && onPoint(i)}
      ref={(element) => {
        if (i === at) element?.scrollIntoView({ block: 'nearest' });
      }}
      className={`overflow-hidden rounded-md border text-left ${i === at ? 'border-ember' : 'border-line'}`}
    >
      <PatchPicture
        patch={made.get(now && i === at ? 'now' : c)}
        width={width - 2}
        height={height}
      />
      <span
        className={`flex justify-between gap-2 truncate px-2 py-1 text-xs ${i === at ? 'text-ember-ink' : 'text-dim'}`}
      >
        <span className="truncate">{now && i === at ? t`as it is now` : c.label}</span>
        {c.now && <span>{t`now`}</span>}
      </span>
    </button>
  ));
}
