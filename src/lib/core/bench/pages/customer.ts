/** The page of a household: where its kitchen stands, in plain words, and what to do on which day. */
import { gets } from '$core/coating/route';
import { FORM_WORDS } from '$core/kitchen/kitchen';
import { sayDay, sayClock } from '$core/units/clock-time';
import { fittingsLeft } from '../view/hanging';
import { pieceState } from '../state/state';
import type { Bench } from '../view/bench-job';
import { cureShare } from '../view/care';
import { CARE_WORDS, careGroups, careOfAll, topProducts } from '../view/care-rules';
import { homeWaits } from '../view/home-waits';
import { cleanersFor } from '$core/coating/cleaners';

/** A day of the plan, as a household needs to know it. */
export interface PlannedVisit {
  start: number;
  end: number;
  kind: 'kitchen' | 'hang' | 'handles' | 'back';
}

interface DateForHousehold {
  at: number;
  when: string;
  what: string;
  todo: string[];
}

const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

/** Where one piece is, in words, how far its paint is, 0 to 1, and whether it is home. */
function pieceWords(
  { pack, state, route }: Bench,
  id: string,
): { words: string; share: number; isHome: boolean } {
  const own = pieceState(state, id);
  const coats = route.filter((s) => s.kind === 'coat' && gets(s, id) && !s.mends);
  const had = coats.filter((s) => own.done.has(s.key)).length;
  const share = coats.length ? had / coats.length : 0;
  const piece = pack.pieces.find((p) => p.id === id);
  if (own.hungIn !== null) {
    const left = piece ? fittingsLeft(state, pack.pieces, piece) : [];
    const words = left.includes('handle') ? 'home again, its handle follows' : 'home again';
    return { words, share: 1, isHome: true };
  }
  const away = (words: string, of = share) => ({ words, share: of, isHome: false });
  if (own.missing !== null) return away('we are looking for it');
  if (!own.down) return away('in its place, not begun', 0);
  if (had === 0) return away('with us, being prepared');
  return away(
    had < coats.length ? `with us, ${had} of ${coats.length} coats are on` : 'with us, painted, drying',
  );
}

/** What is to be done on a day of the plan. */
function todos(kind: PlannedVisit['kind'], solvent: boolean, insides: boolean, first: boolean): string[] {
  if (kind === 'back') return ['Be there for half an hour: we walk through the kitchen together.'];
  if (kind === 'handles') return ['Nothing: half an hour, and it is done.'];
  if (kind === 'hang')
    return [
      'Keep the floor in front of the cabinets free.',
      'Keep children and pets out until we have left.',
    ];
  return [
    ...(first ? ['Clear the counters.'] : []),
    ...(first && insides ? ['Empty the cupboards whose insides are painted.'] : []),
    'No cooking while we are there. Keep children, cats and dogs out of the kitchen.',
    ...(solvent
      ? [
          'It will smell: keep windows open, pilot lights and flames off, and sleep elsewhere that night if you can.',
        ]
      : ['Keep a window open if the weather allows.']),
  ];
}

/** Two days that something lies between; one where they are the same. */
const sayBetween = (from: number, to: number, zone: string): string =>
  sayDay(from, zone) === sayDay(to, zone)
    ? sayDay(from, zone)
    : `between ${sayDay(from, zone)} and ${sayDay(to, zone)}`;

/** How many dates are shown. */
const DATES = 3;

/**
 * @param visits of the plan, in any order
 * @param firstDay when the pieces are fetched, ms since 1970; null where nothing is planned
 * @param back the days between which the kitchen is back, as an offer gives them; null where that is not known
 */
export function customerPage(
  bench: Bench,
  visits: readonly PlannedVisit[],
  firstDay: number | null,
  now: number,
  back: { half: number; nearlyAll: number } | null = null,
) {
  const { pack, state, route, site } = bench;
  const { zone } = pack.job;
  const ids = pack.pieces.map((p) => p.id);
  const own = (id: string) => pieceState(state, id);
  const down = ids.filter((id) => own(id).down && own(id).hungIn === null).length;
  const home = ids.filter((id) => own(id).hungIn !== null).length;
  const fronts = pack.pieces.map((p) => ({ id: p.id, name: FORM_WORDS[p.form], ...pieceWords(bench, p.id) }));
  const painted = fronts.filter((f) => f.share === 1).length - home;
  const waits = homeWaits(bench);
  const groups = home === ids.length && ids.length ? careGroups(state, route, ids, waits) : [];
  const solvent = site.some((s) => s.product && ['solvent', 'lacquer', 'two-pack'].includes(s.product.base));
  const insides = pack.pieces.some((p) => p.condition.inside);
  const planned = [...visits].filter((v) => v.end > now).sort((a, b) => a.start - b.start);
  const firstKitchen = planned.find((v) => v.kind === 'kitchen');
  const dates: DateForHousehold[] = [
    ...(firstDay !== null && firstDay > now && down + home === 0
      ? [
          {
            at: firstDay,
            when: sayDay(firstDay, zone),
            what: 'We take the doors and drawers down and with us',
            todo: ['Empty the drawers.', 'Clear the way to the kitchen.'],
          },
        ]
      : []),
    ...planned.map((v) => ({
      at: v.start,
      when:
        v.kind === 'back'
          ? back
            ? sayBetween(back.half, back.nearlyAll, zone)
            : `${sayDay(v.start, zone)} at the earliest`
          : `${sayDay(v.start, zone)}, ${sayClock(v.start, zone)} to ${sayClock(v.end, zone)}`,
      what: {
        kitchen: 'We work in your kitchen',
        hang: 'Doors and drawers are hung',
        handles: 'We come once more and fit the handles',
        back: 'Your kitchen is handed back',
      }[v.kind],
      todo: todos(v.kind, solvent, insides, v === firstKitchen),
    })),
  ]
    .sort((a, b) => a.at - b.at)
    .slice(0, DATES);
  const headline =
    state.handedOver !== null
      ? 'Your kitchen is finished.'
      : home === ids.length && ids.length
        ? 'Everything is home again.'
        : down > 0 || home > 0
          ? `${count(down, 'piece is', 'pieces are')} with us${home ? `, ${home} home again` : ''}.`
          : 'Your kitchen is as you know it: we have not begun.';
  return {
    headline,
    painted:
      down > 0 && painted > 0
        ? `${count(painted, 'piece has', 'pieces have')} all ${painted === 1 ? 'its' : 'their'} coats.`
        : '',
    fronts,
    dates,
    care: careOfAll(groups).map(({ key, at }) => ({
      over: at <= now,
      when: `${at <= now ? 'since' : 'until'} ${sayDay(at, zone)}`,
      words: at <= now ? CARE_WORDS[key].from : CARE_WORDS[key].until,
    })),
    cure: groups.length ? Math.round(100 * cureShare(state, route, ids, now, waits)) : null,
    cleaners: groups.length ? cleanersFor(topProducts(state, route, ids)) : null,
    handedOver: state.handedOver !== null,
  };
}
export type CustomerPage = ReturnType<typeof customerPage>;
