/** The way to the planning threads: their code is a bundle of its own, which a thread can load without the server's. */
import type { Answer, Progress, TaskKind, Tasks } from '$core/job-plan/tasks';
import type { Running, Search } from './planner-thread';

/**
 * Asks a planning thread.
 * @param progress told how far the task is, where it says so
 * @throws Error as the task says, or when the thread ended
 */
export const ask = async <K extends TaskKind>(
  kind: K,
  given: Tasks[K]['given'],
  progress?: Progress,
): Promise<Answer<K>> => (await import('./pool')).ask(kind, given, progress);

/** Begins a search in a thread of its own. */
export const search = async (
  what: Search,
  progress?: (share: number, best: number | null) => void,
): Promise<Running> => (await import('./planner-thread')).search(what, progress);

export const endThreads = async (): Promise<void> => (await import('./pool')).endThreads();

export const dropWork = async (): Promise<void> => (await import('./pool')).dropWork();
