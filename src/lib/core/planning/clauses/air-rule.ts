/** A wait that depends on when a film was laid: the next operation starts no sooner than the air of its end allows. */
import { other, type Engine, type Explainer, type Literals, type Propagator } from './engine';

const AHEAD = 0;
const BACK = 1;

export class AirRule implements Propagator, Explainer {
  readonly priority = 0;
  isQueued = false;

  /** @param allowed the earliest start by the end before it; never falling */
  constructor(
    private readonly e: Engine,
    private readonly end: number,
    private readonly start: number,
    private readonly allowed: (end: number) => number,
    private readonly horizon: number,
  ) {
    e.listen(end, this, 0);
    e.listen(other(start), this, 0);
  }

  /** The latest end that allows a start at `start`; −1 where none does. */
  private latestEnd(start: number): number {
    let [low, high] = [-1, this.horizon];
    while (low < high) {
      const mid = (low + high + 1) >> 1;
      if (this.allowed(mid) <= start) low = mid;
      else high = mid - 1;
    }
    return low;
  }

  propagate(): boolean {
    const { e, end, start } = this;
    if (!e.raise(start, Math.ceil(this.allowed(e.least(end))), this, AHEAD)) return false;
    const until = e.most(start);
    if (this.allowed(e.most(end)) <= until) return true;
    return e.raise(other(end), -this.latestEnd(until), this, BACK);
  }

  explain(what: number, _side: number, value: number, _event: number, into: Literals): void {
    if (what === AHEAD) into.push(this.end, this.latestEnd(value - 1) + 1);
    // It ends by then, as what follows starts sooner than a later end would allow.
    else into.push(other(this.start), 1 - Math.ceil(this.allowed(1 - value)));
  }
}
