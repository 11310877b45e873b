/** What an offer, and each of its options, asks of the way a job is worked: so that what was accepted is planned, and a difference is said. */
import { z } from 'zod';
import type { System } from '../coating/system';
import { conditionSchema, type Condition } from '../kitchen/condition';
import type { Choice } from '../planning/job/choice';
import { count } from './count';

const coatsSchema = z.object({
  product: z.string().max(80),
  name: z.string().max(2000),
  back: z.number().int().min(0).max(10),
  front: z.number().int().min(0).max(10),
});

export const asksSchema = z.object({
  system: z.object({ key: z.string().max(80), name: z.string().max(2000) }).optional(),
  /** coats of the products that are named */
  coats: z.array(coatsSchema).max(20).optional(),
  grain: z.enum(['leave', 'fill']).optional(),
  /** slots of the rack, at least */
  rackSlots: z.number().int().min(1).max(500).optional(),
  /** heated through the night */
  warm: z.literal(true).optional(),
  /** what is done to pieces, by the words of the offer */
  pieces: z
    .array(
      z.object({
        ids: z.array(z.string().max(64)).max(2000),
        inside: z.literal(true).optional(),
        handles: conditionSchema.shape.handles.unwrap().optional(),
      }),
    )
    .max(10)
    .optional(),
});
export type Asks = z.infer<typeof asksSchema>;

/** A job as far as offers ask something of it. */
export interface AskedJob {
  choice: Choice;
  pieces: readonly { id: string; condition: Condition }[];
}

/** Coats by product, as they are chosen. */
const coatsOf = ({ system, counts }: Pick<Choice, 'system' | 'counts'>): NonNullable<Asks['coats']> =>
  system.layers.flatMap(({ product }, i) => {
    const name = system.products.find((p) => p.key === product)?.name ?? product;
    const { back = 0, front = 0 } = counts[i] ?? {};
    return [{ product, name, back, front }];
  });

/** What a job asks for as it is chosen: of an offer that is made now. */
export const asksNow = ({ choice }: AskedJob): Asks => ({
  system: { key: choice.system.key, name: choice.system.name },
  coats: coatsOf(choice),
});

/**
 * What an option asks for beside what is chosen.
 * @param now the job without it
 * @param then the job with it
 * @param warm whether it is heated for it
 */
export function asksOver(now: AskedJob, then: AskedJob, warm: boolean): Asks {
  const before = coatsOf(now.choice);
  const otherSystem = now.choice.system.key !== then.choice.system.key;
  const coats = coatsOf(then.choice).filter((c) => {
    const had = before.find((b) => b.product === c.product);
    return otherSystem || had?.front !== c.front || had.back !== c.back;
  });
  const had = new Map(now.pieces.map((p) => [p.id, p.condition]));
  const inside = then.pieces.filter((p) => p.condition.inside && had.get(p.id)?.inside === false);
  const handles = then.pieces.filter((p) => p.condition.handles !== had.get(p.id)?.handles);
  const pieces: NonNullable<Asks['pieces']> = [
    ...(inside.length ? [{ ids: inside.map((p) => p.id), inside: true as const }] : []),
    ...(handles[0] ? [{ ids: handles.map((p) => p.id), handles: handles[0].condition.handles }] : []),
  ];
  return {
    ...(otherSystem ? { system: { key: then.choice.system.key, name: then.choice.system.name } } : {}),
    ...(coats.length ? { coats } : {}),
    ...(then.choice.schools.grain !== now.choice.schools.grain ? { grain: then.choice.schools.grain } : {}),
    ...(then.choice.rackSlots > now.choice.rackSlots ? { rackSlots: then.choice.rackSlots } : {}),
    ...(warm ? { warm: true as const } : {}),
    ...(pieces.length ? { pieces } : {}),
  };
}

/** All that was accepted, as one: an option goes before what it changes. */
export function together(all: readonly Asks[]): Asks {
  const out: Asks = {};
  for (const asks of all) {
    // Another system has coats of its own.
    if (asks.system && out.system && asks.system.key !== out.system.key) delete out.coats;
    const named = new Map([...(out.coats ?? []), ...(asks.coats ?? [])].map((c) => [c.product, c]));
    Object.assign(out, asks, {
      ...(named.size ? { coats: [...named.values()] } : {}),
      ...(out.pieces || asks.pieces ? { pieces: [...(out.pieces ?? []), ...(asks.pieces ?? [])] } : {}),
    });
  }
  return out;
}

/** What of pieces is not as it was accepted. */
const missingOn = (
  { pieces }: AskedJob,
  { ids, inside, handles }: NonNullable<Asks['pieces']>[number],
): string[] =>
  ids.filter((id) => {
    const condition = pieces.find((p) => p.id === id)?.condition;
    return condition && ((inside && !condition.inside) || (handles && condition.handles !== handles));
  });

/** @returns a sentence for each difference between what was accepted and what is chosen and surveyed; empty where there is none */
export function differences(asks: Asks, job: AskedJob): string[] {
  const { choice } = job;
  const out: string[] = [];
  if (asks.system && asks.system.key !== choice.system.key)
    out.push(`Accepted: ${asks.system.name}. Planned: ${choice.system.name}.`);
  else {
    const planned = coatsOf(choice);
    for (const { product, name, front, back } of asks.coats ?? []) {
      const now = planned.find((c) => c.product === product) ?? { front: 0, back: 0 };
      for (const [face, was, is] of [
        ['fronts', front, now.front],
        ['backs', back, now.back],
      ] as const)
        if (was !== is) out.push(`Accepted: ${count(was, 'coat')} of ${name} on ${face}. Planned: ${is}.`);
    }
  }
  if (asks.grain && asks.grain !== choice.schools.grain)
    out.push(
      asks.grain === 'fill'
        ? 'Accepted: open grain filled on the fronts. It is not planned.'
        : 'Accepted: open grain left as it is. Filling it is planned.',
    );
  if (asks.rackSlots && choice.rackSlots < asks.rackSlots)
    out.push(`Accepted with a rack of ${asks.rackSlots} slots. Planned with ${choice.rackSlots}.`);
  if (asks.warm)
    out.push('Accepted: heated through the night. No plan sees the heater: have it on while films dry.');
  for (const asked of asks.pieces ?? []) {
    const missing = missingOn(job, asked).length;
    if (missing)
      out.push(
        asked.inside
          ? `Accepted: insides of the cabinets. They are not planned on ${count(missing, 'piece')}.`
          : `Accepted: new handles. They are not planned on ${count(missing, 'piece')}.`,
      );
  }
  return out;
}

/**
 * The choice as it was accepted; what nobody asked for stays.
 * @param systemCalled the company’s system of a key
 */
export function choiceAsAccepted(asks: Asks, choice: Choice, systemCalled: (key: string) => System): Choice {
  const same = !asks.system || asks.system.key === choice.system.key;
  const system = same ? choice.system : systemCalled(asks.system?.key ?? '');
  const counts = system.layers.map((layer, i) => {
    const asked = asks.coats?.find((c) => c.product === layer.product);
    if (asked) return { back: asked.back, front: asked.front };
    return (same ? choice.counts[i] : undefined) ?? { ...layer.coats };
  });
  return {
    ...choice,
    system,
    counts,
    tool: same ? choice.tool : system.tool,
    rackSlots: Math.max(choice.rackSlots, asks.rackSlots ?? 0),
    schools: { ...choice.schools, ...(asks.grain ? { grain: asks.grain } : {}) },
  };
}
