/** What a schema says of input that does not fit it. */
import type { z } from 'zod';

interface InputFault {
  message: string;
  /** keys and indexes down to the faulty value; empty for the whole */
  path: string[];
}

/** The first fault: people mend one thing at a time. */
export function firstFault({ issues }: z.ZodError): InputFault {
  const [issue] = issues;
  return { message: issue?.message ?? '', path: (issue?.path ?? []).map(String) };
}
