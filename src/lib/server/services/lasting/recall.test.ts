/** A recall says loudly what it cannot know. */
import { MINUTE } from '$core/units/durations';
import { expect, it } from 'vitest';
import { factOf, SMALL_KITCHEN, usualChoice } from '../../../../../tests/builders';
import { newDatabase } from '../../../../../tests/new-database';
import type { FactBody } from '$core/bench/log/events';
import { choiceSchema } from '$core/planning/job/choice';
import { isoDay } from '$core/units/clock-time';
import { recordFacts } from '../bench/record-facts';
import { openJob } from '../job/open-job';
import { choosePlan } from '../plan/choose-plan';
import { saveSurvey } from '../survey/save-survey';
import { recallOf } from './recall';

const NOW = Date.UTC(2026, 2, 9, 13);

it('names kitchens whose pieces are coated and not hung, and pieces that a second can came to', async () => {
  const { db, job, worker } = newDatabase({ zone: 'America/Halifax', colour: 'Slatewing' }, NOW - 9e8);
  saveSurvey(db, job, SMALL_KITCHEN);
  await choosePlan(db, job, choiceSchema.parse(usualChoice([worker])), () => NOW);
  const asked = () => recallOf(db, new URLSearchParams({ day: isoDay(NOW, 'America/Halifax') }));
  expect(asked().unknown).toEqual([]);
  const [lot] = openJob(db, job).lots;
  const pieces = openJob(db, job).pieces.map((p) => p.id);
  const can = (batch: string): FactBody => ({
    kind: 'paint.loaded',
    product: 'shellac-primer',
    colour: '',
    batch,
  });
  const begin = factOf(job, worker, NOW + 3, {
    kind: 'work.started',
    step: 'back.shellac-primer.1',
    lot: lot?.id ?? '',
    pieces: lot?.pieces ?? [],
    override: [{ rule: 'skipped-step', reason: 'bare wood' }],
  });
  recordFacts(db, job, [
    factOf(job, worker, NOW, { kind: 'piece.labelled', pieces }),
    factOf(job, worker, NOW + 1, { kind: 'piece.down', pieces, place: 'rack' }),
    factOf(job, worker, NOW + 2, can('A-1')),
    begin,
  ]);
  expect(asked().unknown[0]?.gaps).toEqual(['1 coat is under way: none of it is listed']);
  recordFacts(db, job, [
    factOf(job, worker, NOW + 10 * MINUTE, can('A-2')),
    factOf(job, worker, NOW + 30 * MINUTE, { kind: 'work.finished', work: begin.id, leftOut: [] }),
  ]);
  const { kitchens, unknown } = asked();
  expect(kitchens).toEqual([]);
  const n = lot?.pieces.length ?? 0;
  expect(unknown).toHaveLength(1);
  expect(unknown[0]?.gaps).toEqual([
    `${n} pieces are coated and not hung: none of them is listed`,
    `${n} pieces were coated while another can or cup came in: they are listed with the first alone`,
  ]);
});
