/** What is noted about pieces: zones, conditions, codes that stay, photos. */
import sharp from 'sharp';
import { beforeEach, describe, expect, it } from 'vitest';
import { v7 as newId } from 'uuid';
import { newDatabase } from '../../../../../tests/new-database';
import type { Db } from '../../db/open';
import { listZones } from '../../store/jobs';
import { findPhoto, listPhotos } from '../../store/photos';
import { listPieces } from '../../store/pieces';
import { attachPhoto, MAX_PHOTO_BYTES } from './attach-photo';
import { setCodeRules } from '../job/codes';
import { createJob } from '../job/create-job';
import { readSaid } from './condition-form';
import { jobLabels, notePrint, wantedLabels } from '../take-down/labels';
import { noteCondition } from './note-condition';
import { openJob } from '../job/open-job';
import { recordFacts } from '../bench/record-facts';
import { reformPieces } from './reform-pieces';
import { Refused } from '../../base/refused';
import { saveSurvey } from './save-survey';
import { addZone, changeZone, paintZone, removeZone } from './zones';

const TEXT = 'wall North\nupper 30 : pair\nbase 18 : 3x drawer\n';
const SLATE = { name: 'Island', colour: 'Slatewing', hex: '#54636B', sheen: 'satin' as const };
const NOW = Date.UTC(2026, 2, 9, 12);
let db: Db;
let job: string;
let worker: string;

beforeEach(() => {
  ({ db, job, worker } = newDatabase({}, NOW));
  saveSurvey(db, job, TEXT);
});

const pieces = () => listPieces(db, job);
const ids = () => pieces().map((p) => p.id);
const codes = () => pieces().map((p) => p.code);
const record = (body: unknown) =>
  recordFacts(db, job, [{ id: newId(), job, at: NOW, worker, device: 'test', body }]);
const label = (n: number) => record({ kind: 'piece.labelled', pieces: ids().slice(0, n) });

describe('zones', () => {
  it('take the next free letter, are painted on, and give codes', () => {
    const island = addZone(db, job, SLATE);
    addZone(db, job, { ...SLATE, name: 'Pantry' });
    const pantry = listZones(db, job).find((z) => z.name === 'Pantry');
    expect(listZones(db, job).map((z) => [z.letter, z.position])).toEqual([
      ['A', 0],
      ['C', 1],
      [pantry?.letter, 2],
    ]);
    removeZone(db, job, pantry?.id ?? '');
    setCodeRules(db, job, { scheme: 'zone', leaveOutUnsafe: false, way: 'lying' });
    paintZone(db, job, island, ids().slice(2));
    expect(codes()).toEqual(['A1', 'A2', 'C1', 'C2', 'C3']);
    changeZone(db, job, island, { ...SLATE, colour: 'Quaymist' });
    expect(listZones(db, job)[1]?.colour).toBe('Quaymist');
    expect(() => removeZone(db, job, island)).toThrow('3 pieces are in this zone');
    paintZone(db, job, listZones(db, job)[0]?.id ?? '', ids());
    removeZone(db, job, island);
    expect(() => removeZone(db, job, listZones(db, job)[0]?.id ?? '')).toThrow('at least one zone');
  });

  it('are refused with what is wrong', () => {
    expect(() => addZone(db, job, { ...SLATE, name: ' ' })).toThrow('Name the zone');
    expect(() => addZone(db, job, { ...SLATE, hex: 'blue' })).toThrow('Write the colour as #DCCFA9');
    expect(() => paintZone(db, job, newId(), ids())).toThrow('no such zone');
    expect(() => paintZone(db, job, listZones(db, job)[0]?.id ?? '', [newId()])).toThrow('Choose the pieces');
  });

  it('do not change under a label that names them', () => {
    const island = addZone(db, job, SLATE);
    setCodeRules(db, job, { scheme: 'zone', leaveOutUnsafe: false, way: 'lying' });
    label(1);
    expect(() => paintZone(db, job, island, ids())).toThrow('A1: the label names the old zone');
    expect(pieces().every((p) => p.zoneId !== island)).toBe(true);
    // By another scheme the code says nothing of the zone.
    setCodeRules(db, job, { scheme: 'number', leaveOutUnsafe: false, way: 'lying' });
    paintZone(db, job, island, ids());
    expect(codes()).toEqual(['A1', '1', '2', '3', '4']);
  });

  it('a lot has one colour', () => {
    const island = addZone(db, job, SLATE);
    paintZone(db, job, island, ids().slice(1, 3));
    const { lots } = openJob(db, job);
    expect(lots).toEqual([]);
  });
});

describe('codes that stay', () => {
  it('once a label is printed, on a sheet too', () => {
    const file = openJob(db, job);
    const wanted = wantedLabels(db, file, { kinds: ['piece'], wall: null, again: false });
    expect(wanted).toHaveLength(5);
    notePrint(db, file, worker, NOW, 'sheet', wanted);
    saveSurvey(db, job, TEXT.replace('upper 30', 'upper 12 : door L\nupper 30'));
    expect(codes()).toEqual(['6', '1', '2', '3', '4', '5']);
    // The new piece alone is left to print; the others only when asked for again.
    const rest = wantedLabels(db, openJob(db, job), { kinds: ['piece'], wall: null, again: false });
    expect(rest.map((l) => [l.label.code, l.again])).toEqual([['6', 0]]);
    notePrint(db, openJob(db, job), worker, NOW, 'sheet', rest);
    expect(() => wantedLabels(db, openJob(db, job), { kinds: ['piece'], wall: null, again: false })).toThrow(
      'These 6 labels are printed already',
    );
    expect(
      wantedLabels(db, openJob(db, job), { kinds: ['piece'], wall: null, again: true }).every(
        (l) => l.again === 1,
      ),
    ).toBe(true);
  });

  it('labels hold no personal data and name what they are for', () => {
    const file = openJob(db, job);
    for (const kind of ['piece', 'opening', 'bag'] as const)
      for (const l of jobLabels(file, kind)) expect(l.key).toMatch(/^((opening|bag):)?[0-9a-f-]{36}(:\w+)?$/);
    expect(() => setCodeRules(db, job, { scheme: 'colour', leaveOutUnsafe: false, way: 'lying' })).toThrow(
      'Choose how codes are given',
    );
  });
});

describe('conditions', () => {
  it('are noted in bulk; what is not said stays', () => {
    expect(noteCondition(db, job, ids(), { wood: 'oak', grease: 2 })).toBe(5);
    noteCondition(db, job, ids().slice(0, 1), {
      grease: 3,
      hinges: { count: 3, kind: 'plate', bagged: false },
    });
    expect(pieces().map((p) => [p.condition.wood, p.condition.grease])).toEqual([
      ['oak', 3],
      ['oak', 2],
      ['oak', 2],
      ['oak', 2],
      ['oak', 2],
    ]);
    expect(pieces()[0]?.condition.hinges).toEqual({ count: 3, kind: 'plate', bagged: false });
    // They stay with the piece when the survey changes around it.
    saveSurvey(db, job, TEXT.replace('upper 30', 'upper 12 : door L\nupper 30'));
    expect(pieces().map((p) => p.condition.grease)).toEqual([0, 3, 2, 2, 2, 2]);
  });

  it('are refused when they are none', () => {
    expect(() => noteCondition(db, job, ids(), { grease: 4 })).toThrow(Refused);
    expect(() => noteCondition(db, job, ids(), { wood: 'marble' })).toThrow(Refused);
    expect(() => noteCondition(db, job, ids(), {})).toThrow('Say what to note');
    expect(() => noteCondition(db, job, [newId()], { grease: 1 })).toThrow('Choose the pieces first');
    expect(pieces().every((p) => p.condition.grease === 0)).toBe(true);
  });

  it('are read from a form that says nothing where a field is empty', () => {
    const form = new FormData();
    for (const [k, v] of Object.entries({
      wood: 'oak',
      grease: '',
      chips: 'no',
      hinges: '3',
      bagged: 'no',
      note: 'x',
    }))
      form.set(k, v);
    expect(readSaid(form)).toEqual({
      wood: 'oak',
      chips: false,
      hinges: { count: 3, kind: 'cup', bagged: false },
    });
    form.set('setNote', 'yes');
    expect(readSaid(form).note).toBe('x');
  });
});

describe('form and hinge side', () => {
  it('change in the drawing, and the piece stays who it is', () => {
    noteCondition(db, job, ids().slice(0, 1), { grease: 3 });
    label(2);
    const before = ids();
    expect(reformPieces(db, job, before.slice(0, 2), { form: 'glass' })).toBe(2);
    reformPieces(db, job, before.slice(1, 2), { hinge: 'left' });
    expect(ids()).toEqual(before);
    expect(pieces().map((p) => [p.form, p.hinge, p.condition.grease])).toEqual([
      ['glass', 'left', 3],
      ['glass', 'left', 0],
      ['drawer', null, 0],
      ['drawer', null, 0],
      ['drawer', null, 0],
    ]);
    expect(openJob(db, job).job.notation).toBe(
      'wall North\nupper 30 : glass L glass L\nbase 18 : 3x drawer\n',
    );
  });

  it('are refused where they cannot be', () => {
    expect(() => reformPieces(db, job, ids(), { form: 'shelf' })).toThrow('a form that a front can have');
    expect(() => reformPieces(db, job, ids(), {})).toThrow('Choose a form or a hinge side');
    expect(() => reformPieces(db, job, [newId()], { form: 'door' })).toThrow('Choose doors');
    saveSurvey(db, job, `${TEXT}uper 3`);
    expect(() => reformPieces(db, job, ids(), { form: 'panel' })).toThrow('lines to mend');
  });
});

describe('tests on site', () => {
  it('are kept as facts; a result that the test cannot have is refused', () => {
    const at = (result: string) =>
      record({ kind: 'test.recorded', test: { method: 'wipe', result }, place: 'stove' });
    at('yellow');
    expect(openJob(db, job).state.tests).toHaveLength(1);
    expect(() =>
      record({ kind: 'test.recorded', test: { method: 'wipe', result: 'lifted' }, place: 'x' }),
    ).toThrow(Refused);
    expect(() => at('')).toThrow(Refused);
  });
});

describe('photos', () => {
  const picture = (kind: 'jpeg' | 'png' | 'webp' | 'gif', w = 3000, h = 1000) =>
    sharp({ create: { width: w, height: h, channels: 3, background: '#5C7484' } })
      .withExif({
        IFD0: { Copyright: 'someone' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '44/1 38/1 0/1' },
      })
      .toFormat(kind)
      .toBuffer();
  const attach = (bytes: Uint8Array, piece: string | null = null, note = '') =>
    attachPhoto(db, job, { piece, bytes, note, worker, now: NOW });

  it('are encoded anew, smaller, without what the camera wrote', async () => {
    const sent = await picture('jpeg');
    expect((await sharp(sent).metadata()).exif).toBeDefined();
    const id = await attach(sent, ids()[0] ?? null, ' a chip ');
    expect(listPhotos(db, job)).toMatchObject([{ id, note: 'a chip', width: 2000, height: 667 }]);
    for (const which of ['image', 'thumbnail'] as const) {
      const stored = findPhoto(db, id, which) ?? Buffer.alloc(0);
      const { exif, format, width } = await sharp(stored).metadata();
      expect([exif, format, width]).toEqual([undefined, 'jpeg', which === 'image' ? 2000 : 240]);
      expect(stored.includes('someone')).toBe(false);
    }
  });

  it('of a flaw know it; one that its device sends twice is stored once', async () => {
    const [piece = ''] = ids();
    const bytes = await picture('jpeg', 80, 60);
    const flaw = {
      kind: 'defect.found',
      piece,
      face: 'front',
      defect: 'run',
      severity: 2,
      x: 0.5,
      y: 0.5,
      note: '',
    };
    const [of = ''] = record(flaw).ids;
    const photo = { id: newId(), piece, of, bytes, note: '', worker, now: NOW };
    expect(await attachPhoto(db, job, photo)).toBe(photo.id);
    expect(await Promise.all([attachPhoto(db, job, photo), attachPhoto(db, job, photo)])).toEqual([
      photo.id,
      photo.id,
    ]);
    expect(listPhotos(db, job)).toMatchObject([{ id: photo.id, piece, of }]);
    await expect(attachPhoto(db, job, { ...photo, id: newId(), of: newId() })).rejects.toThrow(
      'no such flaw',
    );
    const elsewhere = createJob(
      db,
      { ...SLATE, place: '', houseYear: null, zone: 'Etc/UTC', unit: 'in' },
      NOW,
    );
    await expect(attachPhoto(db, elsewhere, photo)).rejects.toThrow('another photo');
    await expect(attachPhoto(db, elsewhere, { ...photo, id: newId(), piece: null })).rejects.toThrow(
      'no such flaw',
    );
    expect(listPhotos(db, job)).toHaveLength(1);
  });

  it('are known by what is in them', async () => {
    await attach(await picture('png', 40, 40));
    await attach(await picture('webp', 40, 40));
    await expect(attach(await picture('gif', 40, 40))).rejects.toThrow('no photo that can be read');
    await expect(attach(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'))).rejects.toThrow(Refused);
    await expect(attach((await picture('jpeg')).subarray(0, 900))).rejects.toThrow(Refused);
    await expect(attach(new Uint8Array())).rejects.toThrow('Choose a photo');
    await expect(attach(new Uint8Array(MAX_PHOTO_BYTES + 1))).rejects.toThrow('larger than 15 MB');
    await expect(attach(await picture('png', 40, 40), newId())).rejects.toThrow('no such piece');
    expect(listPhotos(db, job)).toHaveLength(2);
  });
});
