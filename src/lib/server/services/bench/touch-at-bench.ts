/** What fingers at the bench teach about drying. */
import { takenBackBy } from '$core/bench/log/decided';
import type { Fact } from '$core/bench/log/events';
import { pieceState } from '$core/bench/state/state';
import { stageTouched } from '$core/coating/looks';
import type { Db } from '../../db/open';
import { forgetTouchTest, insertTouchTest } from '../../store/touch-tests';
import type { OpenJob } from '../job/open-job';
import { ratios } from '../air/learnt';

/** Keeps what a touch at the bench tells of its product where the job's pieces dry; forgets one that was taken back. */
export function keepFelt(db: Db, fact: Fact, file: OpenJob, now: number): void {
  const { body } = fact;
  for (const id of takenBackBy(body)) forgetTouchTest(db, id, now);
  if (body.kind !== 'film.felt' || !file.choice) return;
  const coat = file.route.find((s) => s.key === body.step);
  const product = coat?.product;
  const laidAt = pieceState(file.state, body.pieces[0] ?? '').done.get(body.step)?.end;
  const next = file.route.flatMap((s) => s.after).find((r) => r.step === body.step && r.stage);
  const touched = product && stageTouched(product, body.feel, next?.stage ?? null);
  if (!product || !touched || laidAt === undefined || laidAt >= fact.at) return;
  const { place } = file.choice;
  const test = {
    product: product.key,
    place,
    stage: touched.stage,
    laidAt,
    notAt: touched.reached ? null : fact.at,
    readyAt: touched.reached ? fact.at : null,
  };
  const { above, below } = ratios(db, product, test, now, coat?.wet);
  if (above === null && below === null) return;
  insertTouchTest(db, { id: fact.id, ...test, above, below, recordedAt: now, worker: fact.worker });
}
