import { HeatmapChart, LineChart } from 'echarts/charts';
import { GridComponent, VisualMapComponent } from 'echarts/components';
import { init, use as charts, type EChartsType } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { Scopes } from '@ignis/core/pixels/scopes';
import { COLOURS, TONES, WAVE } from '@ignis/core/pixels/scopes';

charts([HeatmapChart, LineChart, GridComponent, VisualMapComponent, CanvasRenderer]);

export type ScopeKind = 'histogram' | 'waveform' | 'colours';

const CHANNELS = ['#ff5a4d', '#54c75a', '#5a8cff', '#b8b2ab'] as const;

/** Every cell of a map that has anything, as column, row from the bottom, and how much. */
function cellsOf(values: ArrayLike<number>, columns: number): [number, number, number][] {
  const rows = values.length / columns;
  let most = 0;
  for (let i = 0; i < values.length; i++) most = Math.max(most, values[i]!);
  const out: [number, number, number][] = [];
  for (let i = 0; i < values.length; i++)
    if (values[i]! > 0)
      out.push([i % columns, rows - 1 - Math.floor(i / columns), Math.sqrt(values[i]! / most)]);
  return out;
}

const even = (count: number) => Array.from({ length: count }, (_, i) => i);
const noAxis = { show: false } as const;

/** What a chart shows of some scopes. */
function optionOf(kind: ScopeKind, scopes: Scopes) {
  const grid = { left: 2, right: 2, top: 4, bottom: 2 };
  if (kind === 'histogram') {
    const sorted = [...scopes.histogram].sort((a, b) => b - a);
    // A few tones that fill the picture must not flatten all others.
    const most = Math.max(1, sorted[8]!);
    return {
      grid,
      xAxis: { type: 'category', ...noAxis, boundaryGap: false, data: even(TONES) },
      yAxis: { type: 'value', ...noAxis, min: 0, max: 1 },
      series: CHANNELS.map((color, c) => ({
        ...{ type: 'line', showSymbol: false, silent: true, lineStyle: { width: 1, color } },
        areaStyle: { color, opacity: c === 3 ? 0.08 : 0.22 },
        data: even(TONES).map((i) =>
          Math.min(1, Math.sqrt(scopes.histogram[c * TONES + i]! / most)),
        ),
      })),
    };
  }
  const isWave = kind === 'waveform';
  const [values, columns] = isWave ? [scopes.waveform, WAVE.columns] : [scopes.colours, COLOURS];
  return {
    grid,
    xAxis: { type: 'category', ...noAxis, data: even(columns) },
    yAxis: { type: 'category', ...noAxis, data: even(values.length / columns) },
    visualMap: {
      ...{ show: false, min: 0, max: 1 },
      inRange: {
        color: isWave ? ['#2a2622', '#ff7a3c', '#fff1d6'] : ['#2a2a30', '#7fb4ff', '#fff'],
      },
    },
    series: [{ type: 'heatmap', silent: true, progressive: 0, data: cellsOf(values, columns) }],
  };
}

/** One scope as a chart. */
export default function ScopesChart({
  kind,
  scopes,
  text,
}: {
  kind: ScopeKind;
  scopes: Scopes;
  text: string;
}) {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType | null>(null);
  useEffect(() => {
    chart.current = init(place.current!);
    return () => chart.current?.dispose();
  }, []);
  useEffect(() => {
    chart.current?.setOption({ animation: false, ...optionOf(kind, scopes) }, true);
  }, [kind, scopes]);
  return <div ref={place} className="h-[104px] w-[240px]" role="img" aria-label={text} />;
}
