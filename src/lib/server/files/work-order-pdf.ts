/** The work order on paper: day by day, who does what, with a box to tick. */
import type { Content, TableCell } from 'pdfmake/interfaces';
import { sayChance } from '$core/units/say-chance';
import type { Chances } from '../services/plan/chances';
import { sayClock, sayDay, sayTime } from '$core/units/clock-time';
import { jobCautions } from '../services/job/cautions';
import type { StoredPlan } from '../store/plans';
import { bars } from '../services/plan/bars';
import { handBack } from '../services/plan/hand-back';
import type { OpenJob } from '../services/job/open-job';
import { makePdf, pt } from './pdf';

export function workOrderPdf(
  file: OpenJob,
  plan: StoredPlan | null,
  people: ReadonlyMap<string, string>,
  chances: Chances | null = null,
): Promise<Buffer> {
  const { zone, name, place, unit } = file.job;
  const back = handBack(plan);
  const sure =
    chances && chances !== 'asked'
      ? `, ${sayChance(chances.chance)} sure, 8 in 10 by ${sayDay(chances.eight, zone)}`
      : '';
  const days = new Map<string, ReturnType<typeof bars>>();
  for (const bar of bars(file, plan, people).filter((b) => b.tense !== 'done')) {
    const day = sayDay(bar.start, zone);
    days.set(day, [...(days.get(day) ?? []), bar]);
  }
  const cautions = jobCautions(file);
  const content: Content[] = [
    { text: `Work order, ${name}`, fontSize: 16, bold: true },
    {
      text: [
        place,
        file.system?.name,
        back ? `hand back planned ${sayTime(back.at, zone)}${sure}` : 'no plan',
      ]
        .filter(Boolean)
        .join(' · '),
      fontSize: 9,
      margin: [0, 0, 0, pt(3)],
    },
    ...[...days].flatMap(([day, list]): Content[] => [
      { text: day, fontSize: 12, bold: true, margin: [0, pt(3), 0, pt(1)], headlineLevel: 1 },
      {
        fontSize: 9.5,
        layout: 'lightHorizontalLines',
        table: {
          dontBreakRows: true,
          widths: [12, 74, '*', 70, 130],
          body: list.map((b): TableCell[] => [
            { canvas: [{ type: 'rect', x: 0, y: 1, w: 8, h: 8, lineWidth: 0.7 }] },
            `${sayClock(b.start, zone)}–${sayClock(b.end, zone)}`,
            b.where === 'kitchen' && b.kind !== 'hang'
              ? `${b.words}, in the kitchen`
              : `${b.words}, lot ${b.lot}`,
            b.who,
            b.dryUntil ? `${b.readyFor} from ${sayTime(b.dryUntil, zone)}` : '',
          ]),
        },
      },
    ]),
    {
      text: 'Lots',
      fontSize: 12,
      bold: true,
      margin: [0, pt(4), 0, pt(1)],
    },
    ...file.lots.map((lot): Content => ({
      text: [
        { text: `${lot.name}: `, bold: true },
        lot.pieces.map((p) => file.codes.get(p) ?? '').join('  '),
      ],
      fontSize: 9.5,
    })),
    ...(cautions.length
      ? [
          { text: 'Cautions', fontSize: 12, bold: true, margin: [0, pt(4), 0, pt(1)] } satisfies Content,
          {
            ul: cautions.map((c) => (c.grave ? { text: c.text, bold: true } : c.text)),
            fontSize: 9,
          } satisfies Content,
        ]
      : []),
  ];
  return makePdf({
    pageSize: unit === 'in' ? 'LETTER' : 'A4',
    pageMargins: [pt(16), pt(16), pt(16), pt(16)],
    info: { title: `Work order, ${name}` },
    // A day's heading never stands alone at the foot of a page.
    pageBreakBefore: (node, nodes) =>
      node.headlineLevel === 1 && nodes.getFollowingNodesOnPage().length === 0,
    content,
  });
}
