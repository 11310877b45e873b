/** A job on a device: facts are judged and kept here, and sent when there is signal. */
import { SvelteSet } from 'svelte/reactivity';
import { v7 as newId } from 'uuid';
import { KNEW_NOTHING } from '$core/bench/log/apart';
import { overridesOf, type Override } from '$core/bench/state/overrides';
import { bodyFromForm, happenedAt, happenedBy, sentFields } from '$core/bench/log/fact-form';
import { judge } from '$core/bench/log/judge';
import { sayRefusals } from '$core/bench/guard/refusal';
import { bodySchema, type Fact } from '$core/bench/log/events';
import { piecesIn } from '$core/bench/log/named';
import type { Bench } from '$core/bench/view/bench-job';
import { disagreements, type Disagreement } from '$core/bench/view/disagreements';
import { factIds, GrowingBench } from '$core/bench/view/growing-bench';
import { firstFault } from '$core/units/first-fault';
import type { Stopped } from '$server/fact-action';
import { steady } from '../device/given';
import type { Field } from '../device/field';
import { STORAGE_WORDS } from '../device/store';
import type { Kept } from '../device/kept';
import { Outbox } from '../facts/outbox.svelte';
import { refresh } from '../shell/refresh';
import { shrinkPhoto } from '../survey/shrink-photo';

/** What a page is given of its job and its device. */
export interface FieldData {
  field: Field;
  /** who uses the device */
  worker: { id: string } | null;
  device: string;
  /** whether the server's clock goes on: a demo's may stand */
  running: boolean;
}

/** How often the clock of the page is read, ms. */
const PACE = 15_000;
/** Records that disagree are looked for when nobody has tapped for so long, ms. */
const CALM = 400;

export class FieldDevice {
  readonly outbox: Outbox;
  readonly #data: () => FieldData;
  /** by the server's clock; the pack's own until the device knows it */
  #clock: number | null = $state(null);
  #opened: Promise<void> | undefined;
  /** whether the pages of this job were left */
  #left = false;
  /** ids of facts whose answer this page waits for */
  readonly #asked = new SvelteSet<string>();
  readonly #growing = new GrowingBench();
  /** what stopped the last fact */
  stopped: Stopped | null = $state(null);
  /** records that cannot all be, as far as this device knows */
  disagreeing: Disagreement[] = $state.raw([]);
  #asking: ReturnType<typeof setTimeout> | undefined;

  /** @param data as it is now: pages are given newer data */
  constructor(data: () => FieldData) {
    this.#data = data;
    this.outbox = new Outbox(data().field.pack.job.id, () => void refresh());
  }

  readonly bench: Bench = $derived.by(() => this.#growing.open(this.#data().field.pack, this.outbox.facts));
  /** ms since 1970 */
  readonly now: number = $derived.by(() => this.#clock ?? this.#data().field.pack.now);
  /** Pictures that the server does not have yet, each shown from the device. */
  readonly photos = $derived.by(() =>
    this.outbox.photos.map(({ piece, of, picture }) => {
      const known = this.#addresses.get(picture) ?? URL.createObjectURL(picture);
      this.#addresses.set(picture, known);
      return { small: known, whole: known, piece, of, note: 'not sent yet' };
    }),
  );
  readonly #addresses = new WeakMap<Blob, string>();

  /** From now on the device keeps, sends and follows the clock. @returns ends it */
  open(): () => void {
    const tick = () => {
      this.#clock = this.outbox.now();
      if (this.outbox.away) void this.outbox.readClock().then(() => this.outbox.flush());
    };
    const { field, running } = this.#data();
    this.#opened = this.outbox.open(field.kept ? undefined : { now: field.pack.now, running });
    void this.#opened.then(tick);
    const timer = setInterval(tick, PACE);
    const online = () => void this.outbox.readClock().then(() => this.outbox.flush());
    const offline = () => (this.outbox.away = true);
    // What only this page holds is lost with it.
    const leaving = (event: BeforeUnloadEvent) => {
      if (this.outbox.heldByPage) event.preventDefault();
    };
    window.addEventListener('online', online);
    window.addEventListener('offline', offline);
    window.addEventListener('beforeunload', leaving);
    this.#left = false;
    return () => {
      this.#left = true;
      clearInterval(timer);
      clearTimeout(this.#asking);
      this.outbox.close();
      window.removeEventListener('online', online);
      window.removeEventListener('offline', offline);
      window.removeEventListener('beforeunload', leaving);
    };
  }

  /** Compares what was sent with what the server has. Called whenever there is newer data. */
  compare(): void {
    const { pack, unreadable, askedAt, kept } = this.#data().field;
    if (kept) return;
    void this.#opened?.then(() => this.outbox.heard());
    const [has, dark] = [factIds(pack.facts), new Set(unreadable)];
    void this.#opened?.then(() =>
      this.outbox.compare((id) => has.has(id) || dark.has(id), Math.min(askedAt, steady())),
    );
  }

  /** Looks for records that disagree once nobody taps. */
  lookForDisagreements(): void {
    const { bench } = this;
    const { field } = this.#data();
    clearTimeout(this.#asking);
    this.#asking = setTimeout(() => {
      const { pack } = bench;
      this.disagreeing = disagreements(
        { ...bench, job: pack.job, plainRoute: pack.route, people: pack.people },
        field.guarded,
      );
    }, CALM);
  }

  #stop(message: string, sent: [string, string][], more: Partial<Stopped> = {}): false {
    this.stopped = { message, field: null, refusals: [], sent, ...more };
    return false;
  }

  /**
   * Keeps a fact where nothing forbids it.
   * @param sent the fields it came with, to be sent again with a reason
   * @param happened when it was, where that is not now, ms since 1970
   * @returns whether it was kept; `stopped` says why not
   */
  async keep(body: unknown, sent: [string, string][], picture?: Blob, happened?: number): Promise<boolean> {
    this.stopped = null;
    await this.#opened;
    const parsed = bodySchema.safeParse(body);
    if (!parsed.success) {
      const { message, path } = firstFault(parsed.error);
      return this.#stop(message || 'It is not complete.', sent, { field: path.at(-1) ?? null });
    }
    const { field, worker, device } = this.#data();
    const { pack } = field;
    // Ids of facts follow the order in which they are recorded.
    const id = newId();
    const doubt = this.outbox.doubt();
    const fact: Fact = {
      id,
      job: pack.job.id,
      at: happenedBy(this.outbox.now(), happened),
      worker: worker?.id ?? '',
      device,
      knew: pack.facts.at(-1)?.id ?? KNEW_NOTHING,
      ...(doubt === undefined ? {} : { doubt }),
      body: parsed.data,
    };
    const refusals = judge(this.bench.context, this.bench.facts, fact);
    if (refusals.length) return this.#stop(sayRefusals(refusals), sent, { refusals });
    const [piece = null] = piecesIn(fact.body);
    const photo = picture ? this.#photoOf(piece, id, picture) : undefined;
    await this.outbox.add(fact, photo, field.tag);
    const { pathname } = location;
    if (this.outbox.away) return true;
    this.#asked.add(id);
    void this.outbox
      .flush()
      .then(() => this.#lookAtRefusal(id, sent, pathname))
      .finally(() => this.#asked.delete(id));
    return true;
  }

  /** Refused facts that wait for somebody; of one that was recorded just now the page itself says why, once. */
  get refused(): Kept[] {
    return this.outbox.refused.filter((k) => !this.#asked.has(k.fact.id));
  }

  /**
   * What the server knows against a fact, and this page did not, is said to its painter, who still stands before the page. Of one who has
   * gone on it stays among what is not sent: nothing leaves there unseen.
   * @param where the page on which it was recorded
   */
  async #lookAtRefusal(id: string, sent: [string, string][], where: string): Promise<void> {
    const refused = this.outbox.refused.find((k) => k.fact.id === id);
    if (!refused || this.outbox.away || !refused.refusals?.length) return;
    if (this.#left || location.pathname !== where) return;
    this.#stop(refused.why, sent, { refusals: refused.refusals });
    await this.outbox.discard(refused.n);
    void refresh();
  }

  /** Keeps the fact that a form holds, with its photo. */
  readonly keepForm = (form: FormData): Promise<boolean> => {
    const sent = sentFields(form);
    const file = form.get('photo');
    const at = happenedAt(form);
    if (!(file instanceof File) || file.size === 0) return this.keep(bodyFromForm(form), sent, undefined, at);
    return shrinkPhoto(file).then((picture) => this.keep(bodyFromForm(form), sent, picture, at));
  };

  /** Sends a fact that was refused again, as it happened, with what overrules the refusal. */
  readonly keepAgain = (n: number, fact: Fact, overrides: Override[]): void =>
    void this.outbox.sendAgain(n, {
      body: { ...fact.body, override: [...overridesOf(fact.body), ...overrides] } as Fact['body'],
    });

  /** Sends a fact again whose time was refused, at the time that it happened. */
  readonly keepAt = (n: number, at: number): void => void this.outbox.sendAgain(n, { at });

  /** Keeps a photo of a piece. */
  readonly keepPhoto = async (piece: string, file: File, note = ''): Promise<void> =>
    this.outbox.addPhoto({ ...this.#photoOf(piece, null, await shrinkPhoto(file)), note });

  #photoOf(piece: string | null, of: string | null, picture: Blob) {
    return { id: newId(), job: this.#data().field.pack.job.id, piece, of, picture, why: '' };
  }

  /** Why this device keeps nothing, in words; empty where it does. */
  get storageWords(): string {
    return this.outbox.storage ? STORAGE_WORDS[this.outbox.storage] : '';
  }
}
