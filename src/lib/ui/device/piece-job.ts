/** Which job a piece is of: as this device keeps it, else as the server says. */
import { browser } from '$app/environment';
import type { FieldPack } from '$server/services/across/field-pack';
import { given } from './given';
import { deviceStore } from './store';

async function keptJob(piece: string): Promise<string | null> {
  try {
    const db = await deviceStore();
    for (const path of await db.getAllKeys('answers')) {
      const job = /^\/api\/jobs\/([0-9a-f-]{36})\/pack$/.exec(path)?.[1];
      if (!job) continue;
      const data = (await db.get('answers', path))?.data as FieldPack | undefined;
      if (data?.pack.pieces.some((p) => p.id === piece)) return job;
    }
  } catch {
    // The server is asked.
  }
  return null;
}

/** @throws the error page where there is no such piece, or nobody can tell */
export async function jobOfPiece(fetch: typeof globalThis.fetch, piece: string): Promise<string> {
  const kept = browser && !navigator.onLine ? await keptJob(piece) : null;
  if (kept) return kept;
  try {
    return (await given<{ job: string }>(fetch, `/api/pieces/${encodeURIComponent(piece)}`)).data.job;
  } catch (reason) {
    const known = browser ? await keptJob(piece) : null;
    if (known) return known;
    throw reason;
  }
}
