/** The visits of a kitchen: when, how many pieces and which, and why. */
import { DAY } from '$core/units/durations';
import { PLACE_WORDS } from '../../kitchen/kitchen-places';
import { sampleSize } from '../../quality/sampling';
import { nextVisit, type Visit } from '../../quality/visits';
import { seeded } from '../../units/random';
import { gets } from '../../coating/route';
import type { Condition } from '../../kitchen/condition';
import { pieceState } from '../state/state';
import type { Bench, BenchPiece } from './bench-job';

/** Look at enough pieces to find one of a tenth that fail, nine times in ten. */
const FAULTY_SHARE = 0.1;
const CONFIDENCE = 0.9;
/** Pieces at risk that are looked at beside those drawn. Our choice. */
const AT_RISK = 4;
/** Looks of the last day and a half are of one visit. Our choice. */
const UNDER_WAY = 1.5 * DAY;
/** The air at a coat was cold below this, °C. From memory. */
const COLD = 15;

/** Wear from which a piece was worn, 0 to 3; and the share of worn pieces from which a kitchen is in heavy use. Our choice. */
const WORN = 2;
const HEAVY_USE = 0.25;

interface ChosenPiece {
  id: string;
  code: string;
  why: string;
  /** looked at since the visit may be made */
  looked: boolean;
}

export interface VisitPlan {
  visit: Visit;
  /** what of the record says risk, so that it is looked at more often */
  risks: string[];
  /** drawn at random, so many that they speak for the whole kitchen */
  drawn: number;
  faulty: number;
  confidence: number;
  pieces: ChosenPiece[];
}

/** What of a kitchen's record says risk. */
export function risksOf({
  state,
  route,
  facts,
  pieces,
}: Pick<Bench, 'state' | 'route' | 'facts'> & {
  pieces: readonly { id: string; condition: Pick<Condition, 'wear'> }[];
}): string[] {
  const hung = pieces.filter((p) => pieceState(state, p.id).hangs.length > 0);
  const early = hung.filter((p) => {
    const own = pieceState(state, p.id);
    const coats = route.filter((s) => s.kind === 'coat' && gets(s, p.id) && own.done.has(s.key));
    const last = Math.max(0, ...coats.map((s) => own.done.get(s.key)?.end ?? 0));
    const asks = Math.max(0, ...coats.map((s) => s.product?.stages.hang?.value ?? 0));
    return last > 0 && (own.hangs[0] ?? 0) - last < asks * 60_000;
  });
  const overruled = new Set(
    [...state.works.values()]
      .flatMap((w) => w.overruled.map((o) => o.rule))
      .filter((r) => r !== 'skipped-step'),
  );
  const cold = facts.some(
    (f) => f.body.kind === 'air.read' && !state.voided.has(f.id) && f.body.celsius < COLD,
  );
  const patch = state.tests.some(
    (t) => t.test.method === 'patch' && ['2B', '1B', '0B'].includes(t.test.result),
  );
  const failed = state.checks.filter((c) => !c.sound).length;
  const worn = hung.filter((p) => p.condition.wear >= WORN).length;
  return [
    ...(worn > 0 && worn >= HEAVY_USE * hung.length
      ? [`heavy use: ${worn} of ${hung.length} pieces were worn when it was surveyed`]
      : []),
    ...(early.length
      ? [`${early.length} ${early.length === 1 ? 'piece was' : 'pieces were'} hung early`]
      : []),
    ...(overruled.size ? ['rules were overruled at the bench'] : []),
    ...(cold ? ['it was cold at a coat'] : []),
    ...(patch ? ['a patch test failed'] : []),
    ...(failed ? [`${failed} ${failed === 1 ? 'finding' : 'findings'} so far`] : []),
  ];
}

/** Why a piece is at risk; null where it is not. */
function riskOf(p: BenchPiece, failed: ReadonlySet<string>): string | null {
  if (failed.has(p.id)) return 'it failed before';
  if (p.place && p.place !== 'elsewhere') return PLACE_WORDS[p.place];
  return p.condition.wear >= WORN ? 'worn when it was surveyed' : null;
}

/**
 * The visit that comes next; null without pieces, or where none is left that tells something.
 * @param now ms since 1970
 */
export function visitPlan(bench: Bench, now: number): VisitPlan | null {
  const { state, pack } = bench;
  // Before that a look is taken as of now; the first visit counts from the day it is handed over.
  const handedOver = state.handedOver ?? now;
  const hung = pack.pieces.filter((p) => pieceState(state, p.id).hungIn !== null);
  const home = hung.length ? hung : pack.pieces;
  if (!home.length) return null;
  const risks = risksOf({ ...bench, pieces: pack.pieces });
  const visits = state.checks.filter((c) => c.how === 'visit');
  // What was looked at today belongs to the visit that is under way.
  const last = visits.findLast((c) => c.at < now - UNDER_WAY)?.at ?? null;
  const failed = new Set(state.checks.filter((c) => !c.sound).map((c) => c.piece));
  const visit = nextVisit(handedOver, last, now, risks.length > 0, home.length - failed.size);
  if (!visit) return null;
  const faulty = Math.max(1, Math.round(home.length * FAULTY_SHARE));
  const drawn = sampleSize(home.length, faulty, CONFIDENCE);
  // Another draw for every visit, the same one on every device.
  const random = seeded([...pack.job.id].reduce((n, c) => (n * 31 + c.charCodeAt(0)) >>> 0, visit.day));
  const shuffled = home
    .map((p) => ({ p, order: random() }))
    .sort((a, b) => a.order - b.order)
    .map((x) => x.p);
  const sample = shuffled.slice(0, drawn);
  const more = shuffled
    .slice(drawn)
    .flatMap((p) => {
      const why = riskOf(p, failed);
      return why ? [{ p, why }] : [];
    })
    .slice(0, AT_RISK);
  const since = visit.from - DAY;
  const looked = new Set(visits.filter((c) => c.at >= since).map((c) => c.piece));
  const chosen = (p: BenchPiece, why: string): ChosenPiece => ({
    id: p.id,
    code: p.code,
    why,
    looked: looked.has(p.id),
  });
  return {
    ...{ visit, risks, drawn, faulty },
    confidence: CONFIDENCE,
    pieces: [
      ...sample.map((p) => chosen(p, riskOf(p, failed) ?? 'drawn at random')),
      ...more.map(({ p, why }) => chosen(p, why)),
    ].sort(
      (a, b) =>
        (home.find((p) => p.id === a.id)?.position ?? 0) - (home.find((p) => p.id === b.id)?.position ?? 0),
    ),
  };
}
