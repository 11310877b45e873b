import type { Refusal } from '$core/bench/guard/refusal';

/** What guards said: of all of them together, and each. */
interface RefusedDetail {
  rule?: Refusal['rule'];
  from?: number | null;
  canOverride?: boolean;
  refusals?: readonly Refusal[];
  /** down to the faulty value of a fact that is malformed */
  path?: readonly string[];
}

/** What a service says when it does not do what was asked: what, where and what to do. */
export class Refused extends Error {
  constructor(
    readonly status: 404 | 409 | 410 | 413 | 422 | 429 | 503,
    message: string,
    /** the field concerned, where there is one */
    readonly field: string | null = null,
    readonly detail: RefusedDetail = {},
  ) {
    super(message);
    this.name = 'Refused';
  }
}
