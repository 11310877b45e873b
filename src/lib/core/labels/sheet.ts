/** Where labels sit on a sheet. Lengths in millimetres from the upper left corner of the page. */
import { frozen } from '../frozen';

export interface SheetFormat {
  key: string;
  name: string;
  pageW: number;
  pageH: number;
  columns: number;
  rows: number;
  labelW: number;
  labelH: number;
  left: number;
  top: number;
  gapX: number;
  gapY: number;
}

/** Common grids on US Letter and A4, and a roll: one label a page. Common practice, no source. */
export const SHEETS: readonly SheetFormat[] = frozen([
  {
    key: 'letter-10',
    name: 'US Letter, 10 labels',
    pageW: 215.9,
    pageH: 279.4,
    columns: 2,
    rows: 5,
    labelW: 101.6,
    labelH: 50.8,
    left: 4,
    top: 12.7,
    gapX: 4.7,
    gapY: 0,
  },
  {
    key: 'a4-14',
    name: 'A4, 14 labels',
    pageW: 210,
    pageH: 297,
    columns: 2,
    rows: 7,
    labelW: 99.1,
    labelH: 38.1,
    left: 4.7,
    top: 15.1,
    gapX: 2.5,
    gapY: 0,
  },
  {
    key: 'letter-30',
    name: 'US Letter, 30 labels',
    pageW: 215.9,
    pageH: 279.4,
    columns: 3,
    rows: 10,
    labelW: 66.7,
    labelH: 25.4,
    left: 4.7,
    top: 12.7,
    gapX: 3.2,
    gapY: 0,
  },
  {
    key: 'a4-21',
    name: 'A4, 21 labels',
    pageW: 210,
    pageH: 297,
    columns: 3,
    rows: 7,
    labelW: 63.5,
    labelH: 38.1,
    left: 7.2,
    top: 15.1,
    gapX: 2.5,
    gapY: 0,
  },
  {
    key: 'roll',
    name: 'Roll, 57 × 32 mm',
    pageW: 57,
    pageH: 32,
    columns: 1,
    rows: 1,
    labelW: 57,
    labelH: 32,
    left: 0,
    top: 0,
    gapX: 0,
    gapY: 0,
  },
]);

interface LabelPlace {
  page: number;
  x: number;
  y: number;
}

/**
 * Places labels on sheets, row by row.
 * @param sheet the format
 * @param count how many labels
 * @param first first free position on the first sheet, from 0, for one that is half used
 * @throws RangeError when `first` is not on the sheet
 */
export function placeLabels(sheet: SheetFormat, count: number, first = 0): LabelPlace[] {
  const perPage = sheet.columns * sheet.rows;
  if (!(Number.isInteger(first) && first >= 0 && first < perPage)) {
    throw new RangeError(
      `The first label must be at position 1 to ${perPage} of the sheet, got ${first + 1}`,
    );
  }
  return Array.from({ length: count }, (_, i) => {
    const k = first + i;
    const [row, column] = [Math.floor((k % perPage) / sheet.columns), k % sheet.columns];
    return {
      page: Math.floor(k / perPage),
      x: sheet.left + column * (sheet.labelW + sheet.gapX),
      y: sheet.top + row * (sheet.labelH + sheet.gapY),
    };
  });
}
