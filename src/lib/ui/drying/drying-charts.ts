/** The three charts of a film that dries, as ECharts draws them. */
import { HOUR } from '$core/units/durations';
import { STAGE_WORDS, type Stage } from '$core/coating/system';
import { sayClock, sayMinutes, sayTime } from '$core/units/clock-time';
import { fahrenheit, type Measures } from '$core/units/measures';
import type { DryingView } from '$server/services/air/drying-view';
import { axis, FRAME, LINES, SYMBOLS } from '../charts/chart-look';

/** Ticks of the time axis, in hours: the first that gives eight or fewer. */
const TICKS = [1, 2, 3, 6, 12, 24, 48];
const WIDEST_TICK = 96;

interface DryingCharts {
  view: DryingView;
  /** the stage that coats are compared by */
  stage: Stage;
  /** when the coat was applied and what it is now, ms since 1970 */
  laid: number;
  now: number;
  zone: string;
  measures: Measures;
}

/** A unit in which the waits are small numbers. */
const unitFor = (sheetMinutes: number): { name: string; minutes: number } => {
  if (sheetMinutes >= 2880) return { name: 'd', minutes: 1440 };
  return sheetMinutes >= 120 ? { name: 'h', minutes: 60 } : { name: 'min', minutes: 1 };
};
const sheetOf = ({ view, stage }: DryingCharts): number =>
  view.stages.find((s) => s.stage === stage)?.sheetMinutes ?? 60;

/** How far each stage has come, over time. */
export function progressChart(of: DryingCharts) {
  const { view, zone, laid } = of;
  const end = Math.max(...view.curves.flatMap((c) => c.points.map((p) => p[0])));
  const from = Math.floor(laid / HOUR) * HOUR;
  const span = end - from;
  const tick = TICKS.find((h) => span / (h * HOUR) <= 8) ?? WIDEST_TICK;
  const when = (at: number) => (end - laid > 36 * HOUR ? sayTime(at, zone) : sayClock(at, zone));
  return {
    ...FRAME,
    xAxis: axis('', {
      type: 'value',
      min: from,
      max: from + Math.ceil(span / (tick * HOUR)) * tick * HOUR,
      interval: tick * HOUR,
      axisLabel: { formatter: (at: number) => when(at), hideOverlap: true },
    }),
    yAxis: axis('', { type: 'value', min: 0, max: 100, axisLabel: { formatter: '{value} %' } }),
    tooltip: {
      ...FRAME.tooltip,
      valueFormatter: (v: unknown) => `${Math.round(Number(v))} %`,
      axisPointer: {
        label: { formatter: ({ value }: { value: unknown }) => sayTime(Number(value), zone) },
      },
    },
    series: view.curves.map((c, i) => ({
      name: STAGE_WORDS[c.stage],
      type: 'line',
      showSymbol: false,
      symbol: SYMBOLS[i],
      lineStyle: { ...LINES[i], width: 2 },
      itemStyle: { color: LINES[i]?.color },
      data: c.points.map(([at, share]) => [at, share * 100]),
      ...(i === 0 && of.now > laid
        ? { markLine: { symbol: 'none', label: { formatter: 'now' }, data: [{ xAxis: of.now }] } }
        : {}),
    })),
  };
}

/** The wait of the same coat, applied at each hour of the day. */
export function hoursChart(of: DryingCharts) {
  const { view, zone, stage } = of;
  const unit = unitFor(sheetOf(of));
  return {
    ...FRAME,
    legend: undefined,
    xAxis: axis('laid at', { type: 'category', data: view.hours.map((h) => sayClock(h.laid, zone)) }),
    yAxis: axis('', { type: 'value', axisLabel: { formatter: `{value} ${unit.name}` } }),
    tooltip: {
      ...FRAME.tooltip,
      formatter: (all: unknown) => {
        const i = (all as { dataIndex: number }[])[0]?.dataIndex ?? 0;
        const h = view.hours[i];
        return h?.ready && h.minutes !== null
          ? `laid ${sayClock(h.laid, zone)}<br><b>${sayMinutes(h.minutes)}</b>, ${STAGE_WORDS[stage]} ${sayTime(h.ready, zone)}`
          : 'never';
      },
    },
    series: [
      {
        type: 'bar',
        data: view.hours.map((h) => (h.minutes === null ? null : h.minutes / unit.minutes)),
        itemStyle: { color: '#cfe0dc', borderColor: LINES[0].color, borderWidth: 1 },
      },
    ],
  };
}

/** The wait by temperature, at four humidities. */
export function sensitivityChart(of: DryingCharts) {
  const { view, measures } = of;
  const us = measures === 'us';
  const sheet = sheetOf(of);
  const unit = unitFor(sheet);
  return {
    ...FRAME,
    xAxis: axis(us ? 'air, °F' : 'air, °C', { type: 'value', min: us ? 50 : 10, max: us ? 95 : 35 }),
    yAxis: axis('', {
      type: 'value',
      max: (8 * sheet) / unit.minutes,
      axisLabel: { formatter: `{value} ${unit.name}`, showMaxLabel: false },
    }),
    grid: { ...FRAME.grid, top: 44 },
    tooltip: {
      ...FRAME.tooltip,
      valueFormatter: (v: unknown) => (v == null ? 'never' : sayMinutes(Number(v) * unit.minutes)),
    },
    series: view.sensitivity.map((s, i) => ({
      name: `${Math.round(s.humidity * 100)} %`,
      type: 'line',
      symbol: SYMBOLS[i],
      symbolSize: 7,
      lineStyle: { ...LINES[i], width: 2 },
      itemStyle: { color: LINES[i]?.color },
      data: s.points.map(([c, m]) => [us ? fahrenheit(c) : c, m === null ? null : m / unit.minutes]),
    })),
  };
}
