/** The bench on a device: facts are judged and kept here, and sent when there is signal. */
import { v7 as newId } from 'uuid';
import { KNEW_NOTHING } from '$core/bench/apart';
import { openBench, type Bench, type BenchPack } from '$core/bench/view/bench-job';
import { bodySchema, type Fact } from '$core/bench/state/events';
import { bodyFromForm, sentFields } from '$core/bench/fact-form';
import { overridesOf, type Override } from '$core/bench/facts/parts';
import { judge } from '$core/bench/guard/judge';
import { sayRefusals } from '$core/bench/guard/refusal';
import { firstFault } from '$core/units/first-fault';
import type { Stopped } from '$server/fact-action';
import { Outbox } from '../facts/outbox.svelte';
import { refresh } from '../shell/refresh';
import { shrinkPhoto } from '../survey/shrink-photo';

/** What a page is given of its job and its device. */
export interface BenchData {
  pack: BenchPack;
  /** who uses the device */
  worker: { id: string } | null;
  device: string;
}

/** How often the clock of the page is read, ms. */
const PACE = 15_000;

export class BenchDevice {
  readonly outbox: Outbox;
  readonly #data: () => BenchData;
  /** by the server's clock; the pack's own until the device knows it */
  #clock: number | null = $state(null);
  #opened: Promise<void> | undefined;
  /** what stopped the last fact */
  stopped: Stopped | null = $state(null);

  /** @param data as it is now: pages are given newer data */
  constructor(data: () => BenchData) {
    this.#data = data;
    this.outbox = new Outbox(data().pack.job.id, () => void refresh());
  }

  readonly bench: Bench = $derived.by(() => openBench(this.#data().pack, this.outbox.facts));
  /** ms since 1970 */
  readonly now: number = $derived.by(() =>
    Math.max(this.#clock ?? this.#data().pack.now, ...this.outbox.facts.slice(-1).map((f) => f.at)),
  );
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
    const tick = () => (this.#clock = this.outbox.now());
    this.#opened = this.outbox.open(this.#data().pack.now);
    void this.#opened.then(tick);
    const timer = setInterval(tick, PACE);
    const online = () => void this.outbox.readClock().then(() => this.outbox.flush());
    const offline = () => (this.outbox.away = true);
    window.addEventListener('online', online);
    window.addEventListener('offline', offline);
    return () => {
      clearInterval(timer);
      this.outbox.close();
      window.removeEventListener('online', online);
      window.removeEventListener('offline', offline);
    };
  }

  #stop(message: string, sent: [string, string][], more: Partial<Stopped> = {}): false {
    this.stopped = { message, field: null, refusals: [], sent, ...more };
    return false;
  }

  /**
   * Keeps a fact where nothing forbids it.
   * @param sent the fields it came with, to be sent again with a reason
   * @returns whether it was kept; `stopped` says why not
   */
  async keep(body: unknown, sent: [string, string][], picture?: Blob): Promise<boolean> {
    this.stopped = null;
    await this.#opened;
    const parsed = bodySchema.safeParse(body);
    if (!parsed.success) {
      const { message, path } = firstFault(parsed.error);
      return this.#stop(message || 'It is not complete.', sent, { field: path.at(-1) ?? null });
    }
    const { pack, worker, device } = this.#data();
    // Ids of facts follow the order in which they are recorded.
    const id = newId();
    const fact: Fact = {
      id,
      job: pack.job.id,
      at: this.outbox.now(),
      worker: worker?.id ?? '',
      device,
      knew: pack.facts.at(-1)?.id ?? KNEW_NOTHING,
      body: parsed.data,
    };
    const refusals = judge(this.bench.context, this.bench.facts, fact);
    if (refusals.length) return this.#stop(sayRefusals(refusals), sent, { refusals });
    const piece = 'piece' in fact.body ? fact.body.piece : null;
    await this.outbox.add(fact, picture && piece ? this.#photoOf(piece, id, picture) : undefined);
    this.#clock = this.outbox.now();
    const refused = this.outbox.refused.find((k) => k.fact.id === id);
    if (!refused) return true;
    await this.outbox.discard(refused.n);
    return this.#stop(refused.why, sent, { refusals: refused.refusals ?? [] });
  }

  /** Keeps the fact that a form holds, with its photo. */
  readonly keepForm = (form: FormData): Promise<boolean> => {
    const sent = sentFields(form);
    const file = form.get('photo');
    if (!(file instanceof File) || file.size === 0) return this.keep(bodyFromForm(form), sent);
    return shrinkPhoto(file).then((picture) => this.keep(bodyFromForm(form), sent, picture));
  };

  /** Keeps a fact that was refused once more, with what overrules the refusal. */
  readonly keepAgain = (fact: Fact, overrides: Override[]): void =>
    void this.keep(
      { ...fact.body, override: [...overridesOf(fact.body), ...overrides] },
      [],
      this.outbox.photos.find((p) => p.of === fact.id)?.picture,
    );

  /** Keeps a photo of a piece. */
  readonly keepPhoto = async (piece: string, file: File): Promise<void> =>
    this.outbox.addPhoto(this.#photoOf(piece, null, await shrinkPhoto(file)));

  #photoOf(piece: string, of: string | null, picture: Blob) {
    return { id: newId(), job: this.#data().pack.job.id, piece, of, picture, why: '' };
  }
}
