/** Work runs through open hours: when it starts tells when it ends, by who does it and how long the place is changed over. */
import { other, type Engine, type Explainer, type Literals, type Propagator } from './engine';
import { NEVER } from '../model/earliest';
import type { OpenTime } from './open-time';

/** Hours in which an operation may be done, and the sides that say that one of these people does it; none: nobody else could. */
export interface Way {
  open: OpenTime;
  people: number[];
}

export interface Run {
  start: number;
  end: number;
  /** minutes of work, the changeover left out */
  minutes: number;
  /** the number of changeover minutes; −1 where there are none */
  setup: number;
  ways: Way[];
}

const ROUNDED = 0;
const AHEAD = 1;
const BEHIND = 2;
const ROUNDED_BACK = 3;
const AT_LATEST = 4;
const PUSHED = 5;

export class RunRule implements Propagator, Explainer {
  readonly priority = 0;
  isQueued = false;

  constructor(
    private readonly e: Engine,
    private readonly run: Run,
  ) {
    const { start, end, setup, ways } = run;
    for (const p of [start, end, ...(setup < 0 ? [] : [setup])])
      for (const s of [p, other(p)]) e.listen(s, this, 0);
    if (ways.length > 1) for (const w of ways.flatMap((x) => x.people)) e.listen(other(w), this, 0);
  }

  /** Whether somebody with these hours may do it, before an event. */
  private may(w: Way, event = -1): boolean {
    if (this.run.ways.length < 2) return true;
    return w.people.some((p) => (event < 0 ? this.e.most(p) > 0 : this.e.boundAt(other(p), event) < 0));
  }

  propagate(): boolean {
    const { e } = this;
    const { start, end, minutes, setup, ways } = this.run;
    const least = minutes + (setup < 0 ? 0 : e.least(setup));
    const most = minutes + (setup < 0 ? 0 : e.most(setup));
    let [from, first, behind, last, latest, pushed] = [NEVER, NEVER, -1, -1, -1, NEVER];
    const s = e.least(start);
    for (const w of ways) {
      if (!this.may(w)) continue;
      from = Math.min(from, w.open.startFrom(s, least));
      first = Math.min(first, w.open.endFrom(s, least));
      behind = Math.max(behind, w.open.startToEndBy(e.most(end), least));
    }
    if (!e.raise(start, from, this, ROUNDED)) return false;
    if (!e.raise(end, first, this, AHEAD)) return false;
    if (!e.raise(other(start), -behind, this, BEHIND)) return false;
    for (const w of ways) if (this.may(w)) last = Math.max(last, w.open.startUntil(e.most(start), least));
    if (!e.raise(other(start), -last, this, ROUNDED_BACK)) return false;
    for (const w of ways) {
      if (!this.may(w)) continue;
      latest = Math.max(latest, w.open.endFrom(e.most(start), most));
      pushed = Math.min(pushed, w.open.leastToEndFrom(e.least(end), most));
    }
    if (!e.raise(other(end), -latest, this, AT_LATEST)) return false;
    if (!e.raise(start, pushed, this, PUSHED)) return false;
    if (ways.length > 1)
      for (const w of ways) {
        if (!this.may(w)) continue;
        const [t, u] = [e.most(end), e.most(start)];
        const isLate = w.open.endFrom(e.least(start), least) > t;
        if (!isLate && w.open.startFrom(e.least(start), least) <= u) continue;
        const why: Literals = isLate
          ? [other(end), -t, start, w.open.leastToEndFrom(t + 1, least)]
          : [other(start), -u, start, w.open.startUntil(u, least) + 1];
        if (setup >= 0) why.push(setup, e.least(setup));
        for (const p of w.people) if (e.most(p) > 0 && !e.raise(other(p), 0, why)) return false;
      }
    return true;
  }

  explain(what: number, side: number, value: number, event: number, into: Literals): void {
    const { e } = this;
    const { start, end, minutes, setup, ways } = this.run;
    const added = setup < 0 ? 0 : e.boundAt(setup, event);
    const least = minutes + added;
    const most = minutes + (setup < 0 ? 0 : -e.boundAt(other(setup), event));
    const isLong = what !== AT_LATEST && what !== PUSHED;
    if (setup >= 0) into.push(...(isLong ? [setup, added] : [other(setup), minutes - most]));
    /** what each of the ways asks of the side that it follows from; the highest is needed */
    const asked = (w: Way): number => {
      switch (what) {
        case ROUNDED:
          return w.open.startUntil(value - 1, least) + 1;
        case AHEAD:
          return w.open.leastToEndFrom(value, least);
        case BEHIND:
          return 1 - w.open.endFrom(-value + 1, least);
        case ROUNDED_BACK:
          return 1 - w.open.startFrom(-value + 1, least);
        case AT_LATEST:
          return 1 - w.open.leastToEndFrom(-value + 1, most);
        default:
          return w.open.endFrom(value - 1, most) + 1;
      }
    };
    const from =
      what === BEHIND
        ? other(end)
        : what === PUSHED
          ? end
          : side === start || side === end
            ? start
            : other(start);
    let need = -NEVER;
    for (const w of ways) if (this.may(w, event)) need = Math.max(need, asked(w));
    into.push(from, need);
    if (ways.length > 1)
      for (const w of ways)
        if (!this.may(w, event) && asked(w) > need) for (const p of w.people) into.push(other(p), 0);
  }
}
