import { describe, expect, it, vi } from 'vitest';
import { choose } from './choose';

const table = { simulated: 1, usb: 2 };

describe('choose', () => {
  it('takes the one that is named, and the usual one without a name', () => {
    expect(choose('ANTHEM_PRINTER', table, 'simulated', { ANTHEM_PRINTER: 'usb' })).toBe(2);
    expect(choose('ANTHEM_PRINTER', table, 'simulated', {})).toBe(1);
    expect(choose('ANTHEM_PRINTER', table, 'simulated', { ANTHEM_PRINTER: '' })).toBe(1);
  });
  it('refuses a name that it does not know, and says which there are', () => {
    for (const name of ['serial', 'toString', '__proto__'])
      expect(() => choose('ANTHEM_PRINTER', table, 'simulated', { ANTHEM_PRINTER: name })).toThrow(
        `ANTHEM_PRINTER is “${name}”. Set it to one of: simulated, usb.`,
      );
  });
});

it('without a name nothing is invented but in the demo', async () => {
  const devices = async (demo: string) => {
    for (const name of ['ANTHEM_WEATHER', 'ANTHEM_SENSORS', 'ANTHEM_LABEL_PRINTER']) vi.stubEnv(name, '');
    vi.stubEnv('ANTHEM_DEMO', demo);
    vi.resetModules();
    return import('./devices');
  };
  try {
    const own = await devices('');
    expect(own.weather.forecast(0, 48)).toEqual([]);
    expect([own.sensors.there, own.labelPrinter.there]).toEqual([false, false]);
    const demo = await devices('1');
    expect(demo.weather.forecast(0, 48)).toHaveLength(48);
    expect([demo.sensors.there, demo.labelPrinter.there]).toEqual([true, true]);
  } finally {
    vi.unstubAllEnvs();
    vi.resetModules();
  }
});
