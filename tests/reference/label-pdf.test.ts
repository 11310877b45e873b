/** The label sheet as printed: rasterised by PDFium (package @hyzyla/pdfium), its QR codes read by jsQR. */
import { PDFiumLibrary } from '@hyzyla/pdfium';
import jsQR from 'jsqr';
import { expect, it } from 'vitest';
import { SHEETS } from '$core/labels/sheet';
import { labelSheet } from '$server/files/label-pdf';

const DPI = 150;

it.each(SHEETS)('$name: every label carries its piece’s id, in its place', async (sheet) => {
  const pieces = Array.from({ length: sheet.columns * sheet.rows }, (_, i) => ({
    id: `01890000-0000-7000-8000-${String(i).padStart(12, '0')}`,
    code: String(i + 1),
    wall: 'North',
    form: 'door',
    hinge: 'left',
  }));
  const first = 3;
  const pdf = await labelSheet(sheet, first, 'Test', pieces);
  const library = await PDFiumLibrary.init();
  const document = await library.loadDocument(pdf);
  expect(document.getPageCount()).toBe(2);
  const read: string[] = [];
  for (const page of document.pages()) {
    const { data, width, height } = await page.render({
      scale: DPI / 72,
      render: 'bitmap',
      colorSpace: 'BGRA',
    });
    const px = (mm: number) => Math.round((mm * DPI) / 25.4);
    for (let r = 0; r < sheet.rows; r++) {
      for (let c = 0; c < sheet.columns; c++) {
        const [x0, y0] = [
          px(sheet.left + c * (sheet.labelW + sheet.gapX)),
          px(sheet.top + r * (sheet.labelH + sheet.gapY)),
        ];
        const [w, h] = [Math.min(px(sheet.labelW), width - x0), Math.min(px(sheet.labelH), height - y0)];
        const label = new Uint8ClampedArray(w * h * 4);
        for (let y = 0; y < h; y++)
          label.set(data.subarray(((y0 + y) * width + x0) * 4, ((y0 + y) * width + x0 + w) * 4), y * w * 4);
        const dark = label.reduce((n, v, i) => n + (i % 4 === 0 && v < 80 ? 1 : 0), 0);
        const found = jsQR(label, w, h)?.data;
        if (found) read.push(found);
        // An empty label stays empty.
        else expect(dark).toBe(0);
      }
    }
  }
  document.destroy();
  library.destroy();
  expect(read).toEqual(pieces.map((p) => p.id));
});
