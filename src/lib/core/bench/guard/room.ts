/** What forbids laying pieces somewhere. */
import { fitsSlot, readPlace } from '../state/piece-places';
import { list, type Context } from './context';
import { refuse, type Refusal } from './refusal';

/** A slot of the rack holds what fits. */
export function judgeRoom(ctx: Context, text: string, moved: readonly string[]): Refusal | null {
  const place = readPlace(text);
  const { rack, pieces } = ctx;
  if (place.kind !== 'rack' || place.number === null || !rack) return null;
  if (place.number < 1 || place.number > rack.slots)
    return refuse('no-room', `The rack has slots 1 to ${rack.slots}.`, false);
  const lying = [...ctx.state.pieces].filter(
    ([id, p]) =>
      !moved.includes(id) &&
      p.down &&
      p.hungIn === null &&
      readPlace(p.place).number === place.number &&
      readPlace(p.place).kind === 'rack',
  );
  const sizes = [...lying.map(([id]) => id), ...moved].flatMap((id) => pieces.get(id) ?? []);
  if (fitsSlot(rack, sizes)) return null;
  return refuse(
    'no-room',
    lying.length
      ? `Slot ${place.number} holds ${list(
          ctx,
          lying.map(([id]) => id),
        )} and has no room left for ${list(ctx, moved)}.`
      : `${list(ctx, moved)} does not fit slot ${place.number}.`,
    true,
  );
}
