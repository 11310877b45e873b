import type { Here } from '$server/services/company/here';
import { given } from '$ui/device/given';
import type { LayoutLoad } from './$types';

/** Who uses this device. For the crew. */
export const load: LayoutLoad = async ({ fetch }) => {
  const { data, askedAt, kept } = await given<Here>(fetch, '/api/here');
  return { ...data, here: { askedAt, kept } };
};
