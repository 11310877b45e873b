/** The hand-over pack as printed, read back by PDFium (package @hyzyla/pdfium): every product, batch, colour and date is on it. */
import { expect, it } from 'vitest';
import { handOverPage } from '$core/bench/pages/hand-over';
import { openBench } from '$core/bench/view/bench-job';
import { sayDay } from '$core/units/clock-time';
import { demoDatabase } from '../demo-database';
import { DEMO_NOW } from '$server/demo/demo';
import { handOverPdf } from '$server/files/hand-over-pdf';
import { benchPack } from '$server/services/bench/bench-pack';
import { openJob } from '$server/services/job/open-job';
import { recordFacts } from '$server/services/bench/record-facts';
import { listJobIds } from '$server/store/jobs';
import { listWorkers } from '$server/store/workers';
import { v7 as newId } from 'uuid';
import { textOf } from './pdf-text';

it('has what was done with what, care by date, what was seen, what is kept, and where the codes are', async () => {
  const db = demoDatabase();
  const job = listJobIds(db).find((id) => openJob(db, id).job.name === 'Ferry Steps') ?? '';
  const worker = listWorkers(db)[0]?.id ?? '';
  const piece = openJob(db, job).pieces[3]?.id ?? '';
  const record = (minutes: number, body: unknown): void => {
    recordFacts(db, job, [{ id: newId(), job, at: DEMO_NOW - minutes * 60_000, worker, device: 'd', body }]);
  };
  record(9, {
    kind: 'check.recorded',
    piece,
    face: 'front',
    test: { method: 'visual', failure: 'run' },
    note: '',
    due: '2026-03-27',
  });
  record(8, { kind: 'agreement.noted', what: 'kept', text: 'two old hinges' });
  const file = openJob(db, job);
  const text = await textOf(await handOverPdf(db, file, DEMO_NOW));
  const { zone } = file.job;
  const over = handOverPage(openBench(benchPack(db, { file, plan: null }, DEMO_NOW)), DEMO_NOW);
  expect(over.care.length).toBeGreaterThan(3);
  for (const { at } of over.care)
    expect(text).toContain(`${at > DEMO_NOW ? 'until' : 'since'} ${sayDay(at, zone)}`);
  for (const { product } of file.route) if (product) expect(text).toContain(product.name);
  for (const step of file.route.filter((s) => s.kind !== 'hang')) expect(text).toContain(step.act);
  for (const code of file.codes.values()) expect(text).toMatch(new RegExp(`\\b${code}\\b`));
  for (const { at } of over.touchUps.map((t) => ({ at: t.opened }))) expect(text).toContain(sayDay(at, zone));
  for (const words of [
    'Saltmarsh Cabinet Finishing',
    'Ferry Steps',
    'Lampwick',
    'Batch 7',
    '2027-02-18',
    'to be put right by 2026-03-27',
    'Left with you: two old hinges',
    'Two years on peeling and flaking',
    'in the top hinge cup',
    'ammonia',
    'data sheet',
  ])
    expect(text).toContain(words);
});
