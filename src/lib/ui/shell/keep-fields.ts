import type { SubmitFunction } from '@sveltejs/kit';

/** For `use:enhance`: the form is posted and its fields stay as they are. */
export const keepFields: SubmitFunction =
  () =>
  async ({ update }) =>
    update({ reset: false });
