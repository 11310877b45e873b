/** What bars say of the film under them. */
import { expect, it } from 'vitest';
import { madeOnce, newDatabase } from '../../../../../tests/new-database';
import { gets } from '$core/coating/route';
import { openJob } from '../job/open-job';
import { saveSurvey } from '../survey/save-survey';
import { bars } from './bars';
import { choosePlan } from './choose-plan';
import { lastPlan } from './make/make-plan';
import { choiceOf, proposalOf } from './take-proposal';

const NOW = Date.UTC(2026, 2, 9, 12);
const planned = (key: string) =>
  madeOnce(async () => {
    const { db, job } = newDatabase({ houseYear: 1994, zone: 'America/Halifax' }, NOW);
    saveSurvey(db, job, 'wall North\nupper 30 : glass L / door R\nbase 24 : drawer / door L\n');
    const file = () => openJob(db, job);
    await choosePlan(
      db,
      job,
      choiceOf(db, file(), null, proposalOf(db, file(), null, key, NOW), NOW),
      () => NOW,
    );
    return { db, job, drawn: bars(file(), lastPlan(db, file()) ?? null, new Map()) };
  })();

it.each(['shellac-urethane', 'glaze-clear'])('%s: what comes next is called by what it is', async (key) => {
  const { db, job, drawn } = await planned(key);
  const file = openJob(db, job);
  const coats = drawn.filter((b) => b.kind === 'coat' && b.where === 'pieces');
  expect(coats.length).toBeGreaterThan(3);
  for (const bar of coats.filter((b) => b.readyFor)) {
    const lot = file.lots.find((l) => l.name === bar.lot);
    const step = file.route.find((s) => s.act === bar.words);
    const next = file.route.find(
      (s) => s.after.some((r) => r.step === step?.key && r.film) && lot?.pieces.some((p) => gets(s, p)),
    );
    const first = next?.act.split(' ')[0]?.toLowerCase();
    expect([next?.kind, first], `${bar.words}: ${bar.readyFor}`).toContain(bar.readyFor);
    expect(bar.readyFor).not.toBe('clean');
  }
  expect(coats.some((b) => b.readyFor === 'unmask')).toBe(true);
  for (const bar of drawn.filter((b) => b.where === 'kitchen')) expect(bar.readyFor).not.toBe('go on');
});
