/** How charts look: ink on paper, lines told apart by dash and sign as well as by colour. */
const INK = '#1e2422';
const SOFT = '#565d59';
export const LINES = [
  { color: '#0a5a55', type: 'solid' },
  { color: '#8a4e00', type: 'dashed' },
  { color: '#2c6aa8', type: 'dotted' },
  { color: '#6b4b8a', type: [8, 3, 2, 3] },
  { color: '#a8231a', type: [2, 2] },
] as const;
export const SYMBOLS = ['circle', 'rect', 'triangle', 'diamond', 'pin'] as const;

const font = { fontFamily: 'IBM Plex Sans', color: SOFT, fontSize: 12 };

/** What all charts share. */
export const FRAME = {
  animation: false,
  textStyle: font,
  grid: { left: 52, right: 18, top: 34, bottom: 42 },
  legend: { top: 0, textStyle: font, itemWidth: 28 },
  tooltip: { trigger: 'axis', textStyle: { ...font, color: INK }, confine: true },
};

export const axis = (name: string, more: Record<string, unknown> = {}) => ({
  name,
  nameLocation: 'middle' as const,
  nameGap: 28,
  nameTextStyle: font,
  axisLabel: font,
  axisLine: { lineStyle: { color: '#8b867a' } },
  splitLine: { lineStyle: { color: '#e4dfd2' } },
  ...more,
});
