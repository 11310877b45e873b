import type { IncomingMessage } from 'node:http';
import type { Db } from '$server/db/open';
import type { JobWithPlan } from '$server/services/plan/open-planned';

declare global {
  namespace App {
    interface Error {
      message: string;
      /** what to do */
      advice?: string;
    }
    interface PageState {
      /** this entry of the history opened a panel: Back closes it */
      panel?: boolean;
    }
    interface Platform {
      /** the request as Node has it */
      req?: IncomingMessage;
    }
    interface Locals {
      db: Db;
      /** ms since 1970, by the clock of this installation */
      now: () => number;
      worker: string;
      device: string;
      /** a job and its last plan, loaded once per request */
      open: (job: string) => JobWithPlan;
      /** the same once its plan holds: for what leaves the house on paper */
      openWithPlan: (job: string) => Promise<JobWithPlan>;
      /** drops what was loaded, after a change */
      forget: () => void;
    }
  }
}

export {};
