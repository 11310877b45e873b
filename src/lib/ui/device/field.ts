/** The pack of a job and its facts, as the pages in a house are given them: only what is new is fetched. */
import { browser } from '$app/environment';
import type { Fact } from '$core/bench/log/events';
import { reviveJson } from '$core/units/pack-json';
import type { BenchPack } from '$core/bench/view/bench-job';
import type { FieldPack } from '$server/services/across/field-pack';
import {
  askServer,
  isWrittenIn,
  keepAnswer,
  keptAnswer,
  nothingHere,
  refusedBy,
  steady,
  WAIT,
  WAIT_KEPT,
} from './given';

type Fetch = typeof fetch;
type TaggedPack = FieldPack & { tag: string };
interface FactsAnswer {
  facts: Fact[];
  /** they are all there are */
  whole: boolean;
  now: number;
}
interface KeptFacts {
  facts: Fact[];
  now: number;
}

export interface Field {
  pack: BenchPack;
  walls: FieldPack['walls'];
  guarded: FieldPack['guarded'];
  unreadable: readonly string[];
  /** another one where anything but the facts is another */
  tag: string;
  /** when it was asked for, by the device's own clock */
  askedAt: number;
  /** the server did not answer: it is what this device kept */
  kept: boolean;
}

interface Known {
  packed: TaggedPack;
  facts: Fact[];
  now: number;
  askedAt: number;
  /** the field that was made of them */
  field: Field;
}
/** What this page has had, by job. */
const known = new Map<string, Known>();

/** Packs that this device keeps. */
const keptPacks = new WeakSet<TaggedPack>();

/** Routes as they were opened, by the pack that they came in: a route is opened once. */
const routes = new WeakMap<TaggedPack, BenchPack['route']>();

/** The steps of a pack: which pieces skip them travels as packed JSON. */
function routeOf(packed: TaggedPack): BenchPack['route'] {
  const route = routes.get(packed) ?? (reviveJson(packed.pack.route) as BenchPack['route']);
  routes.set(packed, route);
  return route;
}

function made(packed: TaggedPack, { facts, now }: KeptFacts, askedAt: number, kept: boolean): Field {
  const { pack, ...rest } = packed;
  return { ...rest, pack: { ...pack, route: routeOf(packed), facts, now }, askedAt, kept };
}

/** Whether it is a pack as the server makes one: another is shown as far as it goes, and not kept. */
const isWhole = ({ pack, walls, guarded, tag }: Partial<TaggedPack>): boolean =>
  Array.isArray(pack?.pieces) && Array.isArray(walls) && Array.isArray(guarded) && typeof tag === 'string';

const paths = (job: string) => {
  const of = `/api/jobs/${encodeURIComponent(job)}`;
  return { pack: `${of}/pack`, facts: `${of}/facts` };
};

/** What the device keeps of a job; null where it keeps nothing. */
export async function keptField(job: string): Promise<Known | null> {
  const path = paths(job);
  const [packed, facts] = await Promise.all([
    keptAnswer<TaggedPack>(path.pack),
    keptAnswer<KeptFacts>(path.facts),
  ]);
  if (!packed || !facts || !isWhole(packed.data)) return null;
  keptPacks.add(packed.data);
  const { askedAt } = facts;
  const field = made(packed.data, facts.data, askedAt, true);
  return { packed: packed.data, ...facts.data, askedAt, field };
}

/** Keeps it when the page has time: what is shown goes first. */
function keepField(job: string, { packed, facts, now, askedAt }: Known): void {
  const path = paths(job);
  const put = async () => {
    if (!keptPacks.has(packed)) await keepAnswer(path.pack, packed, askedAt);
    keptPacks.add(packed);
    await keepAnswer(path.facts, { facts, now } satisfies KeptFacts, askedAt);
  };
  // A device that stores nothing goes on without.
  setTimeout(() => void put().catch(() => undefined), 50);
}

/**
 * @param job its id
 * @throws the error page of the server, or one that says that nothing is kept here
 */
export async function loadField(fetch: Fetch, job: string): Promise<Field> {
  const path = paths(job);
  const isWritten = isWrittenIn(path.pack);
  const askedAt = isWritten ? performance.timeOrigin : steady();
  const kept = browser && !isWritten ? (known.get(job) ?? (await keptField(job))) : null;
  const wait = kept ? WAIT_KEPT : WAIT;
  const last = kept?.facts.at(-1)?.id;
  const [pack, facts] = await Promise.all([
    askServer(fetch, path.pack, wait, kept ? { headers: { 'if-none-match': `"${kept.packed.tag}"` } } : {}),
    askServer(fetch, last ? `${path.facts}?after=${last}` : path.facts, wait),
  ]);
  const failed = [pack, facts].find((a) => a && a.status >= 400);
  if (!pack || !facts || (browser && failed && failed.status >= 500)) {
    const old = kept ?? (await keptField(job));
    if (!old) return failed ? refusedBy(failed.status, failed.body) : nothingHere();
    return old.field.kept ? old.field : { ...old.field, kept: true };
  }
  if (failed) refusedBy(failed.status, failed.body);
  const packed = pack.status === 304 && kept ? kept.packed : (pack.body as TaggedPack);
  const news = facts.body as FactsAnswer;
  const all = news.whole
    ? news.facts
    : news.facts.length
      ? [...(kept?.facts ?? []), ...news.facts]
      : (kept?.facts ?? []);
  const { now } = news;
  const field = made(packed, { facts: all, now }, askedAt, false);
  if (!browser || !isWhole(packed)) return field;
  const next = { packed, facts: all, now, askedAt, field };
  known.set(job, next);
  keepField(job, next);
  return field;
}
