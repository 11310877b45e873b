/** The page's side of the planning worker: started and loaded when something is first asked. */
import type {
  Answer,
  Question,
  RiskFound,
  SettledFound,
  Tried,
  WeighedTrade,
  WhatIfsFound,
} from '../../workers/questions';

type Ask = Question extends infer Q ? (Q extends { id: number } ? Omit<Q, 'id'> : never) : never;

export interface Planner {
  whatIfs: (progress: (share: number) => void) => Promise<WhatIfsFound>;
  /** better lots and turning; null where no plan was found for any. @param times how hard to look */
  settle: (times: number, progress: (share: number) => void) => Promise<SettledFound | null>;
  /** plans that may be had instead */
  trades: (progress: (share: number) => void) => Promise<WeighedTrade[]>;
  risk: (runs: number, progress: (share: number) => void) => Promise<RiskFound>;
  /** what a pin would give */
  tryPin: (operation: string, at: number) => Promise<Tried>;
  /** ends what is under way with what was found so far */
  stop: () => void;
  close: () => void;
}

/** @param address where the questions of a job are fetched */
export function openPlanner(address: string): Planner {
  let worker: Worker | null = null;
  let starting: Promise<Worker> | null = null;
  let loaded: Promise<Worker> | null = null;
  let id = 0;
  const waiting = new Map<
    number,
    { resolve: (done: unknown) => void; reject: (error: Error) => void; progress: (share: number) => void }
  >();
  const start = async (): Promise<Worker> => {
    const { default: PlanWorker } = await import('../../workers/plan.worker?worker');
    const made = new PlanWorker();
    made.onmessage = ({ data }: MessageEvent<Answer>) => {
      const asked = waiting.get(data.id);
      if (!asked) return;
      if ('share' in data) {
        asked.progress(data.share);
        return;
      }
      waiting.delete(data.id);
      if ('failed' in data) asked.reject(new Error(data.failed));
      else asked.resolve(data.done);
    };
    made.onerror = (event) => {
      for (const asked of waiting.values()) asked.reject(new Error(event.message || 'The planner stopped.'));
      waiting.clear();
    };
    return made;
  };
  const send = (
    to: Worker,
    ask: Ask,
    progress: (share: number) => void = () => undefined,
  ): Promise<unknown> =>
    new Promise((resolve, reject) => {
      waiting.set(++id, { resolve, reject, progress });
      to.postMessage({ ...ask, id });
    });
  const fetchJob = async (): Promise<Worker> => {
    starting ??= start();
    const fetching = fetch(address);
    worker = await starting;
    const answer = await fetching;
    if (!answer.ok) throw new Error('The server does not answer. Try again.');
    await send(worker, { do: 'load', text: await answer.text() });
    return worker;
  };
  /** Gives the worker the job, once. */
  const load = (): Promise<Worker> =>
    (loaded ??= fetchJob().catch((error: unknown) => {
      loaded = null;
      throw error;
    }));
  return {
    whatIfs: async (progress) => (await send(await load(), { do: 'what-ifs' }, progress)) as WhatIfsFound,
    settle: async (times, progress) =>
      (await send(await load(), { do: 'settle', times }, progress)) as SettledFound | null,
    trades: async (progress) => (await send(await load(), { do: 'trades' }, progress)) as WeighedTrade[],
    risk: async (runs, progress) => (await send(await load(), { do: 'risk', runs }, progress)) as RiskFound,
    tryPin: async (operation, at) => (await send(await load(), { do: 'pin', operation, at })) as Tried,
    stop: () => worker?.postMessage({ do: 'stop', id: ++id } satisfies Question),
    close: () => worker?.terminate(),
  };
}
