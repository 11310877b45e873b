/** Slows down who guesses links, and bounds how often a link or an address is used. Kept in memory: a restart forgives. */

/** Wrong links in so long count together, ms. Our choice. */
const WINDOW = 10 * 60_000;
/** A wrong link waits so long before it is answered, doubling, to a most, ms. Our choice. */
const FIRST = 250;
const MOST = 8000;
/** Pages through one link, or from one address, in a minute. Our choice. */
const PER_MINUTE = 120;
/** Addresses that are remembered at most. */
const REMEMBERED = 5000;

interface Count {
  n: number;
  since: number;
}

export class SlowDown {
  readonly #wrong = new Map<string, Count>();
  readonly #used = new Map<string, Count>();

  #add(counts: Map<string, Count>, key: string, now: number, window: number): number {
    const had = counts.get(key);
    const next = had && now - had.since < window ? { n: had.n + 1, since: had.since } : { n: 1, since: now };
    counts.delete(key);
    counts.set(key, next);
    for (const old of counts.keys()) if (counts.size > REMEMBERED) counts.delete(old);
    return next.n;
  }

  /** A wrong link from an address. @returns how long its answer is held back, ms */
  wrong(address: string, now: number): number {
    const n = this.#add(this.#wrong, address, now, WINDOW);
    return Math.min(MOST, FIRST * 2 ** (n - 1));
  }

  /** @returns whether a page through a link, or from an address, is one too many */
  isTooMany(key: string, now: number): boolean {
    return this.#add(this.#used, key, now, 60_000) > PER_MINUTE;
  }
}
