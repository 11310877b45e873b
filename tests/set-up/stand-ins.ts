/** Tests have the devices of the demo: without a name a company has none. */
export const STAND_INS = {
  ANTHEM_WEATHER: 'simulated',
  ANTHEM_SENSORS: 'simulated',
  ANTHEM_LABEL_PRINTER: 'simulated',
};
