/** A proposed system taken for a job or for a part of it; primers under it; what it comes to here. */
import { beforeEach, describe, expect, it } from 'vitest';
import { madeOnce, newDatabase } from '../../../../../tests/new-database';
import { refusal } from '../../../../../tests/refusal';
import { gets } from '$core/coating/route';
import { choiceSchema } from '$core/planning/job/choice';
import type { Db } from '../../db/open';
import { readInput } from '../../base/read-input';
import { openJob } from '../job/open-job';
import { noteCondition } from '../survey/note-condition';
import { noteMaterials } from '../survey/note-materials';
import { saveSurvey } from '../survey/save-survey';
import { addZone, paintZone } from '../survey/zones';
import { takeOff } from '../take-off/take-off';
import { choosePlan } from './choose-plan';
import { finishedApart } from './finishes-form';
import { choiceFromForm } from './plan-form';
import { answerQuestions, proposeFor } from './propose';
import { asIf, comesToHere } from './as-if';
import { choiceOf, partOf, proposalOf } from './take-proposal';
import { USUAL_ANSWERS } from '$core/coating/proposal-facts';
import { lastPlan } from './make/make-plan';

const NOW = Date.UTC(2026, 2, 9, 12);
let db: Db;
let job: string;
let island: string;
const file = () => openJob(db, job);
const surveyed = madeOnce(() => {
  ({ db, job } = newDatabase({ houseYear: 1994, zone: 'America/Halifax' }, NOW));
  saveSurvey(
    db,
    job,
    'wall North\nupper 30 : pair\nbase 24 : drawer / door L + 1 shelf\nisland Side\nbase 30 : pair\nbase 18 : drawer / door L + end R\n',
  );
  island = addZone(db, job, { name: 'Island', colour: 'Slatewing', hex: '#54636B', sheen: 'satin' });
  const side = file().pieces.filter((p) => p.wall.startsWith('Side'));
  paintZone(
    db,
    job,
    island,
    side.map((p) => p.id),
  );
  noteCondition(
    db,
    job,
    side.map((p) => p.id),
    { wood: 'melamine' },
  );
  return { db, job, island };
});
beforeEach(async () => {
  ({ db, job, island } = await surveyed());
});
const form = (fields: Record<string, string>): FormData => {
  const made = new FormData();
  for (const [k, v] of Object.entries(fields)) made.set(k, v);
  return made;
};
const take = async (key: string, part: string | null = null) => {
  const choice = choiceOf(db, file(), part, proposalOf(db, file(), part, key, NOW), NOW);
  await choosePlan(db, job, choice, () => NOW);
};

describe('a proposal', () => {
  it('is made for each zone by what is in it: the island is melamine, the kitchen is not', () => {
    expect(proposeFor(db, file(), NOW).found).toMatchObject({ slick: false, someSlick: true });
    expect(proposeFor(db, file(), NOW, island).list[0]?.system.key).toBe('melamine');
    expect(proposeFor(db, file(), NOW).list[0]?.system.key).not.toBe('melamine');
  });
  it('knows how warm it is by day where it is coated', () => {
    const celsius = (place: 'shop' | 'house'): number => {
      answerQuestions(db, job, { ...USUAL_ANSWERS, place });
      return proposeFor(db, file(), NOW).found.celsius ?? NaN;
    };
    expect(celsius('house')).toBeGreaterThan(celsius('shop') - 20);
    expect(celsius('shop')).toBeGreaterThan(-30);
  });
  it('is for a part that there is, and for one only once the job has a finish', () => {
    expect(partOf(file(), '')).toBeNull();
    expect(partOf(file(), 'shelves')).toBe('shelves');
    expect(refusal(() => partOf(file(), 'attic')).status).toBe(422);
    const proposal = proposalOf(db, file(), island, 'melamine', NOW);
    expect(refusal(() => choiceOf(db, file(), island, proposal, NOW)).message).toMatch(
      /finish of the kitchen first/,
    );
  });
});

describe('a finish of its own', () => {
  const apart = madeOnce(async () => {
    ({ db } = await surveyed());
    await take('shellac-urethane');
    await take('melamine', island);
    await take('all-in-one', 'shelves');
    return { db };
  });
  beforeEach(async () => {
    ({ db } = await apart());
  });
  const steps = (piece: string): string[] =>
    file()
      .route.filter((s) => gets(s, piece) && s.product)
      .map((s) => s.product?.key ?? '');
  it('gives each piece the coats of its own system, and lots that are laid together', () => {
    const { pieces, lots } = file();
    const one = (fits: (p: (typeof pieces)[number]) => boolean): string => pieces.find(fits)?.id ?? '';
    expect(new Set(steps(one((p) => p.zoneId === island)))).toEqual(
      new Set(['surface-sealer', 'slick-enamel']),
    );
    expect(new Set(steps(one((p) => p.form === 'shelf')))).toEqual(new Set(['self-priming', 'sealer']));
    expect(new Set(steps(one((p) => p.zoneId !== island && p.form === 'door')))).toEqual(
      new Set(['shellac-primer', 'urethane-enamel']),
    );
    for (const lot of lots) expect(new Set(lot.pieces.map((p) => steps(p).join())).size).toBe(1);
  });
  it('is planned, bought and coated on the wall of its zone', () => {
    const plan = lastPlan(db, file());
    expect(plan && 'makespan' in plan.result).toBe(true);
    const bought =
      takeOff(db, file(), plan ?? null)?.lines.map((l) => [l.product.key, l.zone === island]) ?? [];
    expect(bought).toContainEqual(['slick-enamel', true]);
    expect(bought).toContainEqual(['urethane-enamel', false]);
    const onIsland = file().fixed.filter((s) => s.zone === island && s.product);
    expect(new Set(onIsland.map((s) => s.product?.key))).toEqual(new Set(['surface-sealer', 'slick-enamel']));
    expect(file().system?.products.map((p) => p.key)).toEqual(
      expect.arrayContaining(['urethane-enamel', 'slick-enamel', 'self-priming']),
    );
  });
  it('is taken out again where the form says so, and kept where it does not ask', () => {
    const again = (fields: Record<string, string>) =>
      choiceFromForm(db, file(), form({ system: 'shellac-urethane', ...fields }), NOW) as {
        finishes: Record<string, { system: { key: string }; counts: unknown[] }>;
      };
    expect(Object.keys(again({}).finishes).sort()).toEqual([island, 'shelves'].sort());
    const changed = again({
      finishes: 'yes',
      [`finish.${island}.system`]: 'melamine',
      [`finish.${island}.melamine.front.1`]: '3',
    });
    expect(Object.keys(changed.finishes)).toEqual([island]);
    expect(changed.finishes[island]?.counts[1]).toEqual({ back: 2, front: 3 });
  });
});

describe('a primer under a system', () => {
  const choose = (fields: Record<string, string>) =>
    choiceFromForm(db, file(), form({ system: 'all-in-one', ...fields }), NOW) as {
      system: { layers: { product: string; why?: string }[] };
      counts: { back: number; front: number }[];
    };
  it('is refused under a self-priming one without a reason, and laid with one; its coats follow T27', () => {
    expect(refusal(() => choose({ primer: 'shellac-primer' })).message).toMatch(/carries its own bond/);
    answerQuestions(db, job, { ...USUAL_ANSWERS, change: 'dark to light' });
    const why = { primer: 'shellac-primer', primerWhy: 'black to white' };
    const made = choose(why);
    expect(made.system.layers[0]).toMatchObject({ product: 'shellac-primer', why: 'black to white' });
    expect(made.counts).toEqual([
      { back: 2, front: 2 },
      { back: 2, front: 2 },
      { back: 1, front: 1 },
    ]);
    expect(choose({ ...why, tool: 'roller' }).counts[0]).toEqual({ back: 3, front: 3 });
    answerQuestions(db, job, { ...USUAL_ANSWERS, change: 'darker' });
    expect(choose(why).counts[0]).toEqual({ back: 1, front: 1 });
  });
  it('may be taken out again', async () => {
    await choosePlan(db, job, choose({ primer: 'shellac-primer', primerWhy: 'black to white' }), () => NOW);
    expect(file().route.some((s) => s.product?.key === 'shellac-primer')).toBe(true);
    expect(choose({}).system.layers).toHaveLength(3);
    expect(choose({ primer: '' }).system.layers.map((l) => l.product)).toEqual(['self-priming', 'sealer']);
  });
});

it('what it comes to here: dates, days and nights of the household, hours, litres', async () => {
  const here = async (key: string, answers = {}) => {
    answerQuestions(db, job, { ...USUAL_ANSWERS, ...answers });
    const choice = choiceOf(db, file(), null, proposalOf(db, file(), null, key, NOW), NOW);
    return comesToHere(db, asIf(file(), choice), NOW);
  };
  const quick = await here('fast-cabinet');
  const oil = await here('oil-enamel');
  expect(quick?.back).toBeLessThan(oil?.back ?? 0);
  expect(quick?.daysWithoutFronts).toBeLessThan(oil?.daysWithoutFronts ?? 0);
  expect(quick?.solventNights).toBe(0);
  expect(oil?.solventNights).toBeGreaterThan(1);
  for (const x of [quick, oil]) {
    expect(x?.hang).toBeLessThanOrEqual(x?.back ?? 0);
    expect(x?.cured).toBeGreaterThan(x?.back ?? Infinity);
    expect(x?.minutes).toBeGreaterThan(100);
    expect(x?.ml).toBeGreaterThan(500);
    expect(x?.cents).toBeNull();
  }
});

it('what fixed work is made of is noted by kind, and decides what goes on first', async () => {
  await take('shellac-urethane');
  expect(file().fixed.some((s) => s.key.startsWith('seal-slick'))).toBe(false);
  noteMaterials(db, job, { 'end-panel': 'melamine' });
  expect(file().fixed.some((s) => s.key.startsWith('seal-slick'))).toBe(true);
  noteMaterials(db, job, { 'face-frame': 'raw wood' });
  expect(file().job.materials).toEqual({ 'end-panel': 'melamine', 'face-frame': 'raw wood' });
  expect(refusal(() => noteMaterials(db, job, { 'end-panel': 'gold' })).status).toBe(422);
});

describe('melamine pieces among others', () => {
  const steps = (piece: string) => file().route.filter((s) => gets(s, piece));
  const products = (piece: string) => new Set(steps(piece).flatMap((s) => s.product?.key ?? []));
  const doors = () => file().pieces.filter((p) => p.zoneId !== island && p.form === 'door');
  const printed = madeOnce(async () => {
    ({ db } = await surveyed());
    noteCondition(db, job, [doors()[0]?.id ?? ''], { oldFinish: 'printed film' });
    await take('shellac-urethane');
    return { db };
  });
  beforeEach(async () => {
    ({ db } = await printed());
  });
  it('are proposed for by themselves', () => {
    expect(partOf(file(), 'slick')).toBe('slick');
    expect(finishedApart(file()).map((f) => f.key)).toContain('slick');
    expect(proposeFor(db, file(), NOW, 'slick').list[0]?.system.key).toBe('melamine');
  });
  it('get the sealer of slick skins in place of the others’ primer, and are not sanded before it', async () => {
    const choice = choiceFromForm(
      db,
      file(),
      form({
        system: 'shellac-urethane',
        finishes: 'yes',
        'finish.slick.system': 'shellac-urethane',
        'finish.slick.primer': 'surface-sealer',
      }),
      NOW,
    );
    await choosePlan(db, job, readInput(choiceSchema, choice, ''), () => NOW);
    const [printed = '', wood = ''] = doors().map((p) => p.id);
    const slick = file().pieces.find((p) => p.zoneId === island)?.id ?? '';
    expect(products(wood)).toEqual(new Set(['shellac-primer', 'urethane-enamel']));
    for (const piece of [printed, slick]) {
      expect(products(piece)).toEqual(new Set(['surface-sealer', 'urethane-enamel']));
      const first = steps(piece).findIndex((s) => s.product);
      expect(
        steps(piece)
          .slice(0, first)
          .some((s) => s.kind === 'sand' || s.prep === 'sand'),
      ).toBe(false);
    }
    expect(steps(wood).some((s) => s.prep === 'sand')).toBe(true);
    for (const lot of file().lots)
      expect(new Set(lot.pieces.map((p) => [...products(p)].sort().join())).size).toBe(1);
    const plan = lastPlan(db, file());
    expect(plan && 'makespan' in plan.result).toBe(true);
    // Taken out again, the primer leaves the prep as the system has it.
    const without = choiceFromForm(
      db,
      file(),
      form({
        system: 'shellac-urethane',
        finishes: 'yes',
        'finish.slick.system': 'shellac-urethane',
        'finish.slick.primer': '',
      }),
      NOW,
    ) as { finishes: Record<string, { system: { layers: unknown[]; prep: { key: string }[] } }> };
    expect(without.finishes.slick?.system.layers).toHaveLength(2);
    expect(without.finishes.slick?.system.prep.map((p) => p.key)).toContain('sand');
  });
});
