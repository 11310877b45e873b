/** An offer on paper, as the customer gets it. */
import type { Content, TableCell } from 'pdfmake/interfaces';
import { dayToMs, sayDate } from '$core/units/clock-time';
import { sayDaysMoved, sayWhenBack } from '$core/offer/say-offer';
import { formatMoney } from '$core/units/measures';
import type { OfferView } from '../services/offer/offer-page';
import { makePdf, pt } from './pdf';

const head = (text: string): Content => ({
  ...{ text, fontSize: 12, bold: true, headlineLevel: 1 },
  margin: [0, pt(5), 0, pt(1)],
});
const list = (lines: readonly string[]): Content => ({ ul: [...lines], fontSize: 10 });
const right = (text: string, bold = false, fontSize = 10): TableCell => ({
  ...{ text, bold, fontSize },
  alignment: 'right',
});

/** @param letter US Letter in place of A4 */
export function offerPdf(view: OfferView, letter: boolean): Promise<Buffer> {
  const { offer, version, madeAt, accepted, total } = view;
  const { zone } = offer.job;
  const money = (cents: number): string => formatMoney(cents, offer.currency);
  const day = (iso: string): string => sayDate(dayToMs(iso, zone), zone);
  const percent = (share: number): string => `${Number((share * 100).toFixed(3))} %`;
  const rows: TableCell[][] = [
    ['The work as described', '', right(money(view.baseCents))],
    ...view.options
      .filter((o) => o.taken)
      .map((o): TableCell[] => [o.words, right(sayDaysMoved(o.days)), right(money(o.cents))]),
    [{ text: 'Before tax', bold: true }, '', right(money(total.netCents), true)],
    ...(offer.rates.tax > 0
      ? [[`${offer.taxName || 'Tax'}, ${percent(offer.rates.tax)}`, '', right(money(total.taxCents))]]
      : []),
    [{ text: 'Total', bold: true, fontSize: 12 }, '', right(money(total.totalCents), true, 12)],
    ...(offer.rates.deposit > 0
      ? [
          [
            `Deposit before work begins, ${percent(offer.rates.deposit)}`,
            '',
            right(money(total.depositCents)),
          ],
        ]
      : []),
  ];
  const open = view.options.filter((o) => !o.taken);
  const content: Content[] = [
    { text: [offer.company.name, offer.company.town].filter(Boolean).join(', '), fontSize: 11, bold: true },
    { text: offer.company.contact, fontSize: 9 },
    { text: `Offer: ${offer.job.name}`, fontSize: 18, bold: true, margin: [0, pt(4), 0, 0] },
    {
      fontSize: 9,
      text: [
        offer.job.place,
        `version ${version} of ${sayDate(madeAt, zone)}`,
        `valid until ${day(offer.validUntil)}`,
      ]
        .filter(Boolean)
        .join(' · '),
    },
    head('What we do'),
    list(offer.scope),
    ...(offer.notIncluded.length ? [head('Not included'), list(offer.notIncluded)] : []),
    head('When'),
    { text: sayWhenBack(offer), fontSize: 10 },
    head('Price'),
    {
      fontSize: 10,
      layout: 'lightHorizontalLines',
      table: { dontBreakRows: true, widths: ['*', 100, 80], body: rows },
    },
    ...(open.length
      ? [
          head(accepted ? 'Offered, not taken' : 'Options'),
          {
            fontSize: 10,
            layout: 'lightHorizontalLines',
            table: {
              dontBreakRows: true,
              widths: ['*', 100, 80],
              body: open.map((o): TableCell[] => [
                o.words,
                right(sayDaysMoved(o.days)),
                right(`${o.cents < 0 ? '' : '+ '}${money(o.cents)}`),
              ]),
            },
          } satisfies Content,
          { text: 'Each by itself, before tax.', fontSize: 8 } satisfies Content,
        ]
      : []),
    ...(offer.note ? [head('Terms'), { text: offer.note, fontSize: 10 } satisfies Content] : []),
    accepted
      ? { text: `Accepted by ${accepted.name}, ${day(accepted.day)}.`, bold: true, margin: [0, pt(8), 0, 0] }
      : {
          margin: [0, pt(14), 0, 0],
          fontSize: 9,
          columns: [{ text: 'Accepted: name' }, { text: 'Date' }, { text: 'Signature' }],
        },
  ];
  return makePdf({
    pageSize: letter ? 'LETTER' : 'A4',
    pageMargins: [pt(20), pt(18), pt(20), pt(18)],
    info: { title: `Offer, ${offer.job.name}, version ${version}` },
    content,
  });
}
