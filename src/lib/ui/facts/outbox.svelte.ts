/**
 * Facts made on this device. Each is stored here before it counts, shown as not sent until the server has it, sent in order
 * when it can be, and stored there once however often it is sent. Nothing is dropped: what the server will not take stays
 * in sight with its reason.
 */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Fact } from '$core/bench/state/events';
import { clockSchema, readAnswer, readKept, readSkew, type Answer, type Kept, type KeptPhoto } from './kept';

export type { Kept, KeptPhoto };

interface Schema extends DBSchema {
  facts: { key: number; value: Omit<Kept, 'n'> & { n?: number }; indexes: { job: string } };
  photos: { key: string; value: KeptPhoto; indexes: { job: string } };
}

/** Facts to a batch. */
const BATCH = 50;
/** What may go on being sent when its page is left: browsers refuse more than 64 KiB (Fetch Standard). */
const OUTLIVES = 30_000;
/** Sent facts are kept so many days: an older copy of a page may not know them. */
const KEEP_DAYS = 14;
/** Between two tries, ms: after the first that failed, and at most. */
const RETRY = 4000;
const RETRY_AT_MOST = 60_000;
const PATIENCE = 8000;
/** What takes longer to send is shown as not sent yet, ms. */
const SLOW = 1500;
/** How long the server's clock is waited for, ms. */
const SHORT = 1500;
const LONG = 10_000;
const SKEW = 'anthem-clock';

let opened: Promise<IDBPDatabase<Schema>> | null = null;
const database = (): Promise<IDBPDatabase<Schema>> =>
  (opened ??= openDB<Schema>('anthem', 2, {
    upgrade: (db, had) => {
      if (had < 1)
        db.createObjectStore('facts', { keyPath: 'n', autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('photos', { keyPath: 'id' }).createIndex('job', 'job');
    },
  }));

/** Jobs of which the device keeps something that the server does not have. */
export async function jobsKept(): Promise<string[]> {
  const db = await database();
  const facts = (await db.getAll('facts')).filter((k) => k.state !== 'sent');
  return [...new Set([...facts, ...(await db.getAll('photos'))].map((k) => k.job))];
}

/** Why something is not sent yet, in words. */
function whyNot({ status, error }: Answer): string {
  const own = error ? `: ${error}` : '.';
  if (status < 400)
    return 'Something between this device and the server answers in its place, such as the sign-in page of a network.';
  if (status === 401 || status === 403) return `The server does not let this device in (${status})${own}`;
  if (status === 404) return `The server does not know this job (404)${own}`;
  if (status === 413) return `It is larger than the way to the server allows (413)${own}`;
  if (status === 500) return `The server broke on it (500)${own}`;
  return `The server cannot take it now (${status})${own}`;
}

/** What the server refuses by a rule stays refused until somebody changes it; everything else is tried again. */
const isRefused = ({ status, error }: Answer): boolean =>
  error !== null && (status === 409 || status === 422 || status === 410);
/** What is wrong with the one thing that was sent, and not with the way there. */
const isItsOwn = ({ status }: Answer): boolean => status === 500 || status === 413 || status === 400;

/** What is said when the device's clock is that far from the server's, ms. */
export const SKEWED = 120_000;

export class Outbox {
  kept: Kept[] = $state.raw([]);
  photos: KeptPhoto[] = $state.raw([]);
  /** the server did not answer, and what waited then has not all been sent since */
  away = $state(false);
  /** why the server did not take what was sent last; empty where it did, or did not answer */
  why = $state('');
  /** it has been sending for longer than a page takes as a rule */
  slow = $state(false);
  /** server's clock less the device's, ms */
  skew = $state(0);
  /** a demo's clock that is stopped */
  private stoppedAt: number | null = $state(null);
  private sending: Promise<void> | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** tries that failed one after another */
  private failed = 0;

  constructor(
    readonly job: string,
    /** called when the server has everything that was waiting */
    private readonly emptied: () => void = () => undefined,
  ) {}

  /** a demo's clock does not go on */
  get stopped(): boolean {
    return this.stoppedAt !== null;
  }
  get facts(): Fact[] {
    return this.kept.flatMap((k) => (k.state === 'refused' ? [] : [k.fact]));
  }
  get waiting(): Kept[] {
    return this.kept.filter((k) => k.state === 'waiting');
  }
  get refused(): Kept[] {
    return this.kept.filter((k) => k.state === 'refused');
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
  now = (): number => this.stoppedAt ?? Date.now() + this.skew;

  /**
   * Reads what the device kept, and begins to send.
   * @param pageNow the server's clock as the page has it; an older page was kept for when there is no signal
   */
  async open(pageNow?: number): Promise<void> {
    const known = readSkew(localStorage.getItem(SKEW));
    this.skew = known.skew ?? (pageNow === undefined ? 0 : pageNow - Date.now());
    this.stoppedAt = known.stoppedAt === null ? null : Math.max(known.stoppedAt, pageNow ?? 0);
    await this.read();
    const read = this.readClock().then(() => void this.flush());
    // A clock that was compared before and goes on is good enough for a tap meanwhile.
    if (known.skew === undefined || this.stopped) await read;
  }

  close(): void {
    clearTimeout(this.timer);
  }

  private async read(): Promise<void> {
    const db = await database();
    const old = Date.now() - KEEP_DAYS * 86_400_000;
    const stored: unknown[] = await db.getAllFromIndex('facts', 'job', this.job);
    const all = stored.flatMap((record) => readKept(record) ?? []);
    const past = (k: Kept): boolean => k.state === 'sent' && k.keptAt < old;
    for (const k of all) if (past(k)) await db.delete('facts', k.n);
    this.kept = all.filter((k) => !past(k));
    const photos = await db.getAllFromIndex('photos', 'job', this.job);
    // A picture that is shown stays the same object.
    this.photos = photos.map((p) => this.photos.find((x) => x.id === p.id && x.why === p.why) ?? p);
  }

  /** Asks the server's clock; without an answer the last difference is used. */
  async readClock(): Promise<void> {
    if (!navigator.onLine) {
      this.away = true;
      return;
    }
    try {
      const from = Date.now();
      // A clock that goes on is known well enough; one that is stopped may have been set.
      const signal = AbortSignal.timeout(this.stopped ? LONG : SHORT);
      const answer = await fetch('/api/clock', { cache: 'no-store', signal });
      const { now, running } = clockSchema.parse(await answer.json());
      this.skew = Math.round(now - (from + Date.now()) / 2);
      this.stoppedAt = running ? null : now;
      localStorage.setItem(SKEW, JSON.stringify({ skew: this.skew, stoppedAt: this.stoppedAt }));
      if (!this.unsent) this.away = false;
    } catch {
      this.away = true;
    }
  }

  /** Stores a fact on the device, with the photo that it came with; it counts from then on. */
  async add(fact: Fact, photo?: KeptPhoto): Promise<void> {
    const db = await database();
    const entry = {
      job: this.job,
      keptAt: Date.now(),
      fact,
      state: 'waiting' as const,
      why: '',
    };
    const tx = db.transaction(['facts', 'photos'], 'readwrite', { durability: 'strict' });
    const adding = tx.objectStore('facts').add(entry);
    if (photo) void tx.objectStore('photos').add(photo);
    // Committed at once: a page that is left this moment loses nothing.
    tx.commit();
    const n = await adding;
    await tx.done;
    const kept = { ...entry, n };
    this.kept = [...this.kept, kept];
    if (photo) this.photos = [...this.photos, photo];
    await this.sendAWhile();
  }

  /** Stores a photo on the device. */
  async addPhoto(photo: KeptPhoto): Promise<void> {
    await (await database()).add('photos', photo);
    this.photos = [...this.photos, photo];
    await this.sendAWhile();
  }

  private async sendAWhile(): Promise<void> {
    await Promise.race([this.flush(), new Promise((done) => setTimeout(done, this.away ? 0 : PATIENCE))]);
  }

  /** Takes a photo that the server refused off the device. */
  async discardPhoto(id: string): Promise<void> {
    await (await database()).delete('photos', id);
    this.photos = this.photos.filter((p) => p.id !== id);
  }

  /** Takes a fact that the server refused off the device, with its photos. */
  async discard(n: number): Promise<void> {
    await (await database()).delete('facts', n);
    const fact = this.kept.find((k) => k.n === n)?.fact.id;
    this.kept = this.kept.filter((k) => k.n !== n);
    for (const photo of this.photos) if (photo.of === fact) await this.discardPhoto(photo.id);
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
    let sent = false;
    /** what the server broke on this time, and what rests on it: the others go on */
    const aside = new Set<string>();
    const restsOn = (fact: Fact): boolean => {
      const body = JSON.stringify(fact.body);
      return [...aside].some((id) => body.includes(id));
    };
    // Another tab may have sent some.
    await this.read();
    for (;;) {
      // Facts first: a photo goes when the fact that it shows is known, and waits with one that was not taken.
      const facts = this.waiting.filter((k) => !aside.has(k.fact.id) && !restsOn(k.fact)).slice(0, BATCH);
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

  /** Tries again after a while, longer each time that nothing is taken. */
  private again(sent: boolean): void {
    this.failed = sent ? 0 : this.failed + 1;
    const wait = Math.min(RETRY_AT_MOST, RETRY * 2 ** Math.max(0, this.failed - 1));
    this.timer = setTimeout(() => void this.flush(), wait);
    if (sent) this.emptied();
  }

  /** @returns null where nothing answers */
  private async ask(what: string, init: RequestInit): Promise<Answer | null> {
    const response = await fetch(`/api/jobs/${this.job}/${what}`, init).catch(() => null);
    if (response) {
      const answer = await readAnswer(response);
      this.why = answer.stored.length || isRefused(answer) ? '' : whyNot(answer);
      // The server itself speaks, whatever it says.
      if (!this.why || answer.error !== null) this.away = false;
      return answer;
    }
    this.why = '';
    this.away = true;
    return null;
  }

  /** @returns `later` where the server cannot be reached or takes nothing now */
  private async sendPhoto(
    { id, piece, of, picture }: KeptPhoto,
    aside: Set<string>,
  ): Promise<'sent' | 'not' | 'later'> {
    const query = new URLSearchParams({ id, piece, of: of ?? '' });
    const answer = await this.ask(`photos?${query}`, { method: 'PUT', body: picture });
    if (!answer) return 'later';
    if (answer.stored.includes(id)) {
      await this.discardPhoto(id);
      return 'sent';
    }
    if (isItsOwn(answer) || answer.status === 404) {
      aside.add(id);
      return 'not';
    }
    if (!isRefused(answer)) return 'later';
    const why = answer.error ?? '';
    const refused = this.photos.flatMap((p) => (p.id === id ? [{ ...p, why }] : []));
    for (const photo of refused) await (await database()).put('photos', photo);
    this.photos = this.photos.map((p) => refused.find((x) => x.id === p.id) ?? p);
    return 'not';
  }

  /**
   * @param aside takes the ids of facts that the server breaks on
   * @returns `later` where the server cannot be reached or takes nothing now
   */
  private async send(batch: readonly Kept[], aside: Set<string>): Promise<'sent' | 'not' | 'later'> {
    const body = JSON.stringify({ facts: batch.map((k) => k.fact) });
    const answer = await this.ask('facts', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
      keepalive: body.length < OUTLIVES,
    });
    if (!answer) return 'later';
    const stored = batch.filter((k) => answer.stored.includes(k.fact.id));
    if (stored.length) {
      await this.mark(stored, { state: 'sent', why: '' });
      return 'sent';
    }
    if (!isRefused(answer) && !isItsOwn(answer)) return 'later';
    if (batch.length > 1) {
      // One of them is at fault: the others go on their own.
      let sent = false;
      for (const one of batch) {
        const how = await this.send([one], aside);
        if (how === 'later') return 'later';
        sent ||= how === 'sent';
      }
      return sent ? 'sent' : 'not';
    }
    if (isRefused(answer)) {
      const why = answer.error ?? '';
      await this.mark(batch, { state: 'refused', why, refusals: answer.refusals });
      return 'not';
    }
    for (const k of batch) aside.add(k.fact.id);
    await this.mark(batch, { why: whyNot(answer) });
    return 'not';
  }

  private async mark(batch: readonly Kept[], change: Partial<Kept>): Promise<void> {
    const db = await database();
    const changed = new Map(batch.map((k) => [k.n, { ...k, ...change }]));
    const tx = db.transaction('facts', 'readwrite');
    for (const k of changed.values()) await tx.store.put(k);
    await tx.done;
    this.kept = this.kept.map((k) => changed.get(k.n) ?? k);
  }
}
