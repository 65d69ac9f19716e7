/** A distribution in columns, drawn by ECharts: what is before a mark is in one colour, what is past it in another. */
import { BarChart } from "echarts/charts";
import { GridComponent, MarkLineComponent } from "echarts/components";
import * as echarts from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";
import { colour } from "../theme/theme.ts";

echarts.use([BarChart, GridComponent, MarkLineComponent, SVGRenderer]);

interface ColumnChartProps {
  /** where the first column begins, how wide each is, and how tall they are */
  readonly from: number;
  readonly step: number;
  readonly counts: readonly number[];
  /** columns that end at or before it are drawn as what goes wrong */
  readonly mark: number;
  readonly format: (value: number) => string;
  /** what is seen, for those who do not see it */
  readonly label: string;
}

const HIGH_PX = 120;

export function ColumnChart({ from, step, counts, mark, format, label }: ColumnChartProps) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const { current } = box;
    if (!current) return undefined;
    const width = current.clientWidth || 212;
    const chart = echarts.init(current, undefined, { renderer: "svg", width, height: HIGH_PX });
    const until = from + step * counts.length;
    chart.setOption({
      animation: false,
      grid: { left: 10, right: 10, top: 6, bottom: 22 },
      xAxis: {
        ...{ type: "value", min: from, max: until },
        axisLine: { lineStyle: { color: colour.edge } },
        axisTick: { show: false },
        splitLine: { show: false },
        axisLabel: {
          ...{ color: colour.soft, fontSize: 12, showMinLabel: true, showMaxLabel: true },
          ...{ alignMinLabel: "left", alignMaxLabel: "right" },
          ...{ formatter: format, customValues: [from, mark, until] },
        },
      },
      yAxis: { type: "value", show: false },
      series: [
        {
          type: "bar",
          barWidth: Math.max(2, (width - 20) / counts.length - 1),
          data: counts.map((count, i) => ({
            value: [from + (i + 0.5) * step, count],
            itemStyle: { color: from + (i + 1) * step <= mark + step / 100 ? colour.rust : colour.slate },
          })),
          markLine: {
            ...{ symbol: "none", silent: true, animation: false, label: { show: false } },
            lineStyle: { color: colour.ink, type: "solid", width: 1.5 },
            data: [{ xAxis: mark }],
          },
        },
      ],
    });
    return () => chart.dispose();
  }, [from, step, counts, mark, format]);
  return <div ref={box} role="img" aria-label={label} style={{ width: "100%", height: HIGH_PX }} />;
}
