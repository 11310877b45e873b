import { vi } from 'vitest';

/** Waits until a check passes, however slow the machine. @throws what the check threw last, after a minute */
export const eventually = (check: () => unknown): Promise<unknown> =>
  vi.waitFor(check, { timeout: 60_000, interval: 20 });
