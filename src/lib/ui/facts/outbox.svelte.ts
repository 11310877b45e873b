/**
 * Facts made on this device. Each is stored here before it counts, shown as not sent until the server has it, sent in order
 * when it can be, and stored there once however often it is sent. Nothing is dropped: what the server will not take stays
 * in sight with its reason, and what it had stored and has no more is sent again.
 */
import type { Fact } from '$core/bench/log/events';
import { DeviceClock, DOUBTFUL } from '../device/clock.svelte';
import { askToPersist, deviceStore, faultOf, type StorageFault } from '../device/store';
import { steady } from '../device/given';
import { NO_ANSWER, send, type Answer } from '../device/answer';
import { readKept, type Kept, type KeptPhoto } from '../device/kept';
export type { Kept, KeptPhoto };

/** Facts to a batch: as many as take the server about so long, ms, and no fewer or more than this. */
const BATCH_TIME = 500;
const BATCH_LEAST = 10;
const BATCH_MOST = 100;
/** What may go on being sent when its page is left: browsers refuse more than 64 KiB (Fetch Standard). */
const OUTLIVES = 30_000;
/** Sent facts are kept so many days: a server that is set back to an older copy is given them again. */
const KEEP_DAYS = 14;
/** Between two tries, ms: after the first that failed, and at most. */
const RETRY = 4000;
const RETRY_AT_MOST = 60_000;
/** What takes longer to send is shown as not sent yet, ms. */
const SLOW = 1500;
/** So often it is looked what other tabs did, ms. */
const REREAD = 15_000;
/** How long an answer is waited for, ms: to facts, and to a photo. */
const FACTS_WAIT = 20_000;
const PHOTO_WAIT = 120_000;
/** A fact that goes off within this time of its tap, and with signal, is still before its painter's eyes, ms. */
const LIVE = 10_000;

/** Jobs of which the device keeps something that the server does not have. */
export async function jobsKept(): Promise<string[]> {
  const db = await deviceStore();
  const [waiting, refused, photos] = await Promise.all([
    db.getAllFromIndex('facts', 'state', 'waiting'),
    db.getAllFromIndex('facts', 'state', 'refused'),
    db.getAll('photos'),
  ]);
  return [...new Set([...waiting, ...refused, ...photos].map((k) => k.job))];
}

/** Whether the server stored something of this device since a moment, by the device's clock. */
export async function sentSince(ms: number): Promise<boolean> {
  const db = await deviceStore();
  return (await db.getAllFromIndex('facts', 'state', 'sent')).some((k) => (k.sentAt ?? 0) >= ms);
}

/** Facts that go on beside those that the server broke on: neither these nor what rests on them. */
function goOn(facts: readonly Kept[], aside: ReadonlySet<string>): Kept[] {
  if (!aside.size) return [...facts];
  return facts.filter(({ fact }) => {
    const body = JSON.stringify(fact.body);
    return !aside.has(fact.id) && ![...aside].some((id) => body.includes(id));
  });
}

export class Outbox {
  kept: Kept[] = $state.raw([]);
  /** those of them that count, in the order of recording; another list only where one came or went */
  facts: readonly Fact[] = $state.raw([]);
  photos: KeptPhoto[] = $state.raw([]);
  /** what the device keeps was read, or could not be: before that nobody knows what is not sent */
  looked = $state(false);
  /** the server did not answer, and what waited then has not all been sent since */
  away = $state(false);
  /** why the server did not take what was sent last; empty where it did, or did not answer */
  why = $state('');
  /** when it is tried again, ms since 1970 by the device's clock; null where nothing is planned */
  nextTry: number | null = $state(null);
  /** it has been sending for longer than a page takes as a rule */
  slow = $state(false);
  /** why this device keeps nothing; null where it does */
  storage: StorageFault | null = $state(null);
  readonly clock = new DeviceClock();
  private sending: Promise<void> | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** tries that failed one after another */
  private failed = 0;
  private batch = BATCH_MOST / 2;
  /** when the storage was read last, by `steady` */
  private readAt = 0;
  /** when facts of this page were kept, by `steady`, and whether the server answered then; by their ids */
  private readonly tapped = new Map<string, { at: number; online: boolean }>();
  private lastNumber = 0;

  constructor(
    readonly job: string,
    /** called when the server has everything that was waiting */
    private readonly emptied: () => void = () => undefined,
  ) {}

  /** a demo's clock does not go on */
  get stopped(): boolean {
    return this.clock.stopped;
  }
  get skew(): number {
    return this.clock.skew;
  }
  get waiting(): Kept[] {
    return this.kept.filter((k) => k.state === 'waiting');
  }
  get refused(): Kept[] {
    return this.kept.filter((k) => k.state === 'refused');
  }
  /** Facts that only this page holds: they are lost with it. */
  get heldByPage(): number {
    return this.kept.filter((k) => k.n < 0 && k.state !== 'sent').length;
  }
  /** Why what waits is not sent, in words; empty where nothing is known against it. */
  get reason(): string {
    return this.why || (this.waiting.find((k) => k.why)?.why ?? '');
  }
  /** What waits, in words, e.g. "3 and 1 photo"; empty where nothing does. */
  get unsent(): string {
    const facts = this.waiting.length;
    const photos = this.photos.filter((p) => !p.why).length;
    return [
      ...(facts ? [String(facts)] : []),
      ...(photos ? [photos === 1 ? '1 photo' : `${photos} photos`] : []),
    ].join(' and ');
  }
  /** How many facts and photos the server refused. */
  get notTaken(): number {
    return this.refused.length + this.photos.filter((p) => p.why).length;
  }
  /** The server's clock as this device knows it. */
  now = (): number => this.clock.now(this.facts.at(-1)?.at);
  /** How far a time of now may be off, ms; undefined where that is of no account. */
  doubt = (): number | undefined => {
    const doubt = this.clock.doubt();
    return doubt > DOUBTFUL ? doubt : undefined;
  };

  /**
   * Reads what the device kept, and begins to send.
   * @param page the server's clock as it wrote it into this page; nothing where the page is a kept one
   */
  async open(page?: { now: number; running: boolean }): Promise<void> {
    this.clock.restore();
    if (page) this.clock.learnFromPage(page.now, page.running);
    await this.store(() => this.read());
    this.looked = true;
    const read = this.readClock().then(() => void this.flush());
    // A clock that is known at all is good enough for a tap meanwhile.
    if (!this.clock.known) await read;
  }

  close(): void {
    clearTimeout(this.timer);
  }

  /** Does something with the storage of the device. @returns whether it could; `storage` says why not */
  private async store(act: () => Promise<void>): Promise<boolean> {
    try {
      await act();
      this.storage = null;
      return true;
    } catch (reason) {
      this.storage = faultOf(reason);
      return false;
    }
  }

  private setKept(kept: Kept[]): void {
    this.kept = kept;
    const facts = kept.flatMap((k) => (k.state === 'refused' ? [] : [k.fact]));
    if (facts.length !== this.facts.length || facts.some((f, i) => f !== this.facts[i])) this.facts = facts;
  }

  private async read(): Promise<void> {
    const db = await deviceStore();
    const old = Date.now() - KEEP_DAYS * 86_400_000;
    const stored: unknown[] = await db.getAllFromIndex('facts', 'job', this.job);
    // A fact that is known stays the same object.
    const known = new Map(this.kept.map((k) => [k.n, k]));
    const all = stored.flatMap((record) => {
      const { n, state, why } = record as Partial<Kept>;
      const had = known.get(n ?? NaN);
      if (had?.state === state && had?.why === why) return had ?? [];
      const read = readKept(record);
      return read ? { ...read, fact: had?.fact.at === read.fact.at ? had.fact : read.fact } : [];
    });
    this.readAt = steady();
    const past = (k: Kept): boolean => k.state === 'sent' && k.keptAt < old;
    for (const k of all) if (past(k)) await db.delete('facts', k.n);
    this.setKept([...all.filter((k) => !past(k)), ...this.kept.filter((k) => k.n < 0)]);
    const photos = await db.getAllFromIndex('photos', 'job', this.job);
    // A picture that is shown stays the same object.
    this.photos = photos.map((p) => this.photos.find((x) => x.id === p.id && x.why === p.why) ?? p);
  }

  /** Asks the server's clock; without an answer the last difference is used. */
  async readClock(): Promise<void> {
    if (!navigator.onLine || !(await this.clock.ask())) {
      this.away = true;
      return;
    }
    if (!this.unsent) this.away = false;
    await this.retime();
  }

  /** The server answered something else: there is signal. */
  heard(): void {
    if (!this.away) return;
    if (this.unsent) void this.flush();
    else this.away = false;
  }

  /** What was recorded in this page while its time was not known gets its time, now that it is. */
  private async retime(): Promise<void> {
    if ((this.doubt() ?? 0) > 0) return;
    const [now, here] = [this.clock.now(), steady()];
    for (const k of this.waiting) {
      const tapped = this.tapped.get(k.fact.id);
      if (k.fact.doubt === undefined || tapped === undefined) continue;
      const { doubt: _, ...fact } = k.fact;
      await this.mark([k], { fact: { ...fact, at: Math.round(now - (here - tapped.at)) } });
    }
  }

  /** A number that no other tab gives: the microsecond. What the storage did not take has it with a minus. */
  private nextNumber(): number {
    this.lastNumber = Math.max(Math.round(steady() * 1000), this.lastNumber + 1);
    return this.lastNumber;
  }

  /**
   * Stores a fact on the device, with the photo that it came with; it counts from then on. Where the device stores nothing,
   * this page holds it and sends it straight on.
   * @param under tag of the pack that it was recorded on
   */
  async add(fact: Fact, photo?: KeptPhoto, under?: string): Promise<void> {
    const entry = { job: this.job, keptAt: Date.now(), fact, under, state: 'waiting' as const, why: '' };
    const n = this.nextNumber();
    const storing = this.store(async () => {
      const db = await deviceStore();
      const tx = db.transaction(['facts', 'photos'], 'readwrite', { durability: 'strict' });
      void tx.objectStore('facts').add({ ...entry, n });
      if (photo) void tx.objectStore('photos').add(photo);
      // Committed at once: a page that is left this moment loses nothing.
      tx.commit();
      await tx.done;
    });
    // It is on its way to the storage: its painter sees it, and need not wait for the disk.
    this.tapped.set(fact.id, { at: steady(), online: !this.away && navigator.onLine });
    this.setKept([...this.kept, { ...entry, n }]);
    if (await storing) void askToPersist();
    else this.setKept(this.kept.map((k) => (k.n === n ? { ...k, n: -n } : k)));
    if (photo) this.photos = [...this.photos, photo];
    void this.flush();
  }

  /** Stores a photo on the device; where that cannot be, this page holds it. */
  async addPhoto(photo: KeptPhoto): Promise<void> {
    await this.store(async () => void (await (await deviceStore()).add('photos', photo)));
    this.photos = [...this.photos, photo];
    void this.flush();
  }

  /** Takes a photo that the server refused off the device. */
  async discardPhoto(id: string): Promise<void> {
    await this.store(async () => (await deviceStore()).delete('photos', id));
    this.photos = this.photos.filter((p) => p.id !== id);
  }

  /** Takes a fact that the server refused off the device, with its photos. */
  async discard(n: number): Promise<void> {
    if (n >= 0) await this.store(async () => (await deviceStore()).delete('facts', n));
    const fact = this.kept.find((k) => k.n === n)?.fact.id;
    this.setKept(this.kept.filter((k) => k.n !== n));
    for (const photo of this.photos) if (photo.of === fact) await this.discardPhoto(photo.id);
  }

  /** Sends a refused fact again as it was, but for what overrules the refusal or puts its time right. */
  async sendAgain(n: number, change: Partial<Pick<Fact, 'body' | 'at'>>): Promise<void> {
    const refused = this.kept.find((k) => k.n === n);
    if (!refused) return;
    const { doubt, ...fact } = refused.fact;
    const timed = change.at === undefined && doubt !== undefined ? { doubt } : {};
    await this.mark([refused], {
      fact: { ...fact, ...timed, ...change },
      state: 'waiting',
      why: '',
      refusals: undefined,
      field: null,
    });
    void this.flush();
  }

  /**
   * Compares with what the server has: a fact that it had stored and has no more is sent again.
   * @param has whether it has a fact
   * @param asked when that was asked for, by the device's clock
   */
  async compare(has: (id: string) => boolean, asked: number): Promise<void> {
    const lost = this.kept.filter((k) => k.state === 'sent' && (k.sentAt ?? 0) < asked && !has(k.fact.id));
    if (!lost.length) return;
    await this.mark(lost, {
      state: 'waiting',
      why: 'The server had it and has it no more: it is sent again.',
    });
    void this.flush();
  }

  /** Sends what waits, one tab at a time. */
  flush(): Promise<void> {
    if (this.sending) return this.sending;
    const slow = setTimeout(() => (this.slow = true), SLOW);
    // Plain HTTP has no locks: two tabs may then send the same fact, which is stored once all the same.
    const locks = navigator.locks as LockManager | undefined;
    this.sending = (
      locks ? locks.request(`anthem-outbox-${this.job}`, () => this.sendAll()) : this.sendAll()
    ).finally(() => {
      clearTimeout(slow);
      this.slow = false;
      this.sending = null;
      // What was kept while the last of them was sent.
      if (!this.away && !this.why && this.waiting.some((k) => !k.why)) void this.flush();
    });
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    clearTimeout(this.timer);
    this.nextTry = null;
    let sent = false;
    const aside = new Set<string>();
    // Another tab may have sent some; what is sent twice is stored once.
    if (steady() - this.readAt > REREAD) await this.store(() => this.read());
    for (;;) {
      // Facts first: a photo goes when the fact that it shows is known, and waits with one that was not taken.
      const facts = goOn(this.waiting, aside).slice(0, Math.round(this.batch));
      const photo = this.photos.find(
        (p) => !p.why && !aside.has(p.id) && !this.kept.some((k) => k.state !== 'sent' && k.fact.id === p.of),
      );
      if (!facts.length && !photo) break;
      const how = await (facts.length || !photo ? this.send(facts, aside) : this.sendPhoto(photo, aside));
      if (how === 'later') {
        this.again(sent);
        return;
      }
      sent ||= how === 'sent';
      // Whoever taps goes first.
      await new Promise((next) => setTimeout(next));
    }
    if (aside.size) {
      this.again(sent);
      return;
    }
    this.failed = 0;
    this.why = '';
    if (sent) {
      this.away = false;
      this.emptied();
    } else if (this.away) await this.readClock();
  }

  /** what the server asked for, ms; null where it asked for nothing */
  private pause: number | null = null;

  /** Tries again after a while, longer each time that nothing is taken. */
  private again(sent: boolean): void {
    this.failed = sent ? 0 : this.failed + 1;
    const own = Math.min(RETRY_AT_MOST, RETRY * 2 ** Math.max(0, this.failed - 1));
    const wait = Math.max(own, this.pause ?? 0);
    this.pause = null;
    this.nextTry = Date.now() + wait;
    this.timer = setTimeout(() => void this.flush(), wait);
    if (sent) this.emptied();
  }

  private async ask(what: string, init: RequestInit, wait: number): Promise<Answer> {
    const asked = performance.now();
    const answer = await send(`/api/jobs/${this.job}/${what}`, init, wait);
    const { is, clock } = answer;
    if (clock) this.clock.learn(clock.now, clock.running, asked);
    this.pause = answer.retryAfter;
    this.why = is === 'stored' || is === 'refused' ? '' : answer.why;
    // The server itself speaks, whatever it says.
    this.away = answer === NO_ANSWER || (this.away && is !== 'stored' && is !== 'refused' && is !== 'broken');
    return answer;
  }

  /** @returns `later` where the server cannot be reached or takes nothing now */
  private async sendPhoto(
    { id, piece, of, picture, note = '' }: KeptPhoto,
    aside: Set<string>,
  ): Promise<'sent' | 'not' | 'later'> {
    const query = new URLSearchParams({ id, piece: piece ?? '', of: of ?? '', note });
    const answer = await this.ask(`photos?${query}`, { method: 'PUT', body: picture }, PHOTO_WAIT);
    if (answer.stored.includes(id)) {
      await this.discardPhoto(id);
      return 'sent';
    }
    if (answer.is === 'broken') {
      aside.add(id);
      return 'not';
    }
    if (answer.is !== 'refused') return 'later';
    const refused = this.photos.flatMap((p) => (p.id === id ? [{ ...p, why: answer.why }] : []));
    await this.store(async () => {
      for (const photo of refused) await (await deviceStore()).put('photos', photo);
    });
    this.photos = this.photos.map((p) => refused.find((x) => x.id === p.id) ?? p);
    return 'not';
  }

  /** Facts of a batch whose painter still stands before the page. */
  private live(batch: readonly Kept[]): string[] {
    const from = steady() - LIVE;
    return batch.flatMap((k) => {
      const tap = this.tapped.get(k.fact.id);
      return tap?.online && tap.at > from ? [k.fact.id] : [];
    });
  }

  /**
   * @param aside takes the ids of facts that the server breaks on
   * @returns `later` where the server cannot be reached or takes nothing now
   */
  private async send(batch: readonly Kept[], aside: Set<string>): Promise<'sent' | 'not' | 'later'> {
    const under = Object.fromEntries(batch.flatMap((k) => (k.under ? [[k.fact.id, k.under]] : [])));
    const body = JSON.stringify({ facts: batch.map((k) => k.fact), live: this.live(batch), under });
    const asked = performance.now();
    const answer = await this.ask(
      'facts',
      {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
        keepalive: body.length < OUTLIVES,
      },
      FACTS_WAIT,
    );
    const stored = batch.filter((k) => answer.stored.includes(k.fact.id));
    if (stored.length) {
      const share = BATCH_TIME / Math.max(1, performance.now() - asked);
      this.batch = Math.min(
        BATCH_MOST,
        Math.max(BATCH_LEAST, this.batch * Math.min(2, Math.max(0.5, share))),
      );
      await this.mark(stored, { state: 'sent', sentAt: steady(), why: '' });
      return 'sent';
    }
    if (answer.is !== 'refused' && answer.is !== 'broken') return 'later';
    if (batch.length > 1) {
      // One of them is at fault: by halves it is found, and the others go on.
      let sent = false;
      const half = Math.ceil(batch.length / 2);
      for (const part of [batch.slice(0, half), batch.slice(half)]) {
        const rest = goOn(part, aside);
        const how = rest.length ? await this.send(rest, aside) : 'not';
        if (how === 'later') return 'later';
        sent ||= how === 'sent';
      }
      return sent ? 'sent' : 'not';
    }
    if (answer.is === 'refused') {
      const { why, refusals, field } = answer;
      await this.mark(batch, { state: 'refused', why, refusals, field });
      return 'not';
    }
    for (const k of batch) aside.add(k.fact.id);
    await this.mark(batch, { why: answer.why });
    return 'not';
  }

  private async mark(batch: readonly Kept[], change: Partial<Kept>): Promise<void> {
    // Its number may be another by now: the storage did not take it.
    const ids = new Set(batch.map((k) => k.fact.id));
    const now = this.kept.filter((k) => ids.has(k.fact.id));
    const changed = new Map(now.map((k) => [k.n, { ...k, ...change }]));
    this.setKept(this.kept.map((k) => changed.get(k.n) ?? k));
    await this.store(async () => {
      const tx = (await deviceStore()).transaction('facts', 'readwrite');
      for (const k of changed.values()) if (k.n >= 0) await tx.store.put(k);
      await tx.done;
    });
  }
}
