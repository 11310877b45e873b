/** Why a problem has no plan, as data: a code with what it is about. `say-cause.ts` has the words. */
import { z } from 'zod';

const id = z.string();
const minutes = z.number();
const coded = <C extends string, S extends z.ZodRawShape>(code: C, shape: S) =>
  z.object({ code: z.literal(code), ...shape });

/** A part of a rule that could be left out. */
const partSchema = z.discriminatedUnion('code', [
  coded('rack', { rack: id, slots: z.number() }),
  coded('pin', { operation: id, minute: minutes }),
  coded('hours', { calendar: id }),
  coded('overlap', { operation: id, before: id, most: minutes }),
  coded('window', { operation: id, before: id, most: minutes }),
]);
export type Part = z.infer<typeof partSchema>;

export const causeSchema = z.discriminatedUnion('code', [
  /** what cannot all be kept */
  coded('clash', { parts: z.array(partSchema).min(1) }),
  coded('does not fit', { horizon: minutes }),

  // What the problem itself shows.
  coded('empty window', { operation: id, before: id, least: minutes, most: minutes }),
  coded('waits for itself', { operation: id }),
  coded('circle', { operations: z.array(id) }),
  coded('too few slots', { operation: id, rack: id, needs: z.number(), has: z.number() }),
  coded('nobody able', { operation: id, skill: z.string() }),
  coded('closed', { operation: id, calendar: id }),
  coded('too long', { operation: id, minutes, pausable: z.boolean(), open: minutes }),
  coded('chain too long', { operation: id, horizon: minutes }),
  coded('begins too late', { operation: id, latest: minutes, from: minutes }),
  coded('pinned after the end', { operation: id, minute: minutes, horizon: minutes }),
  coded('pinned too early', { operation: id, minute: minutes, from: minutes }),
  coded('pinned when closed', { operation: id, minute: minutes }),

  // What stopped a construction.
  coded('no hours left', { operation: id, station: id.nullable() }),
  coded('ends too late', { operation: id, end: minutes, horizon: minutes }),
  coded('window missed', { operation: id, before: id, most: minutes, late: minutes }),
  coded('overlap missed', { operation: id, before: id, most: minutes }),
  coded('no room on the rack', { operation: id }),
  coded('pinned when taken', { operation: id, minute: minutes }),
  coded('next is pinned', { operation: id, next: id, least: minutes, minute: minutes }),
  coded('next is pinned too late', { operation: id, next: id, most: minutes }),
  coded('no time to change over', { operation: id, minute: minutes }),
  coded('out of time', {}),
]);
export type Cause = z.infer<typeof causeSchema>;
