/** Runs: what one person, or several together, do at one place without leaving it. */

/** A work of a plan, on the clock. */
export interface RunAct {
  who: string;
  /** the name of the step, and what it is done on */
  words: string;
  lot: string;
  where: 'pieces' | 'kitchen';
  /** ms since 1970 */
  start: number;
  end: number;
}

export interface Run<A extends RunAct> {
  /** ms since 1970 */
  from: number;
  to: number;
  where: A['where'];
  /** in the order in which they come */
  who: string[];
  /** in order */
  acts: A[];
}

/** Who work beside each other for this share of the shorter stay are one run. Our choice. */
const TOGETHER = 0.5;

const spanOf = <A extends RunAct>(acts: readonly A[]): { from: number; to: number } => ({
  from: Math.min(...acts.map((a) => a.start)),
  to: Math.max(...acts.map((a) => a.end)),
});

/** Runs of one person on one day. */
function staysOf<A extends RunAct>(acts: readonly A[]): Run<A>[] {
  const stays: A[][] = [];
  for (const act of [...acts].sort((a, b) => a.start - b.start)) {
    const last = stays.at(-1);
    if (last?.[0]?.where === act.where) last.push(act);
    else stays.push([act]);
  }
  return stays.flatMap((own) => {
    const [first] = own;
    return first ? [{ ...spanOf(own), where: first.where, who: [first.who], acts: own }] : [];
  });
}

/** Whether two runs are one: at one place, beside each other for most of the shorter. */
function areTogether<A extends RunAct>(one: Run<A>, other: Run<A>): boolean {
  if (one.where !== other.where) return false;
  const beside = Math.min(one.to, other.to) - Math.max(one.from, other.from);
  const shorter = Math.min(one.to - one.from, other.to - other.from);
  return beside > 0 && beside >= TOGETHER * shorter;
}

/**
 * @param acts works of a plan; one that goes on over a night is of the day on which it begins
 * @param dayOf the day of a moment, in any words
 * @returns the runs of all days, the first first
 */
export function runsOf<A extends RunAct>(acts: readonly A[], dayOf: (ms: number) => string): Run<A>[] {
  const days = new Map<string, Map<string, A[]>>();
  for (const act of acts) {
    const day = dayOf(act.start);
    const people = days.get(day) ?? new Map<string, A[]>();
    people.set(act.who, [...(people.get(act.who) ?? []), act]);
    days.set(day, people);
  }
  return [...days.values()]
    .flatMap((people) => {
      const runs: Run<A>[] = [];
      for (const stay of [...people.values()].flatMap(staysOf).sort((a, b) => a.from - b.from)) {
        const joined = runs.find((r) => areTogether(r, stay) && !r.who.some((w) => stay.who.includes(w)));
        if (!joined) {
          runs.push(stay);
          continue;
        }
        joined.who.push(...stay.who);
        joined.acts = [...joined.acts, ...stay.acts].sort((a, b) => a.start - b.start);
        Object.assign(joined, spanOf(joined.acts));
      }
      return runs;
    })
    .sort((a, b) => a.from - b.from);
}

/** What is done in a run, in short: each kind of work once, with the lots it is done on. */
export function sayRun<A extends RunAct>({ acts }: Run<A>, kitchen: string): string {
  const lots = new Map<string, string[]>();
  for (const { words, lot } of acts) {
    const known = lots.get(words) ?? [];
    if (lot !== kitchen && !known.includes(lot)) known.push(lot);
    lots.set(words, known);
  }
  return [...lots]
    .map(([words, on], k) => {
      const said = k ? words.charAt(0).toLowerCase() + words.slice(1) : words;
      return on.length ? `${said}, ${on.length > 1 ? 'lots' : 'lot'} ${on.join(', ')}` : said;
    })
    .join('; ');
}
