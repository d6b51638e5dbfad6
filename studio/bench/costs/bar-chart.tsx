import { BarChart as Bars } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use as charts, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

charts([Bars, GridComponent, TooltipComponent, SVGRenderer]);

/** A bar, one above another. */
export interface Bar {
  name: string;
  from: number;
  to: number;
  /** What stands right of it. */
  label: string;
  /** The lines of its tooltip; none if they are left out. */
  lines?: string[];
  isDim?: boolean;
}

interface Props {
  bars: readonly Bar[];
  /** What stands in place of the picture for those who do not see it. */
  text: string;
  testId: string;
  onClick?(index: number): void;
}

/** Horizontal bars with names to their left. */
export function BarChart({ bars, text, testId, onClick }: Props) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const style = getComputedStyle(place.current!);
    const colour = (name: string) => style.getPropertyValue(name);
    const chart: EChartsType = init(place.current!, undefined, { renderer: 'svg' });
    const bar = {
      type: 'bar',
      stack: 'bar',
      barMaxWidth: 16,
      cursor: onClick ? 'pointer' : 'default',
    };
    chart.setOption({
      animation: false,
      grid: { left: 8, right: 118, top: 4, bottom: 4, containLabel: true },
      textStyle: { fontFamily: 'Source Sans 3 Variable, sans-serif' },
      tooltip: {
        trigger: 'item',
        confine: true,
        backgroundColor: colour('--raised'),
        borderColor: colour('--line'),
        textStyle: { color: colour('--ink'), fontSize: 13 },
        formatter: ({ dataIndex }: { dataIndex: number }) => bars[dataIndex]!.lines?.join('<br>'),
      },
      xAxis: { type: 'value', axisLabel: { show: false }, splitLine: { show: false } },
      yAxis: {
        type: 'category',
        inverse: true,
        data: bars.map((b) => b.name),
        axisLabel: { color: colour('--ink'), fontSize: 13, width: 170, overflow: 'truncate' },
        axisTick: { show: false },
        axisLine: { show: false },
      },
      series: [
        // What a bar stands off from the left.
        {
          ...bar,
          silent: true,
          itemStyle: { color: 'transparent' },
          data: bars.map((b) => b.from),
        },
        {
          ...bar,
          barMinHeight: 2,
          data: bars.map((b) => ({
            value: b.to - b.from,
            itemStyle: { color: colour(b.isDim ? '--dim' : '--ember'), borderRadius: 3 },
          })),
          label: {
            show: true,
            position: 'right',
            color: colour('--dim'),
            fontSize: 12,
            formatter: ({ dataIndex }: { dataIndex: number }) => bars[dataIndex]!.label,
          },
        },
      ],
    });
    chart.on('click', ({ dataIndex }) => onClick?.(dataIndex));
    return () => chart.dispose();
  }, [bars, onClick]);

  return (
    <div
      ref={place}
      style={{ height: 34 + bars.length * 26 }}
      data-testid={testId}
      role="img"
      aria-label={text}
    />
  );
}
