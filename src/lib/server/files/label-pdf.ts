/** The label sheet as PDF: large code, QR with the piece's id, up-arrow, wall and form. */
import { placeLabels, type SheetFormat } from '$core/labels/sheet';
import { isTurnUnsafe } from '$core/labels/turn-safe';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

const POINTS_PER_MM = 72 / 25.4;
const pt = (mm: number): number => mm * POINTS_PER_MM;

/** A face of the fonts that ship with the application. */
const face = (family: 'ibm-plex-sans' | 'ibm-plex-mono', weight: 400 | 600): string => {
  const folder = dirname(createRequire(import.meta.url).resolve(`@fontsource/${family}/package.json`));
  return join(folder, 'files', `${family}-latin-${weight}-normal.woff`);
};
const sans = face('ibm-plex-sans', 400);
const mono = face('ibm-plex-mono', 600);
pdfmake.setFonts({
  Sans: { normal: sans, bold: sans, italics: sans, bolditalics: sans },
  Mono: { normal: mono, bold: mono, italics: mono, bolditalics: mono },
});
// A label needs nothing from elsewhere: only the two fonts are read.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path: string) => path === sans || path === mono);

export interface LabelledPiece {
  id: string;
  code: string;
  wall: string;
  form: string;
  hinge: string | null;
}

/** Height of the code's letters: half the label, an inch at most, which reads at arm's length. */
const codePoints = (sheet: SheetFormat): number => Math.min(72, pt(sheet.labelH) * 0.5);

function label(piece: LabelledPiece, x: number, y: number, sheet: SheetFormat, job: string): Content[] {
  const [w, h] = [pt(sheet.labelW), pt(sheet.labelH)];
  const [left, top] = [pt(x), pt(y)];
  const qr = Math.min(h - pt(8), pt(32));
  const arrow = { x: left + pt(7), y: top + pt(6) };
  const stem = h - pt(12);
  return [
    {
      canvas: [
        {
          type: 'polyline',
          closePath: true,
          color: '#000',
          points: [
            { x: 0, y: pt(5) },
            { x: pt(3.5), y: 0 },
            { x: pt(7), y: pt(5) },
          ],
        },
        { type: 'rect', x: pt(2.7), y: pt(5), w: pt(1.6), h: stem - pt(5), color: '#000' },
      ],
      absolutePosition: arrow,
    },
    {
      text: piece.code,
      font: 'Mono',
      fontSize: codePoints(sheet),
      decoration: isTurnUnsafe(piece.code) ? 'underline' : undefined,
      absolutePosition: { x: left + pt(17), y: top + pt(3) },
    },
    {
      text: `${piece.wall} · ${piece.form}${piece.hinge ? ` · hinge ${piece.hinge}` : ''}`,
      fontSize: 9,
      absolutePosition: { x: left + pt(17), y: top + h - pt(9) - 2 },
    },
    { text: job, fontSize: 8, color: '#444', absolutePosition: { x: left + pt(17), y: top + h - pt(5) - 1 } },
    {
      qr: piece.id,
      fit: qr,
      eccLevel: 'M',
      absolutePosition: { x: left + w - qr - pt(4), y: top + (h - qr) / 2 },
    },
  ];
}

/**
 * Draws the labels of the pieces, in their order.
 * @param first first free position on the first sheet, from 0
 */
export async function labelSheet(
  sheet: SheetFormat,
  first: number,
  job: string,
  pieces: readonly LabelledPiece[],
): Promise<Buffer> {
  const places = placeLabels(sheet, pieces.length, first);
  const pages = Math.max(...places.map((p) => p.page)) + 1;
  const content: Content[] = Array.from({ length: pages }, (_, page) => ({
    stack: [
      { text: ' ', fontSize: 1 },
      ...pieces.flatMap((piece, i) => {
        const place = places[i];
        return place?.page === page ? label(piece, place.x, place.y, sheet, job) : [];
      }),
    ],
    pageBreak: page > 0 ? ('before' as const) : undefined,
  }));
  const definition: TDocumentDefinitions = {
    pageSize: { width: pt(sheet.pageW), height: pt(sheet.pageH) },
    pageMargins: [0, 0, 0, 0],
    content,
    defaultStyle: { font: 'Sans' },
    info: { title: `Labels, ${job}` },
  };
  return pdfmake.createPdf(definition).getBuffer();
}
