import { BarChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use as charts, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useMemo, useRef } from 'react';
import type { Cost, LayerCost } from '@ignis/core/render/meter';
import { costsByLayer } from '@ignis/core/render/meter';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import type { Scene } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { useBench } from '../state/bench';
import { useCosts } from '../state/costs';
import { useOpeningTimes } from '../state/opening-times';
import { Dialog } from '../ui/dialog';
import type { OpeningPart, Span } from '../workers/spans';

charts([BarChart, GridComponent, TooltipComponent, SVGRenderer]);

interface Row extends LayerCost {
  name: string;
}

const PARTS: Record<string, string> = {
  source: 'source',
  mask: 'mask',
  weave: 'weave',
  coverage: 'coverage, for others',
  blend: 'blend',
  beneath: 'all that lies beneath',
  end: 'to the screen',
  pictures: 'reading the pictures',
};

function partName(scene: Scene, { layer, part }: Cost): string {
  const step = layer && findLayer(scene, layer)?.steps.find((s) => s.id === part);
  return step ? stepOfKind(step.kind).label : (PARTS[part] ?? 'step of its group');
}

/** A layer by its name; a part of the scene by what it is. */
const named = (scene: Scene, cost: LayerCost): Row => ({
  ...cost,
  name: cost.layer ? (findLayer(scene, cost.layer)?.name ?? '') : partName(scene, cost.parts[0]!),
});

const ms = (v: number) => `${v < 10 ? v.toFixed(1) : Math.round(v)} ms`;
const mb = (v: number) => `${(v / 2 ** 20).toFixed(v < 1e7 ? 1 : 0)} MB`;

/** The rows as bars; a click on one leads to its layer. */
function Chart({ scene, rows, onClose }: { scene: Scene; rows: Row[]; onClose(): void }) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!place.current) return;
    const style = getComputedStyle(place.current);
    const ink = style.getPropertyValue('--ink');
    const dim = style.getPropertyValue('--dim');
    const chart: EChartsType = init(place.current, undefined, { renderer: 'svg' });
    chart.setOption({
      animation: false,
      grid: { left: 8, right: 118, top: 4, bottom: 4, containLabel: true },
      textStyle: { fontFamily: 'Source Sans 3 Variable, sans-serif' },
      tooltip: {
        trigger: 'item',
        confine: true,
        backgroundColor: style.getPropertyValue('--raised'),
        borderColor: style.getPropertyValue('--line'),
        textStyle: { color: ink, fontSize: 13 },
        formatter: ({ dataIndex }: { dataIndex: number }) =>
          rows[dataIndex]!.parts.map(
            (p) => `${partName(scene, p)}: ${p.cached ? 'cached' : ms(p.took)}`,
          ).join('<br>'),
      },
      xAxis: { type: 'value', axisLabel: { show: false }, splitLine: { show: false } },
      yAxis: {
        type: 'category',
        inverse: true,
        data: rows.map((r) => r.name),
        axisLabel: { color: ink, fontSize: 13, width: 150, overflow: 'truncate' },
        axisTick: { show: false },
        axisLine: { show: false },
      },
      series: [
        {
          type: 'bar',
          barMaxWidth: 16,
          barMinHeight: 2,
          cursor: 'pointer',
          data: rows.map((r) => ({
            value: r.took,
            itemStyle: {
              color: style.getPropertyValue(r.cached ? '--dim' : '--ember'),
              borderRadius: 3,
            },
          })),
          label: {
            show: true,
            position: 'right',
            color: dim,
            fontSize: 12,
            formatter: ({ dataIndex }: { dataIndex: number }) => {
              const r = rows[dataIndex]!;
              return `${ms(r.took)}${r.bytes ? ` · ${mb(r.bytes)}` : ''}${r.cached ? ' · cached' : ''}`;
            },
          },
        },
      ],
    });
    chart.on('click', ({ dataIndex }) => {
      const id = rows[dataIndex]?.layer;
      if (!id) return;
      useBench.getState().select(id);
      onClose();
    });
    return () => chart.dispose();
  }, [scene, rows, onClose]);

  return (
    <div
      ref={place}
      style={{ height: Math.max(120, 34 + rows.length * 26) }}
      data-testid="cost-chart"
      role="img"
      aria-label={rows.map((r) => `${r.name}: ${ms(r.took)}`).join(', ')}
    />
  );
}

const OPENING: Record<OpeningPart, string> = {
  file: 'reading the file',
  bench: 'setting up the stage',
  kernels: 'compiling the kernels',
  fonts: 'fonts',
  decoding: 'decoding pictures',
  'coarse picture': 'coarse picture, by layers',
  'fine picture': 'fine picture, by layers',
};

/** A part of the opening, from and to so many ms after the scene was chosen. */
interface Stretch {
  name: string;
  from: number;
  to: number;
}

/** The parts of an opening, each once, from its first beginning to its last end; those done before are left out. */
function stretchesOf(began: number, spans: readonly Span[]): Stretch[] {
  const parts = new Map<OpeningPart, Stretch>();
  for (const { part, from, to } of spans) {
    // Some are only looked up again.
    if (to <= began || to - from < 1) continue;
    const own = { name: OPENING[part], from: Math.max(0, from - began), to: to - began };
    const known = parts.get(part);
    parts.set(
      part,
      known
        ? { ...known, from: Math.min(known.from, own.from), to: Math.max(known.to, own.to) }
        : own,
    );
  }
  return [...parts.values()].sort((a, b) => a.from - b.from);
}

/** What opening the scene took, as stretches of time. */
function Opening() {
  const { began, spans, isDone } = useOpeningTimes();
  const stretches = useMemo(() => stretchesOf(began, spans), [began, spans]);
  const whole = Math.max(1, ...stretches.map((s) => s.to));
  if (!isDone || stretches.length === 0) return null;
  return (
    <section className="mt-4 border-t border-line pt-3">
      <h3 className="mb-2 text-sm font-semibold">
        Opening this scene took {ms(whole)}, to the fine picture
      </h3>
      <ul className="flex flex-col gap-1" data-testid="opening-times">
        {stretches.map(({ name, from, to }) => (
          <li key={name} className="flex items-center gap-3 text-[13px]">
            <span className="w-44 shrink-0 text-right">{name}</span>
            <span className="relative h-3.5 flex-1 overflow-hidden rounded-sm bg-raised">
              <span
                className="absolute inset-y-0 min-w-0.5 rounded-sm bg-ember"
                style={{
                  left: `${(100 * from) / whole}%`,
                  width: `${(100 * (to - from)) / whole}%`,
                }}
              />
            </span>
            <span className="w-16 shrink-0 text-dim tabular-nums">{ms(to - from)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How long the last full picture took, and what it holds, by layer. A click leads to the layer. */
export default function Costs({ onClose }: { onClose(): void }) {
  const last = useCosts((s) => s.last);
  const scene = useBench((s) => s.scene);
  useEffect(() => {
    useCosts.setState({ watched: true });
    return () => useCosts.setState({ watched: false });
  }, []);
  const rows = useMemo(
    () => costsByLayer(last?.costs ?? []).map((c) => named(scene, c)),
    [scene, last],
  );
  return (
    <Dialog
      title="What the picture costs"
      open
      onOpenChange={(o) => !o && onClose()}
      width="w-[640px]"
    >
      {last ? (
        <>
          <p className="mb-3 text-sm text-dim">
            The last full picture, {last.region.width} × {last.region.height} px, took{' '}
            <span className="text-ink">{ms(last.took)}</span>. Cached from picture to picture:{' '}
            <span className="text-ink">{mb(last.cached)}</span>; all pixels together:{' '}
            <span className="text-ink">{mb(last.use.inUse)}</span>, at most {mb(last.use.most)}.
          </p>
          <div className="max-h-[40vh] overflow-y-auto">
            <Chart scene={scene} rows={rows} onClose={onClose} />
          </div>
          <p className="mt-3 text-sm text-dim">
            Grey: the pixels were cached, and only blended. Point at a bar for its parts; click it
            to go to the layer.
          </p>
        </>
      ) : (
        <p className="text-sm text-dim">Making the picture to see what it costs…</p>
      )}
      <Opening />
    </Dialog>
  );
}
