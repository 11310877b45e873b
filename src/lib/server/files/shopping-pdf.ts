/** The shopping list on paper. */
import type { TableCell } from 'pdfmake/interfaces';
import type { OpenJob } from '../services/job/open-job';
import { shoppingTable, type ShoppingLine } from '../services/take-off/shopping';
import { makePdf, pt } from './pdf';

export function shoppingPdf(file: OpenJob, lines: readonly ShoppingLine[]): Promise<Buffer> {
  const [head, ...rows] = shoppingTable(lines);
  return makePdf({
    pageSize: file.job.unit === 'in' ? 'LETTER' : 'A4',
    pageMargins: [pt(16), pt(16), pt(16), pt(16)],
    info: { title: `Shopping list, ${file.job.name}` },
    content: [
      { text: `Shopping list, ${file.job.name}`, fontSize: 16, bold: true },
      {
        text: `${file.system?.name ?? ''} · volumes with losses, reserve and the touch-up can`,
        fontSize: 9,
        margin: [0, 0, 0, pt(4)],
      },
      {
        fontSize: 10,
        layout: 'lightHorizontalLines',
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: [62, '*', 70, 52, 110, 54],
          body: [
            (head ?? []).map((text): TableCell => ({ text, bold: true })),
            ...rows.map((row) => row.map((text): TableCell => ({ text }))),
          ],
        },
      },
    ],
  });
}
