import type { ApexOptions } from 'apexcharts';
import type { ReadinessPoint } from '@lernen/core/plan';
import type { ChartColours } from '../ui/chart';
import { axis, lineChart } from '../ui/chart-options';

const height = 220;
/** The scale never spans less, so that a difference of half a point does not look like a leap. */
const minSpan = 0.1;
const step = 0.05;

/** Readiness by day, as it is and as it would be, on one scale. */
export function readinessChart(
  is: readonly ReadinessPoint[],
  would: readonly ReadinessPoint[],
): (colours: ChartColours) => ApexOptions {
  const { min, max } = scaleOf([...is, ...would].map(({ ifKept }) => ifKept));
  const labelled = (text: object): object => ({
    ...text,
    datetimeUTC: true,
    format: 'd MMM',
    hideOverlappingLabels: true,
  });
  return (colours) => {
    const days = axis(colours, '');
    const chances = axis(colours, '');
    return {
      ...lineChart(colours, height),
      series: [
        { name: 'as it is', data: pointsOf(is) },
        { name: 'as it would be', data: pointsOf(would) },
      ],
      colors: [colours.second, colours.lamp],
      stroke: { width: [1.5, 2.5], dashArray: [4, 0] },
      xaxis: { ...days, type: 'datetime', labels: labelled(days.labels), axisTicks: { color: colours.line } },
      yaxis: {
        ...chances,
        min: min * 100,
        max: max * 100,
        tickAmount: Math.round((max - min) / step),
        labels: { ...chances.labels, formatter: (value) => `${Math.round(value)} %` },
      },
    };
  };
}

/** A curve is broken where it goes over to the next interview: by a point without a value between the two days. */
function pointsOf(curve: readonly ReadinessPoint[]): { x: number; y: number | null }[] {
  return curve.flatMap(({ date, interviewId, ifKept }, index) => {
    const x = Date.parse(date);
    const isOther = index > 0 && curve[index - 1]?.interviewId !== interviewId;
    return [...(isOther ? [{ x: x - 1, y: null }] : []), { x, y: ifKept * 100 }];
  });
}

/** The least steps of five percent that hold all values. */
export function scaleOf(values: readonly number[]): { min: number; max: number } {
  const low = Math.min(...values, 1);
  const high = Math.max(...values, 0);
  const missing = Math.max(minSpan - (high - low), 0) / 2;
  const floor = (value: number): number => Math.floor(value / step + 1e-9) * step;
  return { min: Math.max(floor(low - missing), 0), max: Math.min(-floor(-(high + missing)), 1) };
}
