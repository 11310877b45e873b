/** Cautions that systems carry. The data sheet, local codes and licensed practice decide. */
export const RAGS =
  'Oily and solvent rags heat up by themselves: lay flat outdoors or put in a closed metal can with water.';
export const VAPOUR =
  'Vapours: no pilot lights or fans that spark, air the room, wear a suitable respirator.';
export const SPRAY = 'Spray under high pressure injects through skin: seek care at once.';
export const ISOCYANATE = 'Isocyanates: supplied-air practice and licensed use only.';
export const NO_CANS = 'No shellac from spray cans indoors.';
export const SHEET = 'The product’s own data sheet, local codes and licensed practice decide.';
