/** What devices that worked apart recorded and cannot both be: shown until a person settles it. */
import { sayFact } from '$core/bench/view/say-fact';
import type { Db } from '../../db/open';
import { listContested } from '../../store/contested';
import { listWorkers } from '../../store/workers';
import type { OpenJob } from '../job/open-job';

export interface ContestedView {
  message: string;
  rule: string;
  /** the facts that speak against each other; one where a guard alone speaks */
  sides: { id: string; at: number; words: string; who: string; device: string }[];
}

/** Contested facts that nobody has settled or taken back. */
export function contestedOf(db: Db, file: OpenJob): ContestedView[] {
  const { state, facts } = file;
  const byId = new Map(facts.map((f) => [f.id, f]));
  const settled = new Set(
    facts.flatMap((f) =>
      f.body.kind === 'contradiction.settled' && !state.voided.has(f.id) ? f.body.of : [],
    ),
  );
  const people = new Map(listWorkers(db).map((w) => [w.id, w.name]));
  return listContested(db, file.job.id).flatMap(({ fact, other, message, rule }) => {
    const ids = other === null ? [fact] : [other, fact];
    if (ids.some((id) => state.voided.has(id)) || ids.every((id) => settled.has(id))) return [];
    const sides = ids.flatMap((id) => {
      const f = byId.get(id);
      const who = people.get(f?.worker ?? '') ?? '';
      return f ? [{ id, at: f.at, words: sayFact(file, f.body), who, device: f.device }] : [];
    });
    return [{ message, rule, sides }];
  });
}
