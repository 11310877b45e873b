/** The record of how finishes last as tables and files. */
import { LOOK_COLUMNS, RECORD_FORMAT } from '$core/durability/dictionary';
import { readRecords } from '$core/durability/stored-record';
import type { LastingView } from '$core/durability/lasting';
import type { KitchenRecord } from '$core/durability/record';
import { TRAIT_KEYS } from '$core/durability/traits';
import type { Db } from '../../db/open';
import { importedNames, listRecords } from '../../store/durability';
import { listSummaries } from '../../store/summaries';

const number = (n: number | null | undefined, digits = 4): string =>
  n === null || n === undefined ? '' : String(Number(n.toFixed(digits)));

/** The numbers of the curves: a row for each group and time that was watched. */
export const curvesTable = ({ comparison }: LastingView): string[][] => [
  ['Group', 'Kitchens', 'Pieces', 'Failed', 'Days', 'Still sound', 'Low 95 %', 'High 95 %', 'Still watched'],
  ...comparison.groups.flatMap((g) =>
    g.points.map((p) => [
      g.name,
      String(g.kitchens),
      String(g.pieces),
      String(g.failures),
      String(p.time),
      number(p.survival),
      number(p.limits?.low),
      number(p.limits?.high),
      String(p.atRisk),
    ]),
  ),
];

const namesOf = (db: Db): Map<string, string> =>
  new Map([...importedNames(db), ...listSummaries(db).map((s) => [s.id, s.name] as const)]);

/** A row for every look at every piece, and one for a film that nobody looked at. @param names with the names of jobs */
export function recordTable(db: Db, names: boolean): string[][] {
  const called = names ? namesOf(db) : new Map<string, string>();
  const rows = readRecords(listRecords(db)).flatMap((kitchen) =>
    looksOf(kitchen, called.get(kitchen.job) ?? ''),
  );
  return [Object.keys(LOOK_COLUMNS), ...rows];
}

function looksOf({ job, traits, pieces }: KitchenRecord, name: string): string[][] {
  return pieces.flatMap((piece) => {
    const known: Record<string, string> = { ...traits, ...piece.traits };
    const own = TRAIT_KEYS.map((t) => known[t] ?? '');
    return piece.spells.flatMap((spell, i) => {
      const film = [
        job,
        name,
        piece.code,
        String(i + 1),
        new Date(spell.start).toISOString().slice(0, 10),
        number(spell.filmAge, 1),
      ];
      const rest = [number(spell.end, 1), piece.batches.join('; '), ...own];
      if (!spell.looks.length) return [[...film, '', '', '', '', '', '', '', ...rest]];
      return spell.looks.map((l) => [
        ...film,
        number(l.day, 1),
        l.how,
        l.method,
        l.failure ?? '',
        l.face,
        number(l.x),
        number(l.y),
        ...rest,
      ]);
    });
  });
}

/** The whole record with what its fields mean. @param names with the names of jobs */
export function recordFile(db: Db, names: boolean) {
  const called = names ? namesOf(db) : new Map<string, string>();
  return {
    format: RECORD_FORMAT,
    version: 1,
    dictionary: LOOK_COLUMNS,
    units: {
      start: 'ms since 1970',
      day: 'days',
      filmAge: 'days',
      end: 'days',
      minutes: 'min',
      ml: 'mL',
      x: 'share',
      y: 'share',
    },
    kitchens: readRecords(listRecords(db)).map((k) => ({ ...k, name: called.get(k.job) ?? '' })),
  };
}
