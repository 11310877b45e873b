/** Labels as printed: rasterised by PDFium (package @hyzyla/pdfium), their QR codes read by jsQR, their words by PDFium. */
import { PDFiumLibrary } from '@hyzyla/pdfium';
import jsQR from 'jsqr';
import { expect, it } from 'vitest';
import { USUAL_CONDITION } from '$core/kitchen/condition';
import { labelsFor, readLabelKey } from '$core/labels/label-set';
import { SHEETS } from '$core/labels/sheet';
import { copyList } from '$server/files/copy-list-pdf';
import { labelSheet } from '$server/files/label-pdf';
import { openJob } from '$server/services/job/open-job';
import { saveSurvey } from '$server/services/survey/save-survey';
import { sampled } from '../budget';
import { newDatabase } from '../new-database';

const DPI = 200;

it.each(sampled(1, SHEETS.length).flatMap((k) => SHEETS[k - 1] ?? []))(
  '$name: every label carries its piece’s id and code, in its place',
  async (sheet) => {
    const places = Math.max(8, sheet.columns * sheet.rows);
    const perPage = sheet.columns * sheet.rows;
    const pieces = Array.from({ length: places }, (_, i) => ({
      id: `01890000-0000-7000-8000-${String(i).padStart(12, '0')}`,
      code: `C${i + 100}`,
      wall: 'North',
      form: 'door' as const,
      hinge: 'left' as const,
      h: 700,
      condition: USUAL_CONDITION,
      zone: { letter: 'C', sign: 'triangle' as const, colour: 'Slatewing' },
    }));
    const first = Math.min(3, perPage - 1);
    const labels = labelsFor('piece', pieces, 'lying', 0).map((label) => ({ label, again: 0 }));
    const pdf = await labelSheet(sheet, first, 'Test', labels);
    const library = await PDFiumLibrary.init();
    const document = await library.loadDocument(pdf);
    expect(document.getPageCount()).toBe(Math.ceil((first + places) / perPage));
    const read: string[] = [];
    let words = '';
    for (const page of document.pages()) {
      words += page.getText();
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
    const codes = new Map(pieces.map((p) => [p.id, p.code]));
    for (const text of read) {
      const label = readLabelKey(text);
      expect(words).toContain(codes.get(label && 'piece' in label ? label.piece : '') ?? 'no such piece');
    }
  },
);

it('the copy list has every piece under its wall, with where its code is hidden', async () => {
  const { db, job } = newDatabase({ name: 'Ropewalk' });
  saveSurvey(
    db,
    job,
    'wall North\nupper 30 : pair\nbase 18 : 3x drawer\nwall South\nbase 24 : drawer / door L',
  );
  const library = await PDFiumLibrary.init();
  const document = await library.loadDocument(await copyList(openJob(db, job)));
  const text = [...document.pages()].map((p) => p.getText()).join('\n');
  document.destroy();
  library.destroy();
  const south = text.indexOf('South');
  expect(text.indexOf('North')).toBeLessThan(south);
  for (const words of [
    'Ropewalk',
    '7 pieces',
    'inside of the front, arrow up',
    'in the top hinge cup',
    '14 1/4 × 29',
  ])
    expect(text.replaceAll(/\s+/g, ' ')).toContain(words);
  for (const code of ['1', '2', '3', '4', '5', '6', '7'])
    expect(text).toMatch(new RegExp(`(^|\\s)${code}\\s`, 'm'));
});
