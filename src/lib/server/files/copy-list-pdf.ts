/** The contractor's own list of all pieces, wall by wall: what a lost label is looked up in. */
import { hingesOf } from '$core/kitchen/condition';
import { hidingPlace } from '$core/labels/hiding';
import { isTurnUnsafe } from '$core/labels/turn-safe';
import { formatLength } from '$core/units/length';
import type { TableCell } from 'pdfmake/interfaces';
import type { OpenJob } from '../services/job/open-job';
import { makePdf, pt } from './pdf';

const HEAD = ['Code', 'Piece', 'Size', 'Hinges', 'Zone', 'Code hidden', 'On', 'Down', 'Home'];

export function copyList(file: OpenJob): Promise<Buffer> {
  const { job, zones, pieces } = file;
  const zone = new Map(zones.map((z) => [z.id, z]));
  const mm = (value: number): string => formatLength(value, job.unit);
  const box = { text: '□', alignment: 'center' as const, fontSize: 12 };
  const walls = [...new Set(pieces.map((p) => p.wall))];
  return makePdf({
    pageSize: job.unit === 'in' ? 'LETTER' : 'A4',
    pageMargins: [pt(14), pt(14), pt(14), pt(14)],
    info: { title: `Pieces, ${job.name}` },
    footer: (page, pages) => ({
      text: `${job.name} · ${page} of ${pages}`,
      fontSize: 8,
      margin: [pt(14), 0],
    }),
    content: [
      { text: job.name, fontSize: 16, bold: true },
      {
        text: `${pieces.length} pieces · ${zones.map((z) => `${z.letter} ${z.colour}`).join(', ')} · sizes in ${job.unit} · an underlined code reads as another upside down`,
        fontSize: 9,
      },
      ...walls.flatMap((wall) => [
        {
          text: wall,
          fontSize: 12,
          bold: true,
          margin: [0, pt(4), 0, pt(1)] as [number, number, number, number],
        },
        {
          fontSize: 8.5,
          layout: 'lightHorizontalLines',
          table: {
            headerRows: 1,
            dontBreakRows: true,
            widths: [34, 50, 78, 52, 62, '*', 20, 24, 24],
            body: [
              HEAD.map((text): TableCell => ({ text, bold: true })),
              ...pieces
                .filter((p) => p.wall === wall)
                .map((p): TableCell[] => {
                  const hinges = hingesOf(p, p.condition);
                  const z = zone.get(p.zoneId);
                  return [
                    {
                      text: p.code,
                      font: 'Mono',
                      fontSize: 11,
                      decoration: isTurnUnsafe(p.code) ? 'underline' : undefined,
                    },
                    p.form,
                    `${mm(p.w)} × ${mm(p.h)}`,
                    p.hinge ? `${hinges.count} ${p.hinge}` : '',
                    z ? `${z.letter} ${z.colour}` : '',
                    hidingPlace(p.form, hinges).words,
                    box,
                    box,
                    box,
                  ];
                }),
            ],
          },
        },
      ]),
    ],
  });
}
