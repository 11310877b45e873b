/**
 * The evening look: what the coming night, or day, changes for a job, and what would help, computed. The same is asked in the morning for
 * the day. Docs: docs/methods/evening.md
 */
import { HOUR, MINUTE } from '$core/units/durations';
import type { Step } from '../coating/route';
import type { Product } from '../coating/system';
import type { Act } from '../bench/view/acts';

/** A film that is ready so much sooner is worth heating for. Our choice. */
const WORTH = 30 * MINUTE;
/** A can that is so much colder than it may be laid warms up while it is stirred, K. Our choice. */
const WARMS = 1;
/** Below this what is thinned with water may freeze in the can, °C; a margin of 2 K over freezing. Common practice; the data sheet decides. */
const FROST = 2;

/** Air at a moment where pieces dry. */
export interface Hour {
  at: number;
  celsius: number;
}

export interface Looked {
  /** acts of the lots as things stand, in the air that is foreseen */
  acts: readonly Act[];
  /** the same if the place is kept warm as by day from now until a moment; null where nothing is there to heat with, or films wait by the sheet */
  warmed: ((until: number) => readonly Act[]) | null;
  /** planned start and end of "lot:step", and who; ms since 1970 */
  planned: ReadonlyMap<string, { start: number; end: number; worker: string }>;
  /** the plan that people last knew, where another one is kept now */
  known: ReadonlyMap<string, { start: number; end: number }>;
  /** air of the place by the hour from now on */
  air: readonly Hour[];
  /** next coats, soonest first: when, with what */
  coats: readonly { at: number; product: Product }[];
  /** ms since 1970; the first working minute to come, and the end of that day */
  now: number;
  opens: number;
  closes: number;
}

/** An act that a note speaks of. */
export interface Of {
  lot: string;
  step: Step;
}

export type Note =
  /** a film is not ready when the crew comes, or when its step is planned */
  | ({
      kind: 'film';
      ready: number;
      /** when it is wanted */
      wanted: number;
      /** coldest hour until then; null where films wait by the sheet */
      coldest: Hour | null;
      /** keeping the place warm until a moment, and when it would be ready then; null where it would gain little */
      warm: { until: number; ready: number; inTime: boolean } | null;
    } & Of)
  /** a window closes by the end of the next working day */
  | ({ kind: 'window'; closes: number; planned: number | null } & Of)
  /** it was to be done by now and is not */
  | ({ kind: 'late'; was: number; now: number | null } & Of)
  /** what is laid next must not stand in the cold */
  | { kind: 'cold paint'; product: Product; at: number; coldest: Hour; frost: boolean };

const key = (of: Of): string => `${of.lot}:${of.step.key}`;
const fromOf = (acts: readonly Act[], of: Of): number | null => {
  const act = acts.find((a) => key(a) === key(of));
  return act?.status === 'waiting' ? act.from : act ? 0 : null;
};

/** Coldest of some hours until a moment; null where none is known. */
function coldest(air: readonly Hour[], until: number): Hour | null {
  return air.reduce<Hour | null>(
    (least, hour) => (hour.at < until && (!least || hour.celsius < least.celsius) ? hour : least),
    null,
  );
}

/**
 * The shortest stretch of warmth, in whole hours, that makes a film ready in time; all the time until the crew comes where none does and
 * it gains enough. The longer it is warm the sooner the film is ready, so that halving finds it.
 */
function warmth(
  { now, opens }: Looked,
  warmed: (until: number) => number | null,
  ready: number,
  wanted: number,
): { until: number; ready: number; inTime: boolean } | null {
  const first = Math.ceil(now / HOUR) * HOUR;
  const hours = Math.ceil((opens - first) / HOUR);
  const end = (k: number): number => Math.min(first + k * HOUR, opens);
  const at = (k: number): number => Math.max(now, warmed(end(k)) ?? Infinity);
  if (hours < 1) return null;
  const best = at(hours);
  if (best > wanted) return ready - best >= WORTH ? { until: end(hours), ready: best, inTime: false } : null;
  let [low, high] = [1, hours];
  while (low < high) {
    const mid = (low + high) >> 1;
    if (at(mid) <= wanted) high = mid;
    else low = mid + 1;
  }
  return { until: end(low), ready: at(low), inTime: true };
}

/** @returns what is to be said of one job, the gravest first: windows, what is late, films, paint */
export function eveningLook(looked: Looked): Note[] {
  const { acts, planned, known, air, coats, now, opens, closes } = looked;
  const kept = new Map<number, readonly Act[]>();
  /** each stretch of warmth is worked out once for all films */
  const warmed =
    looked.warmed &&
    ((until: number): readonly Act[] => {
      const found = kept.get(until) ?? looked.warmed?.(until) ?? [];
      kept.set(until, found);
      return found;
    });
  const windows: Note[] = acts.flatMap((act): Note[] => {
    if (act.status === 'running' || act.closes === null || act.closes <= now || act.closes > closes)
      return [];
    const of = { lot: act.lot, step: act.step };
    return [{ kind: 'window', ...of, closes: act.closes, planned: planned.get(key(of))?.start ?? null }];
  });
  const late: Note[] = acts.flatMap((act): Note[] => {
    const of = { lot: act.lot, step: act.step };
    const was = known.get(key(of));
    if (!was || was.end > now || act.status === 'running') return [];
    const then = planned.get(key(of));
    return [{ kind: 'late', ...of, was: was.start, now: then && then.start > now ? then.start : null }];
  });
  const films: Note[] = acts.flatMap((act): Note[] => {
    if (act.status !== 'waiting') return [];
    const of = { lot: act.lot, step: act.step };
    const plan = planned.get(key(of))?.start;
    // Wanted when it is planned; where that follows the film already, when the crew comes.
    const wanted = plan !== undefined && plan > opens && plan < act.from ? plan : opens;
    if (act.from <= wanted || act.from > closes) return [];
    const night = air.length ? coldest(air, act.from) : null;
    return [
      {
        ...{ kind: 'film', ...of, ready: act.from, wanted, coldest: night },
        warm: warmed && warmth(looked, (until) => fromOf(warmed(until), of), act.from, wanted),
      },
    ];
  });
  const seen = new Set<string>();
  const paint: Note[] = coats.flatMap(({ at, product }): Note[] => {
    if (at > closes || seen.has(product.key)) return [];
    seen.add(product.key);
    const night = coldest(air, Math.max(opens, now + 1));
    if (!night) return [];
    const frost = product.base === 'water' && night.celsius < FROST;
    return frost || night.celsius < product.limits.minC - WARMS
      ? [{ kind: 'cold paint', product, at, coldest: night, frost }]
      : [];
  });
  return [...windows, ...late, ...films, ...paint];
}
