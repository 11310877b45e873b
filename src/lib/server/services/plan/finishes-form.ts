/** What of a form gives finishes of their own, and a primer under the system. */
import {
  countsWith,
  FOREIGN_PRIMER,
  primerCoats,
  withoutAdded,
  withPrimer,
} from '$core/coating/primer-under';
import type { Answers } from '$core/coating/proposal-facts';
import { usualCounts, type CoatCounts, type Product, type System } from '$core/coating/system';
import type { Tool } from '$core/coating/tool';
import { FINISHED_APART, type Choice, type OwnFinish } from '$core/planning/job/choice';
import type { Db } from '../../db/open';
import { Refused } from '../../refused';
import type { OpenJob } from '../job/open-job';
import { allProducts, systemCalled } from '../systems/systems';

/** Primers that may go under a system. */
export const primers = (db: Db): Product[] => allProducts(db).filter((p) => p.kind === 'primer');

/** What may be finished otherwise than the job, and what it is finished with. */
export function finishedApart(file: OpenJob): { key: string; words: string; own: OwnFinish | null }[] {
  const { pieces, zones, choice } = file;
  const used = zones.filter((z) => pieces.some((p) => p.zoneId === z.id));
  const shelves = pieces.some((p) => p.form === 'shelf');
  const insides = pieces.some((p) => p.condition.inside);
  const words = { shelves: 'Loose shelves', insides: 'Insides of cabinets' };
  return [
    ...(used.length > 1 ? used.map((z) => ({ key: z.id, words: `${z.name}, ${z.colour}` })) : []),
    ...FINISHED_APART.filter((key) => (key === 'shelves' ? shelves : insides)).map((key) => ({
      key,
      words: words[key],
    })),
  ].map((of) => ({ ...of, own: choice?.finishes[of.key] ?? null }));
}

const whole = (form: FormData, name: string, usual: number): number => {
  const text = form.get(name);
  return text === null ? usual : Number(String(text).trim() || NaN);
};

/** A finish of its own keeps its system’s version until another system is named. */
function ownFinish(db: Db, form: FormData, key: string, kept: OwnFinish | undefined, tool: Tool): OwnFinish {
  const named = String(form.get(`finish.${key}.system`) ?? '');
  const system = kept?.system.key === named ? kept.system : systemCalled(db, named);
  const had = kept?.system.key === named ? kept.counts : usualCounts(system);
  const name = (face: string, i: number): string => `finish.${key}.${named}.${face}.${i}`;
  return {
    ...(kept?.schools ? { schools: kept.schools } : {}),
    system,
    tool: (String(form.get(`finish.${key}.tool`) ?? '') || kept?.tool || tool) as Tool,
    counts: system.layers.map((_, i) => ({
      back: whole(form, name('back', i), had[i]?.back ?? 0),
      front: whole(form, name('front', i), had[i]?.front ?? 0),
    })),
  };
}

/** Finishes of their own from a form; those that were chosen, where the form does not ask. */
export function finishesFrom(db: Db, file: OpenJob, form: FormData, tool: Tool): Choice['finishes'] {
  const kept = file.choice?.finishes ?? {};
  if (!form.has('finishes')) return kept;
  return Object.fromEntries(
    finishedApart(file).flatMap(({ key }) =>
      form.get(`finish.${key}.system`) ? [[key, ownFinish(db, form, key, kept[key], tool)]] : [],
    ),
  );
}

/**
 * A system with the primer that a form puts under it, and its coats: those that are said, and of the primer what the change of
 * colour asks for.
 * @param counts of the system as it was given, layer by layer
 * @throws Refused 422 where a reason is wanted, or there is no such primer
 */
export function primed(
  db: Db,
  system: System,
  counts: CoatCounts,
  form: FormData,
  { change }: Pick<Answers, 'change'>,
  tool: Tool,
): { system: System; counts: CoatCounts } {
  if (!form.has('primer')) return { system, counts };
  const key = String(form.get('primer'));
  const had = new Map(system.layers.flatMap((l, i) => (counts[i] ? [[l.product, counts[i]] as const] : [])));
  if (key === '') {
    const bare = withoutAdded(system);
    return { system: bare, counts: countsWith(bare, had, 0) };
  }
  const there = system.layers.some((l) => l.added && l.product === key);
  const primer = system.products.find((p) => p.key === key) ?? primers(db).find((p) => p.key === key);
  if (!primer) throw new Refused(422, 'There is no such primer.', 'primer');
  const made = withPrimer(system, primer, String(form.get('primerWhy') ?? ''));
  if (!made) throw new Refused(422, FOREIGN_PRIMER, 'primerWhy');
  if (!there) had.delete(key);
  return { system: made, counts: countsWith(made, had, primerCoats(change, tool)) };
}
