/** Stations of a job's plan. */

/** Where pieces are coated: the tent, the shop or the house, as the job is done. */
export const COATING = 'coating';
/** The customer's kitchen. */
export const KITCHEN = 'kitchen';
/** The rack on which pieces lie in stacks until their first coat. */
export const STACK = 'stack';
