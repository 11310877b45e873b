/** The hand-over pack on paper: what was done, with what, how to care for it by date, and what is kept. */
import type { Content, TableCell } from 'pdfmake/interfaces';
import { handOverPage } from '$core/bench/pages/hand-over';
import { packPage } from '$core/bench/pages/pack';
import { CARE_WORDS } from '$core/bench/view/care-rules';
import { openBench } from '$core/bench/view/bench-job';
import { formatFilm, formatTemperature, formatVolume, type Measures } from '$core/units/measures';
import { sayDate, sayDay, sayTime } from '$core/units/clock-time';
import type { Db } from '../db/open';
import { benchPack } from '../services/bench/bench-pack';
import { companyOf, measuresOf } from '../services/company/settings';
import type { OpenJob } from '../services/job/open-job';
import { makePdf, pt } from './pdf';

const HEAD = { fontSize: 12, bold: true, margin: [0, pt(5), 0, pt(1)] as [number, number, number, number] };
const head = (text: string): Content => ({ ...HEAD, text, headlineLevel: 1 });
const table = (widths: (string | number)[], head_: string[], body: TableCell[][]): Content => ({
  fontSize: 9,
  layout: 'lightHorizontalLines',
  table: {
    dontBreakRows: true,
    headerRows: 1,
    widths,
    body: [head_.map((text): TableCell => ({ text, bold: true })), ...body],
  },
});

const percent = (share: number): string => `${Math.round(share * 100)} %`;
const range = ([a, b]: readonly [number, number], say: (v: number) => string): string =>
  say(a) === say(b) ? say(a) : `${say(a)} to ${say(b)}`;

/** A can's label, to be cut out. */
function label(
  can: { name: string; colour: string; batch: string; opened: string; useBy: string; ml: number },
  measures: Measures,
): Content {
  return {
    margin: [0, pt(1), 0, pt(2)],
    table: {
      widths: [220],
      body: [
        [
          {
            stack: [
              { text: can.name, bold: true, fontSize: 11 },
              { text: can.colour, bold: true, fontSize: 14 },
              {
                fontSize: 9,
                text: [
                  can.batch ? `Batch ${can.batch} · ` : '',
                  `opened ${can.opened} · use by ${can.useBy} · ${formatVolume(can.ml, measures)}`,
                ].join(''),
              },
              { text: 'Stir, strain, test inside a cabinet first. Keep from frost.', fontSize: 9 },
            ],
            margin: [4, 4, 4, 4],
          },
        ],
      ],
    },
  };
}

const small = (text: string): Content => ({ fontSize: 9, text });
const list = (items: readonly string[]): Content => ({ fontSize: 9, ul: [...items] });
/** A part of the pack; nothing where it has nothing to say. */
const part = (title: string, ...content: Content[]): Content[] => [head(title), ...content];

/** What the pack is made from. */
interface Pack {
  file: OpenJob;
  now: number;
  measures: Measures;
  company: ReturnType<typeof companyOf>;
  over: ReturnType<typeof handOverPage>;
  pack: ReturnType<typeof packPage>;
}

function title({ file: { job }, now, company, over }: Pack): Content[] {
  const when =
    over.handedOver === null
      ? `as of ${sayDate(now, job.zone)}`
      : `handed over ${sayTime(over.handedOver, job.zone)}`;
  const signed = over.signed?.name ? `signed by ${over.signed.name}` : '';
  return [
    { text: company.name || 'Hand-over pack', fontSize: 10, bold: true },
    { text: `Your kitchen: ${job.name}`, fontSize: 18, bold: true },
    small([job.place, when, signed].filter(Boolean).join(' · ')),
  ];
}

function care({ file, now, over }: Pack): Content[] {
  const { zone } = file.job;
  const isHard = over.care.length > 0 && over.care.every((c) => c.at <= now);
  return [
    ...part(
      'Care by date',
      table(
        ['auto', '*'],
        ['When', 'What'],
        over.care.map((c): TableCell[] => [
          { text: `${c.at > now ? 'until' : 'since'} ${sayDay(c.at, zone)}`, bold: c.at > now },
          c.at > now ? CARE_WORDS[c.key].until : CARE_WORDS[c.key].from,
        ]),
      ),
      ...(isHard ? [small('Everything is fully hard.')] : []),
      {
        fontSize: 9,
        margin: [0, pt(2), 0, 0],
        text: `The cure is ${percent(over.cure)} done. From the age of each film in the air it was in and is forecast; the slowest decides. The product’s data sheet always wins.`,
      },
    ),
    ...part('Cleaning', {
      fontSize: 9,
      columns: [
        { width: '*', stack: [{ text: 'Cleans well', bold: true }, { ul: over.cleaners.suits }] },
        { width: '*', stack: [{ text: 'Harms it', bold: true }, { ul: over.cleaners.harms }] },
      ],
    }),
  ];
}

/** What lies on the pieces, how it came there, and what was put right. */
function record({ file, measures, pack }: Pack): Content[] {
  const { zone } = file.job;
  const sheen = new Map(file.zones.map((z) => [z.colour, z.sheen]));
  return [
    ...part(
      'Your pieces and what lies on them',
      table(
        ['auto', 'auto', '*', '*'],
        ['Zone', 'Colour', 'Pieces', 'On the fronts'],
        pack.zones.map((z): TableCell[] => [
          z.zone,
          `${z.colour}${sheen.get(z.colour) ? `, ${sheen.get(z.colour) ?? ''}` : ''}`,
          { text: z.pieces.join('  '), bold: true, fontSize: 8 },
          z.films.map((f) => `${f.name}, ${f.coats} × (${formatFilm(f.um, measures)} dry)`).join('; '),
        ]),
      ),
    ),
    ...part(
      'What was done',
      table(
        ['*', '*', 'auto', 'auto'],
        ['Step', 'With', 'When', 'Air'],
        pack.steps.map((s): TableCell[] => [
          `${s.act} (${s.pieces})`,
          [s.product, s.batches.length ? `batch ${s.batches.join(', ')}` : ''].filter(Boolean).join(', '),
          range([s.from, s.to], (at) => sayDay(at, zone)),
          s.air
            ? `${range(s.air.celsius, (v) => formatTemperature(v, measures))}, ${range(s.air.humidity, percent)}`
            : '',
        ]),
      ),
    ),
    ...(pack.seen.length
      ? part(
          'Seen and put right',
          table(
            ['auto', 'auto', '*', '*'],
            ['When', 'Piece', 'What', 'Then'],
            pack.seen.map((s): TableCell[] => [sayDay(s.at, zone), s.code, s.what, s.then]),
          ),
        )
      : []),
  ];
}

/** What was agreed, what is left in the house, and what is promised. */
function left({ measures, company, over }: Pack): Content[] {
  const agreed = [
    ...over.agreed.map((a) => (a.what === 'agreed' ? a.text : `Left with you: ${a.text}`)),
    ...(over.signed?.note ? [over.signed.note] : []),
  ];
  const names = new Map(over.keepable.map((p) => [p.key, p.name]));
  const cans = over.cans
    .filter((c) => c.gone === null)
    .map((c) => ({ ...c, name: names.get(c.product) ?? c.product }));
  return [
    ...(agreed.length ? part('Agreed, and left with you', list(agreed)) : []),
    ...(cans.length
      ? part(
          'Paint that is kept for nicks',
          list(cans.map((c) => `${c.name}: ${c.place}`)),
          { text: 'Labels for the cans, to cut out:', fontSize: 9, margin: [0, pt(2), 0, 0] },
          ...cans.map((c) => label(c, measures)),
        )
      : []),
    ...(company.warranty ? part('Warranty', small(company.warranty)) : []),
  ];
}

function advice({ file: { job }, company, pack }: Pack): Content[] {
  const contact = company.contact ? `: ${company.contact}` : ' through your kitchen’s page';
  return [
    ...part(
      'Something is not right?',
      small(
        `Note the piece’s code and the day, take a photo with light from the side, and tell us${contact}. Sooner is easier to put right.`,
      ),
    ),
    ...part('Where the codes are hidden', list(pack.hides.map((h) => `${h.words} (${h.codes.join(', ')})`))),
    ...part(
      'Cautions',
      list([
        'Never mix bleach with ammonia or acids.',
        'Rags with oil or solvent heat up by themselves: lay them flat outdoors, or in a closed metal can with water.',
        ...(job.houseYear !== null && job.houseYear < 1978
          ? [
              'This house was built before 1978: do not sand or scrape old paint yourself. Test for lead first.',
            ]
          : []),
        'The products’ data sheets, local codes and licensed practice always decide.',
      ]),
    ),
  ];
}

export function handOverPdf(db: Db, file: OpenJob, now: number): Promise<Buffer> {
  const { name, unit } = file.job;
  const bench = openBench(benchPack(db, { file, plan: null }, now));
  const given: Pack = {
    ...{ file, now, measures: measuresOf(db), company: companyOf(db) },
    ...{ over: handOverPage(bench, now), pack: packPage(bench) },
  };
  return makePdf({
    pageSize: unit === 'in' ? 'LETTER' : 'A4',
    pageMargins: [pt(16), pt(16), pt(16), pt(16)],
    info: { title: `Hand-over pack, ${name}` },
    pageBreakBefore: (node, nodes) =>
      node.headlineLevel === 1 && nodes.getFollowingNodesOnPage().length === 0,
    footer: (page, pages) => ({
      text: `${name} · ${page} of ${pages}`,
      fontSize: 8,
      alignment: 'center',
    }),
    content: [title, care, record, left, advice].flatMap((of) => of(given)),
  });
}
