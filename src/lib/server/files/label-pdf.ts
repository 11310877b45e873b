/** Labels as PDF, on sheets or a roll. */
import type { Label } from '$core/labels/label-set';
import { layoutLabel, type LabelPart } from '$core/labels/layout';
import { placeLabels, type SheetFormat } from '$core/labels/sheet';
import type { CanvasElement, Content } from 'pdfmake/interfaces';
import { makePdf, pt } from './pdf';

/** A part that is drawn, at the upper left corner of its label. */
function drawn(part: Extract<LabelPart, { part: 'shape' | 'outline' | 'disc' }>): CanvasElement {
  switch (part.part) {
    case 'disc':
      return {
        type: 'ellipse',
        x: pt(part.x),
        y: pt(part.y),
        r1: pt(part.r * (part.filled ? 1 : 0.8)),
        ...(part.filled ? { color: '#000' } : { lineColor: '#000', lineWidth: pt(part.r * 0.4) }),
      };
    case 'shape':
    case 'outline':
      return {
        type: 'polyline',
        closePath: true,
        points: part.points.map(([x, y]) => ({ x: pt(x), y: pt(y) })),
        ...(part.part === 'shape' ? { color: '#000', lineWidth: 0 } : { lineColor: '#000', lineWidth: 0.7 }),
      };
  }
}

function content(part: LabelPart, x: number, y: number): Content {
  switch (part.part) {
    case 'text':
      return {
        text: part.text,
        font: part.mono ? 'Mono' : 'Sans',
        fontSize: pt(part.size),
        decoration: part.underline ? 'underline' : undefined,
        noWrap: true,
        absolutePosition: { x: pt(x + part.x), y: pt(y + part.y) },
      };
    case 'qr':
      return {
        qr: part.data,
        fit: pt(part.size),
        eccLevel: 'M',
        absolutePosition: { x: pt(x + part.x), y: pt(y + part.y) },
      };
    default:
      return { canvas: [drawn(part)], absolutePosition: { x: pt(x), y: pt(y) } };
  }
}

/**
 * Draws labels on sheets, in their order.
 * @param first first free position on the first sheet, from 0
 */
export function labelSheet(
  sheet: SheetFormat,
  first: number,
  job: string,
  labels: readonly { label: Label; again: number }[],
): Promise<Buffer> {
  const places = placeLabels(sheet, labels.length, first);
  const pages = Math.max(0, ...places.map((p) => p.page)) + 1;
  return makePdf({
    pageSize: { width: pt(sheet.pageW), height: pt(sheet.pageH) },
    pageMargins: [0, 0, 0, 0],
    content: Array.from({ length: pages }, (_, page) => ({
      stack: [
        { text: ' ', fontSize: 1 },
        ...labels.flatMap(({ label, again }, i) => {
          const place = places[i];
          return place?.page === page
            ? layoutLabel(label, sheet.labelW, sheet.labelH, again).map((p) => content(p, place.x, place.y))
            : [];
        }),
      ],
      pageBreak: page > 0 ? ('before' as const) : undefined,
    })),
    info: { title: `Labels, ${job}` },
  });
}
