/** The work order on paper: day by day, who is where and what they do there, with a box to tick. */
import type { Content, TableCell } from 'pdfmake/interfaces';
import { sayChance } from '$core/units/say-chance';
import type { Chances } from '../services/plan/chances';
import { runsOf } from '$core/job-plan/runs';
import { sayClock, sayDay, sayTime } from '$core/units/clock-time';
import { jobCautions } from '../services/job/cautions';
import type { StoredPlan } from '../store/plans';
import { KITCHEN_ROW } from '../services/plan/bar';
import { bars } from '../services/plan/bars';
import { handBack } from '../services/plan/hand-back';
import type { OpenJob } from '../services/job/open-job';
import { makePdf, pt } from './pdf';

/** The end of a run; one that goes on over a night says when. */
const until = (from: number, to: number, zone: string): string =>
  sayDay(from, zone) === sayDay(to - 1, zone) ? sayClock(to, zone) : sayTime(to, zone);

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
  const runs = runsOf(
    bars(file, plan, people).filter((b) => b.tense !== 'done'),
    (at) => sayDay(at, zone),
  );
  const days = new Map<string, typeof runs>();
  for (const run of runs) {
    const day = sayDay(run.from, zone);
    days.set(day, [...(days.get(day) ?? []), run]);
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
          body: list.flatMap((run): TableCell[][] => [
            [
              { text: '' },
              { text: `${sayClock(run.from, zone)}–${until(run.from, run.to, zone)}`, bold: true },
              {
                text: `${run.where === 'kitchen' ? 'In the kitchen' : 'At the pieces'}: ${run.who.join(', ')}`,
                bold: true,
                colSpan: 3,
              },
              {},
              {},
            ],
            ...run.acts.map((b): TableCell[] => [
              { canvas: [{ type: 'rect', x: 0, y: 1, w: 8, h: 8, lineWidth: 0.7 }] },
              `${sayClock(b.start, zone)}–${sayClock(b.end, zone)}`,
              b.lot === KITCHEN_ROW ? b.words : `${b.words}, lot ${b.lot}`,
              b.who,
              b.dryUntil ? `${b.readyFor} from ${sayTime(b.dryUntil, zone)}` : '',
            ]),
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
