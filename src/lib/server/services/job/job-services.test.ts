/** A job as a whole: made, put right, put away, placed, deleted; its codes; many jobs read one by one. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { v7 as newId } from 'uuid';
import { factOf, SMALL_KITCHEN, usualChoice } from '../../../../../tests/builders';
import { newDatabase, newJob } from '../../../../../tests/new-database';
import { refusal } from '../../../../../tests/refusal';
import { choiceSchema } from '$core/planning/job/choice';
import type { Db } from '../../db/open';
import { findJob, listJobIds, listOpenJobs, listZones, writeChoice } from '../../store/jobs';
import { listPieces } from '../../store/pieces';
import { listSummaries } from '../../store/summaries';
import { insertWorker, listWorkers } from '../../store/workers';
import { recordFacts } from '../bench/record-facts';
import { noteCondition } from '../survey/note-condition';
import { saveSurvey } from '../survey/save-survey';
import { addZone, paintZone } from '../survey/zones';
import { notePrint, wantedLabels } from '../take-down/labels';
import { jobCautions } from './cautions';
import { codesOf, keptCodes, setCodeRules } from './codes';
import { createJob, newJobSchema } from './create-job';
import { eachJob, withFaults } from './each-job';
import { divideLots, dividedLots } from './lots';
import {
  archive,
  changeAbout,
  forgetChoice,
  managedJob,
  mayDelete,
  placeJob,
  positionFrom,
  removeJob,
} from './manage-job';
import { openJob } from './open-job';
import { placesOf } from './places';
import { rebuildSummaries, summarise } from './summaries';

const NOW = Date.UTC(2026, 2, 9, 12);
let db: Db;
let job: string;
let worker: string;
beforeEach(() => {
  ({ db, job, worker } = newDatabase({ name: 'Quay End', zone: 'America/Halifax' }, NOW));
});
const file = () => openJob(db, job);
const codes = () => listPieces(db, job).map((p) => p.code);
const record = (...bodies: Parameters<typeof factOf>[3][]) =>
  recordFacts(
    db,
    job,
    bodies.map((body, i) => factOf(job, worker, NOW + i * 60_000, body)),
  );
const ids = () => listPieces(db, job).map((p) => p.id);

describe('a new job', () => {
  const given = {
    name: ' Tern Cottage ',
    place: '',
    houseYear: '1931',
    zone: 'America/Halifax',
    unit: 'mm',
    colour: 'Oatcloth',
    hex: '#DCCFA9',
    sheen: 'satin',
  };
  it('is made once under its id, with one zone and a line on the pages of all jobs', () => {
    const id = newId();
    const input = newJobSchema.parse({ ...given, id });
    expect(createJob(db, input, NOW)).toBe(id);
    expect(createJob(db, { ...input, name: 'Another' }, NOW + 1)).toBe(id);
    expect(findJob(db, id)).toMatchObject({
      name: 'Tern Cottage',
      houseYear: 1931,
      createdAt: NOW,
      choice: null,
    });
    expect(listZones(db, id)).toMatchObject([
      { name: 'Kitchen', colour: 'Oatcloth', letter: 'A', position: 0 },
    ]);
    expect(listSummaries(db).filter((s) => s.id === id)).toMatchObject([{ stage: 'survey', pieces: 0 }]);
  });
  it.each([
    [{ houseYear: '1599' }, /four digits/],
    [{ houseYear: '31' }, /four digits/],
    [{ hex: '#12345' }, /#DCCFA9/],
    [{ zone: 'Atlantis/Bay' }, /time zone/],
    [{ name: 'x'.repeat(81) }, /80 letters/],
  ])('is refused in words: %j', (change, why) => {
    expect(newJobSchema.safeParse({ ...given, ...change }).error?.issues[0]?.message).toMatch(why);
  });
  it('may leave its year open', () => {
    expect(newJobSchema.parse({ ...given, houseYear: '' }).houseYear).toBeNull();
  });
});

describe('what is stored of a job', () => {
  it('is changed as it is typed, and refused with its field', () => {
    changeAbout(db, job, { name: ' Quay Head ', place: '1 Quay', zone: 'Europe/Paris' });
    expect(managedJob(db, job)).toMatchObject({ name: 'Quay Head', place: '1 Quay', zone: 'Europe/Paris' });
    expect(refusal(() => changeAbout(db, job, { name: ' ', place: '', zone: 'Etc/UTC' }))).toMatchObject({
      status: 422,
      field: 'name',
    });
    expect(refusal(() => changeAbout(db, newId(), { name: 'x', place: '', zone: 'Etc/UTC' })).status).toBe(
      404,
    );
  });
  it('says whether it is put away, where its house is, what was chosen and what would go', () => {
    expect(managedJob(db, job)).toMatchObject({
      archivedAt: null,
      position: null,
      chosen: false,
      faults: [],
    });
    saveSurvey(db, job, SMALL_KITCHEN);
    writeChoice(db, job, JSON.stringify(choiceSchema.parse(usualChoice([worker]))));
    placeJob(db, job, { latitude: 44.6, longitude: -63.6 });
    archive(db, job, NOW);
    expect(managedJob(db, job)).toMatchObject({
      archivedAt: NOW,
      position: { latitude: 44.6, longitude: -63.6 },
      chosen: true,
      contents: { pieces: ids().length },
    });
    expect(listOpenJobs(db)).toEqual([]);
    archive(db, job, null);
    placeJob(db, job, null);
    forgetChoice(db, job);
    expect(managedJob(db, job)).toMatchObject({ archivedAt: null, position: null, chosen: false });
    expect(listSummaries(db).find((s) => s.id === job)?.stage).toBe('plan');
    for (const act of [() => archive(db, 'x', 1), () => placeJob(db, 'x', null), () => forgetChoice(db, 'x')])
      expect(refusal(act).status).toBe(404);
  });
  it('that does not read says so, and its job can be managed', () => {
    db.prepare("UPDATE job SET time_zone = 'Atlantis/Bay' WHERE id = ?").run(job);
    const managed = managedJob(db, job);
    expect(managed.zone).toBe('Atlantis/Bay');
    expect(managed.faults.map((f) => f.what).join()).toContain('Atlantis/Bay');
  });
});

it('a place on the earth is read from two fields, both or none', () => {
  expect(positionFrom(' ', '')).toBeNull();
  expect(positionFrom('44,6', '-63.6')).toEqual({ latitude: 44.6, longitude: -63.6 });
  for (const [latitude, longitude] of [
    ['44', ''],
    ['', '5'],
    ['91', '0'],
    ['0', '181'],
    ['north', '0'],
  ] as const)
    expect(refusal(() => positionFrom(latitude, longitude)).status).toBe(422);
});

describe('deleting a job', () => {
  it('takes its name and the lead, and leaves nothing of it', () => {
    saveSurvey(db, job, SMALL_KITCHEN);
    record({ kind: 'piece.labelled', pieces: ids() });
    const helper = newId();
    insertWorker(db, { id: helper, name: 'Osei', role: 'helper' });
    expect([mayDelete(db, worker), mayDelete(db, helper)]).toEqual([true, false]);
    expect(refusal(() => removeJob(db, job, 'Quay End', helper, NOW)).status).toBe(409);
    expect(refusal(() => removeJob(db, job, 'Quay', worker, NOW))).toMatchObject({
      status: 422,
      field: 'name',
    });
    expect(listJobIds(db)).toEqual([job]);
    removeJob(db, job, ' Quay End ', worker, NOW);
    expect(listJobIds(db)).toEqual([]);
    expect(listPieces(db, job)).toEqual([]);
    expect(db.prepare('SELECT count(*) FROM event').pluck().get()).toBe(0);
    expect(refusal(() => removeJob(db, job, 'Quay End', worker, NOW)).status).toBe(404);
  });
  it('is anybody’s where nobody leads', () => {
    db.prepare("UPDATE worker SET role = 'painter'").run();
    expect(listWorkers(db).every((w) => mayDelete(db, w.id))).toBe(true);
  });
});

describe('codes', () => {
  beforeEach(() => void saveSurvey(db, job, 'wall North\nupper 30 : pair\nbase 18 : 3x drawer\n'));
  const rules = { scheme: 'zone', leaveOutUnsafe: false, way: 'lying' };
  it('follow the scheme until a piece has a label; then it keeps its own', () => {
    expect(codes()).toEqual(['1', '2', '3', '4', '5']);
    record({ kind: 'piece.labelled', pieces: ids().slice(0, 1) });
    notePrint(
      db,
      file(),
      worker,
      NOW,
      'sheet',
      wantedLabels(db, file(), { kinds: ['piece'], wall: null, again: false }).slice(1, 2),
    );
    expect(keptCodes(db, file())).toEqual(new Set(ids().slice(0, 2)));
    setCodeRules(db, job, rules);
    expect(codes().slice(0, 2)).toEqual(['1', '2']);
    expect(
      codes()
        .slice(2)
        .every((code) => code.startsWith('A')),
    ).toBe(true);
    expect(codesOf(db, file())).toEqual(codes());
  });
  it('name the zone that a piece is in', () => {
    const island = addZone(db, job, { name: 'Island', colour: 'Slatewing', hex: '#54636B', sheen: 'satin' });
    paintZone(db, job, island, ids().slice(3));
    setCodeRules(db, job, rules);
    const letters = new Map(listZones(db, job).map((z) => [z.id, z.letter]));
    for (const p of listPieces(db, job)) expect(p.code.startsWith(letters.get(p.zoneId) ?? '?')).toBe(true);
    expect(new Set(codes()).size).toBe(5);
  });
  it('are left as they are by rules that are none', () => {
    for (const wrong of [{ ...rules, scheme: 'runes' }, { ...rules, way: 'flying' }, {}])
      expect(refusal(() => setCodeRules(db, job, wrong)).status).toBe(422);
    expect(codes()).toEqual(['1', '2', '3', '4', '5']);
  });
});

describe('lots', () => {
  const choice = () => choiceSchema.parse(usualChoice([worker], { lotSize: 4 }));
  it('are divided anew until work begins; what comes later makes lots of its own', () => {
    saveSurvey(db, job, SMALL_KITCHEN);
    divideLots(db, job, choice());
    const sizes = () => file().lots.map((l) => l.pieces.length);
    expect(sizes().reduce((a, b) => a + b, 0)).toBe(ids().length);
    expect(Math.max(...sizes())).toBeLessThanOrEqual(4);
    writeChoice(db, job, JSON.stringify(choice()));
    const [lot] = file().lots;
    if (!lot) throw new Error('no lot');
    record(
      { kind: 'piece.labelled', pieces: ids() },
      { kind: 'piece.down', pieces: ids(), place: 'rack' },
      { kind: 'work.started', step: 'clean', lot: lot.id, pieces: lot.pieces },
    );
    const before = file().lots.map((l) => l.id);
    const more = dividedLots(db, job, { ...choice(), lotSize: 2 });
    expect(more.map((l) => l.id)).toEqual(before);
    saveSurvey(db, job, `${SMALL_KITCHEN}base 30 : pair\n`);
    const grown = dividedLots(db, job, choice());
    expect(grown.slice(0, before.length).map((l) => l.id)).toEqual(before);
    expect(grown.slice(before.length).flatMap((l) => l.pieces)).toHaveLength(2);
  });
});

it('many jobs are read one by one: what one of them breaks on takes no other with it', () => {
  const other = newJob(db, { name: 'Other' }, NOW);
  const said = vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const { read, spoilt } = eachJob(db, [job, other, 'gone'], (id) => {
    if (id !== other) throw new Error(`broken ${id}`);
    return id;
  });
  said.mockRestore();
  expect(read).toEqual([other]);
  expect(spoilt.map((s) => [s.id, s.name, s.faults[0]?.what])).toEqual([
    [job, 'Quay End', `It cannot be read: broken ${job}`],
    ['gone', 'gone', 'It cannot be read: broken gone'],
  ]);
  const fault = { what: 'w', advice: 'a' };
  const of = (id: string, faults: (typeof fault)[]) => ({ job: { id, name: id }, faults });
  expect(withFaults([of('a', []), of('b', [fault])])).toEqual([{ id: 'b', name: 'b', faults: [fault] }]);
});

describe('the line of a job', () => {
  it('tells its stage by what was recorded', () => {
    expect(summarise(file())).toMatchObject({ stage: 'survey', pieces: 0, passes: 0 });
    saveSurvey(db, job, SMALL_KITCHEN);
    const pieces = ids();
    expect(summarise(file())).toMatchObject({ stage: 'plan', pieces: pieces.length, labelled: 0 });
    const choice = choiceSchema.parse(usualChoice([worker]));
    writeChoice(db, job, JSON.stringify(choice));
    divideLots(db, job, choice);
    expect(summarise(file()).stage).toBe('plan');
    record({ kind: 'piece.labelled', pieces: pieces.slice(0, 3) });
    expect(summarise(file())).toMatchObject({ stage: 'take-down', labelled: 3, down: 0 });
    record(
      { kind: 'piece.labelled', pieces: pieces.slice(3) },
      { kind: 'piece.down', pieces, place: 'rack' },
    );
    const down = summarise(file());
    expect(down).toMatchObject({ stage: 'coat', down: pieces.length, passesDone: 0, hung: 0 });
    expect(down.passes).toBe(pieces.length * file().route.filter((s) => s.kind === 'coat').length);
    expect(rebuildSummaries(db)).toBe(1);
    expect(listSummaries(db)[0]).toMatchObject({ stage: 'coat', down: pieces.length });
  });
});

it('pieces live beside what their kitchen says', () => {
  saveSurvey(db, job, 'wall North\nbase 30 : pair\nbase 24 : drawer / door L\n');
  noteCondition(db, job, ids().slice(0, 1), { water: true });
  const places = [...placesOf(file()).values()];
  expect(places).toEqual(['sink', 'elsewhere', 'elsewhere', 'elsewhere']);
});

it('a house of before 1978 is treated with caution for lead, and a chosen system for what is in it', () => {
  saveSurvey(db, job, SMALL_KITCHEN);
  noteCondition(db, job, ids(), { wood: 'oak' });
  expect(jobCautions(file())).toEqual([]);
  writeChoice(db, job, JSON.stringify(choiceSchema.parse(usualChoice([worker], { fixed: true }))));
  const keys = (): string[] => jobCautions(file()).map((c) => JSON.stringify(c));
  const young = keys();
  expect(young.length).toBeGreaterThan(0);
  // Walls are coated standing on something.
  expect(young.join()).toContain('Ladder on firm ground');
  expect(young.join().toLowerCase()).not.toContain('lead');
  db.prepare('UPDATE job SET house_year = 1931 WHERE id = ?').run(job);
  expect(keys().join().toLowerCase()).toContain('lead');
});
