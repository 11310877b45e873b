/** Who uses a device, and what every page says of the company. */
import type { Db } from '../../db/open';
import { readSetting } from '../../store/settings';
import { listWorkers } from '../../store/workers';
import { isDemo, isRunning, now } from './clock';

export function here(db: Db, { worker, device }: { worker: string; device: string }) {
  const workers = listWorkers(db);
  return {
    now: now(db),
    /** a demo’s clock may stand */
    running: isRunning(db),
    demo: isDemo(),
    company: readSetting(db, 'company')?.name ?? '',
    measures: readSetting(db, 'measures') ?? ('metric' as const),
    workers,
    worker: workers.find((w) => w.id === worker) ?? null,
    device,
  };
}
export type Here = ReturnType<typeof here>;
