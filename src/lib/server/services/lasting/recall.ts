/** A recall: what was coated from a can, on a day, or against a rule, over all jobs. */
import { recall, type RecallBy, type RecalledKitchen } from '$core/durability/recall';
import { readRecords } from '$core/durability/stored-record';
import type { Db } from '../../db/open';
import { isInKitchen, pieceState } from '$core/bench/state/state';
import { importedNames, listRecords } from '../../store/durability';
import { eachJob } from '../job/each-job';
import { openJob, type OpenJob } from '../job/open-job';
import { listSummaries } from '../../store/summaries';

/** A kitchen of which the record cannot tell all that a recall asks for. */
export interface Unknown {
  job: string;
  name: string;
  /** one line each */
  gaps: string[];
  /** pieces are there that no list has, or that were coated from a second can: somebody looks at each by hand */
  grave: boolean;
}

const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

/** What of a job was coated and is not in the record, or not with the can it was coated from. */
function gapsOf({ state, route, site, pieces }: OpenJob): Pick<Unknown, 'gaps' | 'grave'> {
  const coats = new Set([...route, ...site].flatMap((s) => (s.kind === 'coat' ? [s.key] : [])));
  const coated = pieces.filter((p) => [...pieceState(state, p.id).done.keys()].some((k) => coats.has(k)));
  const notHung = coated.filter((p) => pieceState(state, p.id).hungIn === null).length;
  const coatings = [...state.works.values()].filter((w) => coats.has(w.step));
  const onPieces = coatings.filter((w) => !isInKitchen(w));
  const underWay = onPieces.filter((w) => w.end === null).length;
  const walls = coatings.length - onPieces.length;
  const touched = [...state.touchUps.values()].filter((t) => t.closed).length;
  const unnamed = coated.filter(
    (p) => !state.cansLoaded.length && !state.mixes.length && pieceState(state, p.id).hungIn !== null,
  ).length;
  const several = new Set(
    onPieces.flatMap((w) => {
      const until = w.end ?? Infinity;
      const meanwhile = [...state.cansLoaded, ...state.mixes].some((l) => l.at > w.start && l.at < until);
      return meanwhile ? w.pieces : [];
    }),
  ).size;
  const gaps = [
    ...(notHung
      ? [`${count(notHung, 'piece is', 'pieces are')} coated and not hung: none of them is listed`]
      : []),
    ...(underWay ? [`${count(underWay, 'coat is', 'coats are')} under way: none of it is listed`] : []),
    ...(several
      ? [
          `${count(several, 'piece was', 'pieces were')} coated while another can or cup came in: they are listed with the first alone`,
        ]
      : []),
    ...(walls ? [`${count(walls, 'coat', 'coats')} on the fixed work: not listed`] : []),
    ...(touched
      ? [
          `${count(touched, 'touch-up', 'touch-ups')}: listed with the first coats’ can, not with the one that was used`,
        ]
      : []),
    ...(unnamed ? [`${count(unnamed, 'piece', 'pieces')} whose can nobody named`] : []),
  ];
  return { gaps, grave: notHung + underWay + several > 0 };
}

/** The kitchens of this database that a recall cannot tell all of. */
function unknowns(db: Db): Unknown[] {
  const jobs = listSummaries(db);
  return eachJob(
    db,
    jobs.map((s) => s.id),
    (id): Unknown[] => {
      const file = openJob(db, id);
      const found = gapsOf(file);
      return found.gaps.length ? [{ job: id, name: file.job.name, ...found }] : [];
    },
  ).read.flat();
}

export interface Recall {
  /** what it cannot know: to be looked at by hand */
  unknown: Unknown[];
  /** what was asked for, in words; empty where nothing was */
  of: string;
  /** `here`: it is a job of this database */
  kitchens: (RecalledKitchen & { name: string; place: string; here: boolean })[];
  /** cans and cups that there are, those of the most kitchens first */
  batches: string[];
}

export function recallOf(db: Db, params: URLSearchParams): Recall {
  const records = readRecords(listRecords(db));
  const jobs = new Map(listSummaries(db).map((s) => [s.id, s]));
  const imported = importedNames(db);
  const counts = new Map<string, number>();
  for (const r of records)
    for (const b of new Set(r.pieces.flatMap((p) => p.batches))) counts.set(b, (counts.get(b) ?? 0) + 1);
  const batches = [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([b]) => b);
  const [batch, day] = [params.get('batch') ?? '', params.get('day') ?? ''];
  const by: RecallBy | null = batch
    ? { batch }
    : day
      ? { day }
      : params.get('rule')
        ? { overruled: true }
        : null;
  return {
    unknown: by ? unknowns(db) : [],
    of: batch || (day && `coated on ${day}`) || (by ? 'a rule of the bench overruled' : ''),
    batches,
    kitchens: (by ? recall(records, by) : []).map((k) => ({
      ...k,
      name: jobs.get(k.job)?.name ?? (imported.get(k.job) || 'an imported kitchen'),
      here: jobs.has(k.job),
      place: jobs.get(k.job)?.place ?? '',
    })),
  };
}
