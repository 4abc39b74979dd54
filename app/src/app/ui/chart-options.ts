import type { ApexOptions } from 'apexcharts';
import type { ChartColours } from './chart';

/** What every line chart of the application has in common: our face, our ink, nothing that moves or can be dragged. */
export function lineChart(colours: ChartColours, height: number): ApexOptions {
  return {
    chart: {
      type: 'line',
      height,
      fontFamily: "'IBM Plex Sans', system-ui, sans-serif",
      foreColor: colours.second,
      background: 'transparent',
      toolbar: { show: false },
      zoom: { enabled: false },
      animations: { enabled: false },
    },
    grid: { borderColor: colours.line },
    legend: { position: 'top', horizontalAlign: 'left', labels: { colors: colours.ink }, markers: { strokeWidth: 0 } },
    tooltip: { enabled: false },
    dataLabels: { enabled: false },
  };
}

/** An axis with its name; `text` may be empty where the values say themselves what they are. */
export function axis(
  colours: ChartColours,
  text: string,
): { title: object; labels: object; axisBorder: object; tooltip: object } {
  return {
    title: { text, style: { color: colours.second, fontWeight: 400, fontSize: '12px' } },
    labels: { style: { colors: colours.second, fontSize: '12px' } },
    axisBorder: { color: colours.line },
    tooltip: { enabled: false },
  };
}
