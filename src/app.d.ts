import type { Db } from '$server/db/open';
import type { JobFile } from '$server/services/job-file';
import type { StoredPlan } from '$server/store/plans';

declare global {
  namespace App {
    interface Error {
      message: string;
      /** what to do */
      advice?: string;
    }
    interface Locals {
      db: Db;
      /** ms since 1970, by the clock of this installation */
      now: () => number;
      worker: string;
      device: string;
      /** a job and its current plan, loaded once per request */
      open: (job: string) => { file: JobFile; plan: StoredPlan | null };
      /** drops what was loaded, after a change */
      forget: () => void;
    }
  }
}

export {};
