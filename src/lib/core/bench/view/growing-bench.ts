/** A bench that facts are added to one after another: only what is new is folded. */
import { once } from '../../units/keep-last';
import { foldOn, lastToHappen } from '../log/fold';
import type { Fact } from '../log/events';
import type { JobState } from '../state/state';
import { openBench, type Bench, type BenchPack } from './bench-job';

/** Which facts a list has. */
export const factIds = once((facts: readonly Fact[]): ReadonlySet<string> => new Set(facts.map((f) => f.id)));

export class GrowingBench {
  #last: { pack: BenchPack; more: readonly Fact[]; bench: Bench; latest: Fact | undefined } | null = null;

  /**
   * The bench of a pack with facts that the server may not have yet. Where the last one was of the same pack and fewer of the
   * same facts, it goes on from there.
   */
  open(pack: BenchPack, more: readonly Fact[]): Bench {
    const bench = this.#grown(pack, more);
    if (bench) return bench;
    const fresh = openBench(pack, more);
    this.#last = { pack, more, bench: fresh, latest: lastToHappen(fresh.facts) };
    return fresh;
  }

  #grown(pack: BenchPack, more: readonly Fact[]): Bench | null {
    const last = this.#last;
    if (!last || last.pack !== pack || more.length < last.more.length) return null;
    const n = last.more.length;
    if (n && (last.more[0] !== more[0] || last.more[n - 1] !== more[n - 1])) return null;
    const state: JobState = { ...last.bench.state };
    let { latest } = last;
    const had = factIds(pack.facts);
    const news = more.slice(n).filter((f) => !had.has(f.id));
    for (const fact of news) {
      if (!foldOn(state, latest, fact)) return null;
      latest = fact;
    }
    const bench = openBench(pack, more, state);
    this.#last = { pack, more, bench, latest };
    return bench;
  }
}
