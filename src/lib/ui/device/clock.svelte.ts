/**
 * The server's clock as this device knows it: learnt from answers, carried on by a clock that nobody can set, and told with
 * how far it may be off. Times never run back, so that an end is never before its beginning.
 */
import { z } from 'zod';
import { readSmall, writeSmall } from './store';

/** What the server says of its clock. */
const clockSchema = z.object({ now: z.number(), running: z.boolean() });

const KEY = 'anthem-clock';
/** The latest time of the device's own clock that was seen, ms: what is before it was set back. */
const SEEN = 'anthem-clock-seen';
/** It is written down so often, ms. */
const SEEN_EVERY = 5_000;
const keptSchema = z.object({
  /** server's clock less the device's, ms */
  skew: z.number(),
  /** where a clock that does not go on was, ms since 1970 */
  stoppedAt: z.number().nullable().catch(null),
  /** when it was learnt, by the device's own clock */
  at: z.number().catch(0),
  /** how far it may be off either way, ms */
  doubt: z.number().nonnegative().catch(0),
});

/** How the clocks compared last, as this device keeps it; undefined for what is broken. */
function readKept(text: string) {
  try {
    return keptSchema.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
}

/** A device that never learnt the server's time may be off by any amount; so much is said, ms. */
export const UNKNOWN_DOUBT = 86_400_000;
/** From here on a time is said to be in doubt, ms. */
export const DOUBTFUL = 120_000;
/** What a clock gains or loses, as a share. Quartz: 20 to 100 parts in a million, from memory. */
const DRIFT = 1e-4;
/** A jump of the device's own clock that is no mistake of measuring, ms. */
const JUMP = 1500;
/** How long the server's clock is waited for, ms: as a rule, and where it stands and may have been set. */
const SHORT = 1500;
const LONG = 10_000;

export class DeviceClock {
  /** server's clock less the device's, ms */
  skew = $state(0);
  /** a demo's clock that is stopped */
  #stoppedAt: number | null = $state(null);
  /** The server's time, the clock that nobody can set, and the device's own, at one moment. */
  #base: { server: number; mono: number; wall: number; doubt: number } | null = null;
  /** the last time that was given */
  #last = 0;
  #seen = 0;

  get stopped(): boolean {
    return this.#stoppedAt !== null;
  }
  /** Whether the server's time was ever learnt. */
  get known(): boolean {
    return this.#base !== null;
  }

  /** Takes up what this device knew when it was used last. */
  restore(): void {
    const text = readSmall(KEY);
    if (this.#base || text === null) return;
    const kept = readKept(text);
    if (!kept) return;
    const wall = Date.now();
    this.#stoppedAt = kept.stoppedAt;
    this.skew = kept.skew;
    const seen = Math.max(kept.at, Number(readSmall(SEEN) ?? 0) || 0);
    // Time went on since, whatever the device says now: nobody knows by how much.
    const wasSetBack = wall < seen - JUMP;
    const from = wasSetBack ? seen : wall;
    const doubt = wasSetBack ? UNKNOWN_DOUBT : kept.doubt + Math.abs(wall - kept.at) * DRIFT;
    this.#base = { server: from + kept.skew, mono: performance.now(), wall, doubt };
  }

  /** Remembers how far the device's own clock has come. */
  #see(): void {
    const wall = Date.now();
    if (wall - this.#seen < SEEN_EVERY && wall >= this.#seen) return;
    this.#seen = wall;
    if (wall > (Number(readSmall(SEEN) ?? 0) || 0)) writeSmall(SEEN, String(wall));
  }

  /**
   * Takes the server's time from an answer.
   * @param asked when it was asked for, by `performance.now()`
   */
  learn(now: number, running: boolean, asked: number): void {
    const mono = performance.now();
    const doubt = (mono - asked) / 2;
    // A slow answer says less than what is known.
    if (running && this.#base && !this.stopped && doubt > this.doubt() + JUMP) return;
    const wall = Date.now();
    this.#stoppedAt = running ? null : now;
    this.#base = { server: now + doubt, mono, wall, doubt };
    this.#last = 0;
    this.skew = Math.round(now + doubt - wall);
    const kept = { skew: this.skew, stoppedAt: this.#stoppedAt, at: wall, doubt: Math.round(doubt) };
    writeSmall(KEY, JSON.stringify(kept));
    // From here on its own clock is known again.
    writeSmall(SEEN, String(wall));
    this.#seen = wall;
  }

  /**
   * Takes the time that the server wrote into this page; good as long as nothing better is known.
   * @param pageNow the server's clock
   * @param running whether it goes on
   */
  learnFromPage(pageNow: number, running: boolean): void {
    this.#stoppedAt = running ? null : pageNow;
    if (this.#base) return;
    const [page] = performance.getEntriesByType?.('navigation') ?? [];
    const came = page && 'responseStart' in page ? Number(page.responseStart) : 0;
    const wall = Date.now();
    const age = Math.max(0, performance.now() - came);
    this.#base = { server: pageNow + age, mono: performance.now(), wall, doubt: came };
    this.skew = Math.round(pageNow + age - wall);
  }

  /** Asks the server. @returns whether it answered */
  async ask(): Promise<boolean> {
    try {
      const asked = performance.now();
      // A clock that goes on is known well enough; one that is stopped may have been set.
      const signal = AbortSignal.timeout(this.stopped ? LONG : SHORT);
      const answer = await fetch('/api/clock', { cache: 'no-store', signal });
      const { now, running } = clockSchema.parse(await answer.json());
      this.learn(now, running, asked);
      return true;
    } catch {
      return false;
    }
  }

  /** How far the device's own clock jumped since the server's was learnt, ms; 0 where it did not. */
  #jumped(): number {
    if (!this.#base) return 0;
    const jump = Date.now() - this.#base.wall - (performance.now() - this.#base.mono);
    return Math.abs(jump) > JUMP ? jump : 0;
  }

  /** The server's time, ms since 1970. @param after a time that lies before it */
  now(after = 0): number {
    if (this.#stoppedAt !== null) return this.#stoppedAt;
    const base = this.#base;
    // A device that slept counts no time of its own; one that was set back does.
    const passed = base ? performance.now() - base.mono + Math.max(0, this.#jumped()) : 0;
    const now = Math.round(base ? base.server + passed : Date.now());
    this.#see();
    this.#last = Math.max(now, this.#last, after);
    return this.#last;
  }

  /** How far that may be off either way, ms. */
  doubt(): number {
    if (this.#stoppedAt !== null) return 0;
    if (!this.#base) return UNKNOWN_DOUBT;
    const passed = performance.now() - this.#base.mono;
    // Whether it slept or was set forward cannot be told.
    return Math.round(this.#base.doubt + passed * DRIFT + Math.max(0, this.#jumped()));
  }
}
