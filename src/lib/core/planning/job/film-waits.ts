/** How films make what follows them wait, in whole minutes of a plan. */
import { MINUTE } from '$core/units/durations';
import type { Requirement } from '$core/coating/route';
import { SHEET_WAITS, waitKey, type Waits } from '$core/coating/waits';
import type { AirWaits, Ready } from '../model/model';
import type { JobToPlan } from './job-to-plan';

/** When a film is ready, by the minute it was laid; asked once for each minute. */
function readyIn({ film, stage, wet }: Requirement, waits: Waits, t0: number): Ready {
  const asked = new Map<number, number>();
  return (end) => {
    const before = asked.get(end);
    if (before !== undefined) return before;
    const at =
      film && stage ? Math.ceil((waits.readyAt(film, stage, t0 + end * MINUTE, wet) - t0) / MINUTE) : end;
    asked.set(end, at);
    return at;
  };
}

/** When both are ready. */
export const latest = (one: Ready | undefined, other: Ready): Ready =>
  one === undefined || one === other ? other : (end) => Math.max(one(end), other(end));

/** The waits of the same links in other air. @param films what each link waits for */
export function waitsOfFilms(
  films: ReadonlyMap<string, readonly Requirement[]>,
  waits: Waits,
  t0: number,
): AirWaits {
  const known = new Map<string, Ready>();
  const readyOf = (need: Requirement): Ready => {
    const key = need.film && need.stage ? waitKey(need.film, need.stage, need.wet) : '';
    const ready = known.get(key) ?? readyIn(need, waits, t0);
    known.set(key, ready);
    return ready;
  };
  const both = (ready: Ready | undefined, need: Requirement): Ready => latest(ready, readyOf(need));
  return new Map(
    [...films].flatMap(([link, needs]) => {
      const ready = needs.reduce<Ready | undefined>(both, undefined);
      return ready ? [[link, ready]] : [];
    }),
  );
}

/** How a film makes what follows it wait: minutes from the end of its coat. */
export function filmWaits({ t0 }: JobToPlan, waits: Waits = SHEET_WAITS) {
  const known = new Map<string, { least: number; ready: Ready }>();
  return (need: Requirement): { least: number; ready: Ready } | null => {
    const { film, stage, wet } = need;
    if (waits.by === 'sheet' || !film || !stage) return null;
    const key = waitKey(film, stage, wet);
    const found = known.get(key);
    if (found) return found;
    const made = {
      least: Math.floor(waits.leastMinutes(film, stage, wet, t0)),
      ready: readyIn(need, waits, t0),
    };
    known.set(key, made);
    return made;
  };
}
