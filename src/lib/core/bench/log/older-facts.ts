/** Kinds of facts that logs had once, read as what they are called today. What is stored stays as it is. */
import { SITE } from '../../takeoff/site-route';

type Body = Record<string, unknown>;

/** Work in the kitchen had kinds of its own until December 2026. */
const OLDER: Readonly<Record<string, (body: Body) => Body>> = {
  'site.started': (body) => ({ ...body, kind: 'work.started', lot: SITE, pieces: [SITE] }),
  'site.finished': (body) => ({ ...body, kind: 'work.finished' }),
  'site.readied': (body) => ({ ...body, kind: 'piece.abraded', pieces: [SITE] }),
};

/** @param body of a fact, unchecked */
export function asToday(body: unknown): unknown {
  if (typeof body !== 'object' || body === null || !('kind' in body)) return body;
  const older = Object.hasOwn(OLDER, String(body.kind)) ? OLDER[String(body.kind)] : undefined;
  return older ? older(body as Body) : body;
}
