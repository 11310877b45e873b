/** What is pinned begins at its minute. */
import { isFact } from '../model/model';
import { NOTHING, type Leavable, type PlannerRule } from './rule';

export const pins: PlannerRule = {
  begins: ({ lockedStart }, { horizon }) => [lockedStart ?? 0, lockedStart ?? horizon],
  post: NOTHING,
  audit: ({ each }) =>
    each(({ o, a }) =>
      o.lockedStart === null || a.start === o.lockedStart
        ? []
        : [`${o.id} starts at ${a.start}, it is pinned to ${o.lockedStart}`],
    ),
  parts: ({ operations, workers }) =>
    operations.flatMap(({ id: operation, lockedStart: minute }): Leavable[] => {
      if (minute === null || isFact(workers, operation)) return [];
      return [
        {
          part: { code: 'pin', operation, minute },
          without: (p) => ({
            ...p,
            operations: p.operations.map((o) => (o.id === operation ? { ...o, lockedStart: null } : o)),
          }),
        },
      ];
    }),
};
