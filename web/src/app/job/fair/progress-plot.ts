import type { ChartData, ChartOptions } from 'chart.js';
import { ACT, INK, WAIT } from '../cure/charts';

export interface Plot {
  readonly data: ChartData<'line'>;
  readonly options: ChartOptions<'line'>;
  readonly label: string;
}

const FONT = { family: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif", size: 13 };

/** Deepest low and highest high from round to round, against the tolerance; in the unit that is read. */
export function progressPlot(
  rounds: readonly { readonly deepest: number; readonly highest: number }[],
  tolerance: number,
  unit: string,
): Plot {
  const labels = rounds.map((_, i) => `round ${i + 1}`);
  const line = (
    label: string,
    color: string,
    values: number[],
    dash: number[] = [],
  ): ChartData<'line'>['datasets'][number] => ({
    label,
    data: values,
    borderColor: color,
    backgroundColor: color,
    borderDash: dash,
    borderWidth: 2,
    pointRadius: dash.length > 0 ? 0 : 4,
  });
  const told = rounds.map((r, i) => `${labels[i]} deepest ${r.deepest.toFixed(1)} ${unit}`).join(', ');
  return {
    data: {
      labels,
      datasets: [
        line(
          'deepest low',
          WAIT,
          rounds.map((r) => r.deepest),
        ),
        line(
          'highest high',
          ACT,
          rounds.map((r) => r.highest),
        ),
        line(
          'fair',
          INK,
          rounds.map(() => tolerance),
          [5, 4],
        ),
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      plugins: {
        legend: { position: 'right', labels: { font: FONT, color: INK, boxWidth: 16, boxHeight: 2 } },
      },
      scales: {
        x: { offset: true, grid: { display: false }, ticks: { font: FONT, color: INK } },
        y: {
          beginAtZero: true,
          title: { display: true, text: unit, font: FONT, color: INK },
          ticks: { font: FONT, color: INK, maxTicksLimit: 5 },
          grid: { color: '#e4e1d6' },
        },
      },
    },
    label: `Rounds of fairing: ${told}`,
  };
}
