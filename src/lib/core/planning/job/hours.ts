/** Names of the hours in a job's problem. Made and read here alone. */
import { readOwnId } from './joined-id';

/** When somebody may be in the customer's kitchen, and anywhere in the house. */
export const IN_KITCHEN = 'house';
export const IN_HOUSE = 'in the house';
/** When the place where pieces are coated may be used. */
export const AT_COATING = 'coating';

const CREW = 'crew';
const AIR = /^air \d+: (.*)$/;

export const crewHours = (worker: string): string => `${CREW} ${worker}`;
/** The hours whose air suits a product. @param number tells products of one name apart */
export const airHours = (number: number, product: string): string =>
  `air ${number}: ${product.slice(0, 150)}`;
export const isAirHours = (calendar: string): boolean => AIR.test(calendar);
/** Hours in which a visit is made in one go. */
export const wholeHours = (operation: string): string => `whole ${operation}`;

/** What people call some hours. @param calendar its name in a problem of one job, or of several */
export function sayHours(calendar: string): string {
  const { job, operation: own } = calendar.includes('|')
    ? readOwnId(calendar)
    : { job: '', operation: calendar };
  if (own === IN_KITCHEN) return 'the hours of the kitchen';
  if (own === IN_HOUSE) return 'the hours of the house';
  if (own === AT_COATING) return 'the hours of the place where pieces are coated';
  if (job === CREW || own.startsWith(`${CREW} `)) return 'the working hours of the crew';
  const product = AIR.exec(own)?.[1];
  return product === undefined ? 'the open hours' : `the hours whose air suits ${product}`;
}
