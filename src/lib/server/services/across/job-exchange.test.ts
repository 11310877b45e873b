/** Jobs and pieces as files: what goes out comes back the same; what is broken is refused whole. */
import { SITE } from '$core/takeoff/site-route';
import type { Fact } from '$core/bench/log/events';
import Ajv from 'ajv/dist/2020';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { v7 as newId } from 'uuid';
import { demoDatabase } from '../../../../../tests/demo-database';
import { emptyDatabase, newDatabase } from '../../../../../tests/new-database';
import { randomKitchen } from '../../../../../tests/random-kitchen';
import { jobJsonSchema, readJobFile } from '$core/formats/job-json';
import { CSV_FIELDS, guessMapping, piecesToRows } from '$core/formats/pieces-csv';
import { writeNotation } from '$core/kitchen/notation-write';
import type { Db } from '../../db/open';
import { readCsv, writeCsv } from '../../base/csv';
import { findJob, listJobIds } from '../../store/jobs';
import { listPhotoFiles } from '../../store/photos';
import { listPieces, writePieces } from '../../store/pieces';
import { listWorkers } from '../../store/workers';
import { attachPhoto } from '../survey/attach-photo';
import { importPieces } from '../survey/import-pieces';
import { bringIn, exportJob, importJob, readImport } from './job-exchange';
import { openJob } from '../job/open-job';
import { notePrint, wantedLabels } from '../take-down/labels';
import { noteCondition } from '../survey/note-condition';
import { Refused } from '../../base/refused';
import { answerQuestions } from '../plan/propose';
import { choiceFromForm } from '../plan/plan-form';
import { choosePlan } from '../plan/choose-plan';
import { recordFacts } from '../bench/record-facts';
import { saveSurvey } from '../survey/save-survey';
import { always } from '../../../../../tests/budget';

/** Runs what must be refused, and gives what was said. */
function refusal(act: () => unknown): string {
  try {
    act();
  } catch (error) {
    if (error instanceof Refused) return error.message;
    throw error;
  }
  throw new Error('It was not refused');
}

/** Brings a job in as it is in a file, its pictures as they are. */
const bring = (into: Db, file: unknown): string => bringIn(into, readImport(file, Date.now()));

let demo: Db;
let whole: string;
let orchard: string;
beforeAll(async () => {
  demo = demoDatabase();
  orchard = listJobIds(demo).find((id) => findJob(demo, id)?.name === 'Orchard Row') ?? '';
  const file = openJob(demo, orchard);
  const worker = listWorkers(demo)[0]?.id ?? '';
  notePrint(
    demo,
    file,
    worker,
    1,
    'sheet',
    wantedLabels(demo, file, { kinds: ['bag'], wall: null, again: false }),
  );
  const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#555' } })
    .png()
    .toBuffer();
  await attachPhoto(demo, orchard, {
    of: file.facts[0]?.id,
    piece: file.pieces[0]?.id ?? null,
    bytes,
    note: 'chip',
    worker,
    now: 5,
  });
  whole = JSON.stringify(exportJob(demo, orchard));
});

describe('a job as JSON', () => {
  it('keeps answers, schools, the pattern and cups', async () => {
    const { db, job, worker } = newDatabase();
    saveSurvey(db, job, 'wall North\nupper 30 : pair\n');
    answerQuestions(db, job, { infants: true, tool: 'roller', place: 'shop' });
    const form = new FormData();
    for (const [k, v] of Object.entries({
      system: 'two-pack',
      pattern: 'points',
      film: 'thin',
      grain: 'fill',
      standDays: '3',
      air: 'place',
    }))
      form.set(k, v);
    await choosePlan(db, job, choiceFromForm(db, openJob(db, job), form, 0), () => 0);
    const cup = { product: '2k-enamel', batch: '1', a: 7, b: 1, thinner: 0.8, induction: 20, potLife: 240 };
    recordFacts(db, job, [
      { id: newId(), job, at: 5, worker, device: 't', body: { kind: 'mix.made', ...cup } },
    ]);
    const other = emptyDatabase();
    bring(other, JSON.parse(JSON.stringify(exportJob(db, job))));
    const there = openJob(other, job);
    expect(there.choice).toMatchObject({
      pattern: 'points',
      place: 'shop',
      schools: { film: 'thin', grain: 'fill', standDays: 3 },
    });
    expect(there.state.mixes).toMatchObject([{ batch: '1', useBy: 240 * 60_000 + 5 }]);
    expect(JSON.parse(there.job.answers ?? '')).toMatchObject({ infants: true, tool: 'roller' });
    expect(there.route).toEqual(openJob(db, job).route);
  });

  it('a file from before air and patterns still comes in, planned by the sheet as it was', async () => {
    const { db, job } = newDatabase();
    saveSurvey(db, job, 'wall North\nupper 30 : pair\n');
    const form = new FormData();
    form.set('system', 'shellac-urethane');
    await choosePlan(db, job, choiceFromForm(db, openJob(db, job), form, 0), () => 0);
    const old = JSON.parse(JSON.stringify(exportJob(db, job))) as {
      job: Record<string, unknown> & {
        choice: Record<string, unknown> & { system: Record<string, unknown> & { products: object[] } };
      };
    };
    const drop = (from: Record<string, unknown>, ...keys: string[]) => {
      for (const key of keys) Reflect.deleteProperty(from, key);
    };
    drop(old.job, 'answers');
    drop(old.job.choice, 'pattern', 'schools', 'place', 'air');
    drop(old.job.choice.system, 'traits', 'close');
    for (const p of old.job.choice.system.products) drop(p as Record<string, unknown>, 'density', 'thinUpTo');
    const other = emptyDatabase();
    bring(other, old);
    const { choice, waits, route } = openJob(other, job);
    expect(choice).toMatchObject({ air: 'sheet', pattern: 'backs-then-fronts', schools: { standDays: 0 } });
    expect(waits.by).toBe('sheet');
    expect(route.map((s) => s.key)).toEqual(openJob(db, job).route.map((s) => s.key));
  });

  it('of a version whose work in the kitchen had kinds of its own reads as one of today', () => {
    const today = listJobIds(demo).map((id) => exportJob(demo, id));
    const inKitchen = (f: Fact): boolean => f.body.kind === 'work.started' && f.body.lot === SITE;
    const job = today.find((file) => file.facts.some(inKitchen));
    if (!job) throw new Error('no job with work in the kitchen');
    const works = new Set(job.facts.filter(inKitchen).map((f) => f.id));
    const older = job.facts.map((f) => {
      const { kind } = f.body;
      if (kind === 'work.started' && works.has(f.id))
        return { ...f, body: { kind: 'site.started', step: f.body.step } };
      return kind === 'work.finished' && works.has(f.body.work)
        ? { ...f, body: { kind: 'site.finished', work: f.body.work } }
        : f;
    });
    expect(older.filter((f) => f.body.kind.startsWith('site.')).length).toBeGreaterThan(10);
    const other = emptyDatabase();
    bring(other, JSON.parse(JSON.stringify({ ...job, facts: older })));
    expect(exportJob(other, job.job.id)).toEqual(job);
  });

  it('comes back the same in another database, for every job of the demo', () => {
    for (const id of listJobIds(demo)) {
      const out = JSON.parse(JSON.stringify(exportJob(demo, id))) as unknown;
      const other = emptyDatabase();
      bring(other, out);
      expect(exportJob(other, id)).toEqual(exportJob(demo, id));
      // And again in the same place it is refused, and nothing is doubled.
      expect(refusal(() => bring(other, out))).toContain('is here already');
    }
  });

  it('comes back the same for random kitchens', { timeout: 120_000 }, () => {
    const { db, job } = newDatabase();
    const other = emptyDatabase();
    always(
      fc.property(randomKitchen, (k) => {
        db.exec('SAVEPOINT one');
        other.exec('SAVEPOINT one');
        saveSurvey(db, job, writeNotation(k));
        const out = exportJob(db, job);
        bring(other, JSON.parse(JSON.stringify(out)));
        expect(JSON.stringify(exportJob(other, job))).toBe(JSON.stringify(out));
        db.exec('ROLLBACK TO one; RELEASE one');
        other.exec('ROLLBACK TO one; RELEASE one');
      }),
      40,
    );
  });

  it('fits its published schema, by another validator (ajv), which refuses what does not fit', () => {
    const schema = jobJsonSchema();
    expect(JSON.parse(readFileSync('docs/formats/anthem-job-1.schema.json', 'utf8'))).toEqual(schema);
    const validate = new Ajv({ strict: false, validateFormats: false }).compile(schema);
    expect(validate(JSON.parse(whole)), JSON.stringify(validate.errors?.slice(0, 3))).toBe(true);
    expect(validate({ ...JSON.parse(whole), version: 2 })).toBe(false);
  });

  it('brings people in by id, by name, or as new ones', () => {
    const { db } = newDatabase();
    const [first] = listWorkers(db);
    const file = JSON.parse(whole) as ReturnType<typeof exportJob>;
    const [ines] = file.workers;
    db.prepare('UPDATE worker SET name = ? WHERE id = ?').run(ines?.name, first?.id);
    bring(db, file);
    expect(exportJob(db, orchard).facts.every((f) => f.worker === first?.id)).toBe(true);
  });

  it('is refused whole when it is broken: whatever is changed in it, each with a clear error or no harm', () => {
    const text = whole;
    const other = emptyDatabase();
    const counts = () =>
      ['job', 'zone', 'lot', 'piece', 'event', 'print_label', 'photo'].map((t) =>
        other.prepare(`SELECT count(*) FROM ${t}`).pluck().get(),
      );
    const before = counts();
    /** Every path of the file, to break one at a time. */
    const paths: (string | number)[][] = [];
    const walk = (value: unknown, path: (string | number)[]): void => {
      if (path.length) paths.push(path);
      if (path.length > 4 || value === null || typeof value !== 'object') return;
      for (const key of Array.isArray(value) ? value.slice(0, 3).keys() : Object.keys(value))
        walk((value as Record<string | number, unknown>)[key], [...path, key]);
    };
    walk(JSON.parse(text), []);
    let refused = 0;
    always(
      fc.property(
        fc.constantFrom(...paths),
        fc.constantFrom<unknown>(undefined, null, -1, 1e9, '', 'x'.repeat(300), [], {}, true, ['nothing']),
        (path, value) => {
          const broken = JSON.parse(text) as Record<string | number, unknown>;
          const parent = path.slice(0, -1).reduce((o, k) => o[k] as typeof broken, broken);
          const key = path.at(-1) ?? '';
          if (value === undefined) Reflect.deleteProperty(parent, key);
          else parent[key] = value;
          const read = readJobFile(broken, Date.now());
          if ('faults' in read) {
            refused++;
            expect(read.faults.every((f) => /^[\w. ]+: \S/.test(f))).toBe(true);
            expect(refusal(() => bring(other, broken)).length).toBeGreaterThan(10);
            expect(counts()).toEqual(before);
          }
        },
      ),
      100,
    );
    expect(refused).toBeGreaterThan(50);
    for (const nonsense of [null, 4, 'job', [], {}, { format: 'other' }])
      expect(refusal(() => bring(other, nonsense))).toMatch(/: /);
    expect(counts()).toEqual(before);
  });
});

describe('a file that names what is here already', () => {
  /** The file of Orchard Row as another job: its own id and name, everything else under the same ids. */
  const copy = () => {
    const file = JSON.parse(whole) as ReturnType<typeof exportJob>;
    const job = newId();
    return {
      ...file,
      job: { ...file.job, id: job, name: 'Copy' },
      facts: file.facts.map((f) => ({ ...f, job })),
    };
  };
  const other = emptyDatabase();
  let before = '';
  beforeAll(() => {
    bring(other, JSON.parse(whole));
    before = JSON.stringify(exportJob(other, orchard));
  });

  it('gets ids of its own for all of it, and touches nothing of the other job', () => {
    const id = bring(other, copy());
    expect(JSON.stringify(exportJob(other, orchard))).toBe(before);
    const [mine, theirs] = [exportJob(other, id), exportJob(other, orchard)];
    expect(mine.pieces).toHaveLength(57);
    const ids = (file: typeof mine) => [
      ...file.pieces.map((p) => p.id),
      ...file.zones.map((z) => z.id),
      ...file.lots.map((l) => l.id),
      ...file.facts.map((f) => f.id),
      ...file.prints.map((p) => p.id),
      ...file.photos.map((p) => p.id),
    ];
    expect(ids(mine).filter((x) => ids(theirs).includes(x))).toEqual([]);
    // What names another thing of the file names it still: facts, labels, photos, turning by zone.
    expect('faults' in readJobFile(JSON.parse(JSON.stringify(mine)), Date.now())).toBe(false);
    const strip = (text: string) => text.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, 'id');
    expect(strip(JSON.stringify({ ...mine, job: theirs.job }))).toBe(strip(before));
    expect(
      mine.facts.map((f) => theirs.facts.findIndex((t) => t.at === f.at && t.body.kind === f.body.kind)),
    ).toEqual(
      mine.facts.map((_, i) =>
        theirs.facts.findIndex((t) => t.at === mine.facts[i]?.at && t.body.kind === mine.facts[i]?.body.kind),
      ),
    );
  });

  it('is stored nowhere else even by a store that is asked to', () => {
    const pieces = openJob(other, orchard).pieces;
    const { job } = newDatabase();
    expect(() => writePieces(other, job, pieces)).toThrow(/belongs to another job|FOREIGN KEY/);
    expect(JSON.stringify(exportJob(other, orchard))).toBe(before);
  });

  it('two people of one name, a zone of time that is none, and facts of another age are faults with their place', () => {
    const file = copy();
    const [person] = file.workers;
    const says = (broken: object) => refusal(() => bring(other, broken));
    expect(says({ ...file, workers: [...file.workers, { ...person, id: 'twin' }] })).toContain(
      'is there twice',
    );
    expect(says({ ...file, job: { ...file.job, zone: 'Atlantis/Bay' } })).toContain(
      'job.zone: There is no such time zone',
    );
    for (const at of [2 ** 53 - 1, -(2 ** 53 - 1), Date.now() + 86_400_000, 0])
      expect(says({ ...file, facts: file.facts.map((f, i) => (i ? f : { ...f, at })) })).toMatch(/facts\.0/);
  });
});

describe('photos of a file', () => {
  const withPhoto = (image: Buffer) => {
    const file = JSON.parse(whole) as ReturnType<typeof exportJob>;
    return {
      ...file,
      photos: file.photos.map((p) => ({
        ...p,
        image: image.toString('base64'),
        thumbnail: image.toString('base64'),
      })),
    };
  };
  it('are encoded anew: nothing that a camera wrote stays', async () => {
    const camera = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#777' } })
      .withExif({ IFD0: { Copyright: 'Somebody at home' } })
      .jpeg()
      .toBuffer();
    expect(camera.toString('latin1')).toContain('Somebody at home');
    const db = emptyDatabase();
    const id = await importJob(db, withPhoto(camera));
    const [photo] = listPhotoFiles(db, id);
    expect(photo).toMatchObject({ width: 64, height: 48 });
    for (const bytes of [photo?.image, photo?.thumbnail]) {
      expect((await sharp(bytes).metadata()).exif).toBeUndefined();
      expect(bytes?.toString('latin1')).not.toContain('Somebody');
    }
  });
  it('that are none are refused with their place, and nothing is kept', async () => {
    const db = emptyDatabase();
    const none = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), Buffer.from('no picture at all')]);
    await expect(importJob(db, withPhoto(none))).rejects.toThrow(/photos\.0\.image: This is no photo/);
    expect(listJobIds(db)).toEqual([]);
  });
});

describe('pieces as a table', () => {
  const all = CSV_FIELDS.map((f) => f.key);
  const table = (db: Db, job: string) => {
    const file = openJob(db, job);
    return writeCsv(piecesToRows(file.pieces, file.zones, file.job.unit));
  };

  it('goes out and comes back into an empty job with every size and note', () => {
    const { db, job } = newDatabase();
    bring(db, JSON.parse(whole));
    const text = table(db, orchard).replaceAll(/\bC(?=,|\r?\n)/g, 'A');
    const done = importPieces(db, job, text, all, true);
    expect(done).toEqual({ changed: 0, added: 57 });
    const strip = (id: string) =>
      listPieces(db, id)
        .map((p) => ({
          wall: p.wall,
          form: p.form,
          hinge: p.hinge,
          w: p.w.toFixed(4),
          h: p.h.toFixed(4),
          c: p.condition.grease,
        }))
        .map((p) => JSON.stringify(p))
        .sort();
    expect(strip(job)).toEqual(strip(orchard));
  });

  it('changes pieces by their code, and says nothing about what it leaves out', () => {
    const { db, job } = newDatabase();
    saveSurvey(db, job, 'wall N\nupper 30 : pair');
    noteCondition(
      db,
      job,
      listPieces(db, job).map((p) => p.id),
      { wood: 'oak', note: '=HYPERLINK("x")' },
    );
    const text = table(db, job);
    // A spreadsheet would take the note for a formula.
    expect(text).toContain(`"'=HYPERLINK(""x"")"`);
    importPieces(db, job, text.replace('yes,keep', 'yes,drill'), all, false);
    importPieces(db, job, 'Label;Grease\n1;2\n', ['code', 'grease'], false);
    expect(listPieces(db, job).map((p) => p.condition)).toMatchObject([
      { wood: 'oak', note: '=HYPERLINK("x")', grease: 2 },
      { wood: 'oak', note: '=HYPERLINK("x")', grease: 0 },
    ]);
  });

  it('knows columns by many names', () => {
    expect(
      guessMapping(['Label', 'Elevation', 'Type', 'W', 'H (mm)', 'Colour', 'whatever', 'Notes']),
    ).toEqual(['code', 'wall', 'form', 'width', 'height', 'zone', null, 'note']);
  });

  it.each([
    ['wall,form,width,height\nN,dor,15,30\n', 'Row 2: “dor” is no form'],
    ['wall,form,width,height\nN,door,wide,30\n', 'Row 2: “wide” is not the width of a piece'],
    ['wall,form,width,height\nN,door,15,30\n,door,15,30\n', 'Row 3: The wall is missing'],
    ['wall,form,width,height,zone\nN,door,15,30,Q\n', 'Row 2: There is no zone “Q”'],
    ['wall,form,width,height,grease\nN,door,15,30,9\n', 'Row 2: “9” is not a whole number from 0 to 3'],
    ['wall,form,width,height,chips\nN,door,15,30,perhaps\n', 'Row 2: “perhaps” is neither yes nor no'],
    [
      'wall,cabinet,row,form,width,height\nN,1,1,door,15,30\nN,1,2,door,40,30\n',
      'Row 3: This row is not as wide',
    ],
    ['wall,cabinet,column,form,width,height\nN,1,1,door,15,30\nN,1,1,door,15,30\n', 'is there twice'],
    ['code,width\n1,19\n', 'Row 2: 1 is 14 1/4 in in the drawing, not 19'],
    ['code,code\n1,1\n', 'Row 1: Two columns are “code”'],
    ['code,grease\n1,1\n1,2\n', 'Row 3: 1 is in row 2 too'],
    ['nothing,known\na,b\n', 'The table has no rows with anything in them'],
    ['wall', 'needs a heading and at least one row'],
    ['wall,form\n"N,door\n', 'a quotation mark'],
    ['wall,form,width,height\nN # note,door,15,30\n', 'is no name for a wall'],
  ])('is refused whole: %j', (text, says) => {
    const { db, job } = newDatabase();
    saveSurvey(db, job, 'wall X\nupper 30 : pair');
    const before = exportJob(db, job);
    expect(
      refusal(() => {
        const mapping = text.startsWith('code,code')
          ? (['code', 'code'] as const)
          : guessMapping(readCsv(text)[0] ?? []);
        return importPieces(db, job, text, mapping, false);
      }),
    ).toContain(says);
    expect(exportJob(db, job)).toEqual(before);
  });

  it('200 broken tables: a clear error each, or a job that still hangs together', () => {
    const { db, job } = newDatabase();
    saveSurvey(db, job, 'wall X\nupper 30 : pair\nbase 18 : 3x drawer');
    const good = table(db, job);
    const before = JSON.stringify(exportJob(db, job));
    const signs = fc.constantFrom(
      '"',
      ',',
      ';',
      '\n',
      '\0',
      '=',
      '#',
      '-1',
      '999999',
      'door',
      '\t',
      '“',
      '/',

      ':',
    );
    let refused = 0;
    always(
      fc.property(
        fc.array(fc.tuple(fc.nat(), signs, fc.nat({ max: 6 })), { minLength: 2, maxLength: 9 }),
        fc.boolean(),
        (cuts, asNew) => {
          const text = cuts.reduce((t, [at, sign, drop]) => {
            const i = at % t.length;
            return t.slice(0, i) + sign + t.slice(i + drop);
          }, good);
          db.exec('SAVEPOINT one');
          try {
            importPieces(db, job, text, guessMapping(readCsv(text)[0] ?? []), asNew);
            expect('file' in readJobFile(JSON.parse(JSON.stringify(exportJob(db, job))), Date.now())).toBe(
              true,
            );
          } catch (error) {
            // Anything but a refusal is a crash.
            if (!(error instanceof Refused)) throw error;
            refused++;
            expect(error.message.length).toBeGreaterThan(15);
            expect(JSON.stringify(exportJob(db, job))).toBe(before);
          }
          db.exec('ROLLBACK TO one; RELEASE one');
        },
      ),
      100,
    );
    expect(refused).toBeGreaterThan(30);
  });
});

describe('a broken survey', () => {
  it('is kept as typed, every fault with its place, pieces untouched', () => {
    const { db, job } = newDatabase();
    const good = 'wall North\nupper 30 : pair\nbase 24 : drawer / door L\nbase 18 : 3x drawer + end R\n';
    saveSurvey(db, job, good);
    const before = JSON.stringify(listPieces(db, job));
    const signs = fc.constantFrom(
      ':',
      '/',
      '@',
      '+',
      'x',
      '0',
      '-',
      'zz',
      '\n',
      '14 3/',
      '\0',
      'corner',

      ' ',
    );
    let faulty = 0;
    always(
      fc.property(
        fc.array(fc.tuple(fc.nat(), signs, fc.nat({ max: 4 })), { minLength: 1, maxLength: 6 }),
        (cuts) => {
          const text = cuts.reduce((t, [at, sign, drop]) => {
            const i = at % t.length;
            return t.slice(0, i) + sign + t.slice(i + drop);
          }, good);
          db.exec('SAVEPOINT one');
          const { errors } = saveSurvey(db, job, text);
          const { job: kept } = openJob(db, job);
          expect(kept.notation).toBe(text);
          if (errors.length) {
            faulty++;
            for (const e of errors)
              expect(e.message.length > 8 && e.hint.length > 4 && e.from < e.to).toBe(true);
            expect(JSON.stringify(listPieces(db, job))).toBe(before);
            expect(kept.surveyed).toBe(good);
          }
          db.exec('ROLLBACK TO one; RELEASE one');
        },
      ),
      100,
    );
    expect(faulty).toBeGreaterThan(40);
  });
});

it('an id that is no id is refused before anything is looked up', () => {
  const { db } = newDatabase();
  expect(refusal(() => exportJob(db, newId()))).toContain('no such job');
});
