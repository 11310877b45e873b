/** What of a form gives finishes of their own, and a primer under the system. */
import { isDeepStrictEqual } from 'node:util';
import {
  countsWith,
  FOREIGN_PRIMER,
  primerCoats,
  withoutAdded,
  withPrimer,
} from '$core/coating/primer-under';
import type { Answers } from '$core/coating/proposal-facts';
import { productOf, usualCounts, type CoatCounts, type Product, type System } from '$core/coating/system';
import type { Tool } from '$core/coating/tool';
import { isSlick } from '$core/kitchen/condition';
import { FINISHED_APART, type Choice, type OwnFinish } from '$core/planning/job/choice';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import type { OpenJob } from '../job/open-job';
import { allSystems, systemCalled } from '../systems/systems';

/** A primer that may go under a system, and the system whose figures of it these are. */
interface PrimerOf {
  value: string;
  words: string;
  product: Product;
}

/** Primers that may go under a system: where two systems of the company give one primer other figures, each of them. */
export function primers(db: Db): PrimerOf[] {
  const all = allSystems(db).flatMap((system) =>
    system.products.filter((p) => p.kind === 'primer').map((product) => ({ system, product })),
  );
  const other = all.filter(
    ({ product }, i) => all.findIndex((o) => isDeepStrictEqual(o.product, product)) === i,
  );
  return other.map(({ system, product }) => {
    const alone = other.filter((o) => o.product.key === product.key).length === 1;
    return {
      value: alone ? product.key : `${product.key} of ${system.key}`,
      words: alone ? product.name : `${product.name}, as in ${system.name}`,
      product,
    };
  });
}

/** What may be finished otherwise than the job, and what it is finished with. */
export function finishedApart(file: OpenJob): { key: string; words: string; own: OwnFinish | null }[] {
  const { pieces, zones, choice } = file;
  const used = zones.filter((z) => pieces.some((p) => p.zoneId === z.id));
  const shelves = pieces.some((p) => p.form === 'shelf');
  const slick = pieces.filter((p) => isSlick(p.condition)).length;
  const there = {
    slick: slick > 0 && slick < pieces.length,
    shelves,
    insides: pieces.some((p) => p.condition.inside),
  };
  const words = {
    slick: 'Melamine and printed pieces',
    shelves: 'Loose shelves',
    insides: 'Insides of cabinets',
  };
  return [
    ...(used.length > 1 ? used.map((z) => ({ key: z.id, words: `${z.name}, ${z.colour}` })) : []),
    ...FINISHED_APART.filter((key) => there[key]).map((key) => ({
      key,
      words: words[key],
    })),
  ].map((of) => ({ ...of, own: choice?.finishes[of.key] ?? null }));
}

const whole = (form: FormData, name: string, usual: number): number => {
  const text = form.get(name);
  return text === null ? usual : Number(String(text).trim() || NaN);
};

/** A finish of its own keeps its system’s version until another system is named; the job’s own is taken as it was chosen. */
function ownFinish(
  db: Db,
  file: OpenJob,
  form: FormData,
  key: string,
  change: Pick<Answers, 'change'>,
  tool: Tool,
): OwnFinish {
  const kept = file.choice?.finishes[key];
  const jobs = file.choice?.system;
  const named = String(form.get(`finish.${key}.system`) ?? '');
  const system =
    kept?.system.key === named
      ? kept.system
      : jobs?.key === named
        ? withoutAdded(jobs)
        : systemCalled(db, named);
  const had = kept?.system.key === named ? kept.counts : usualCounts(system);
  const name = (face: string, i: number): string => `finish.${key}.${named}.${face}.${i}`;
  const own = (String(form.get(`finish.${key}.tool`) ?? '') || kept?.tool || tool) as Tool;
  const counts = system.layers.map((_, i) => ({
    back: whole(form, name('back', i), had[i]?.back ?? 0),
    front: whole(form, name('front', i), had[i]?.front ?? 0),
  }));
  return {
    ...(kept?.schools ? { schools: kept.schools } : {}),
    ...primed(db, system, counts, form, change, own, `finish.${key}.`),
    tool: own,
  };
}

/** Finishes of their own from a form; those that were chosen, where the form does not ask. */
export function finishesFrom(
  db: Db,
  file: OpenJob,
  form: FormData,
  change: Pick<Answers, 'change'>,
  tool: Tool,
): Choice['finishes'] {
  const kept = file.choice?.finishes ?? {};
  if (!form.has('finishes')) return kept;
  return Object.fromEntries(
    finishedApart(file).flatMap(({ key }) =>
      form.get(`finish.${key}.system`) ? [[key, ownFinish(db, file, form, key, change, tool)]] : [],
    ),
  );
}

/**
 * A system with the primer that a form puts under it, and its coats: those that are said, and of the primer what the change of
 * colour asks for.
 * @param counts of the system as it was given, layer by layer
 * @param of before the names of the form’s fields
 * @throws Refused 422 where a reason is wanted, or there is no such primer
 */
export function primed(
  db: Db,
  system: System,
  counts: CoatCounts,
  form: FormData,
  { change }: Pick<Answers, 'change'>,
  tool: Tool,
  of = '',
): { system: System; counts: CoatCounts } {
  const field = `${of}primer`;
  if (!form.has(field)) return { system, counts };
  const key = String(form.get(field));
  const had = new Map(system.layers.flatMap((l, i) => (counts[i] ? [[l.product, counts[i]] as const] : [])));
  if (key === '') {
    const bare = withoutAdded(system);
    return { system: bare, counts: countsWith(bare, had, 0) };
  }
  const there = system.layers.some((l) => l.added && l.product === key);
  // What is under it already keeps the figures that it was chosen with.
  const primer = there ? productOf(system, key) : primers(db).find((p) => p.value === key)?.product;
  if (!primer) throw new Refused(422, 'There is no such primer.', field);
  const made = withPrimer(system, primer, String(form.get(`${field}Why`) ?? ''));
  if (!made) throw new Refused(422, FOREIGN_PRIMER, `${field}Why`);
  if (!there) had.delete(primer.key);
  return { system: made, counts: countsWith(made, had, primerCoats(change, tool)) };
}
