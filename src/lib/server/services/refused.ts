/** What a service says when it does not do what was asked: what, where and what to do. */
export class Refused extends Error {
  constructor(
    readonly status: 404 | 409 | 410 | 413 | 422 | 503,
    message: string,
    /** the field concerned, where there is one */
    readonly field: string | null = null,
    readonly detail: { rule?: string; from?: number | null; canOverride?: boolean } = {},
  ) {
    super(message);
    this.name = 'Refused';
  }
}
