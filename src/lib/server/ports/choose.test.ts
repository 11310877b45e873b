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
  const had = { ...process.env };
  const names = ['ANTHEM_DEMO', 'ANTHEM_WEATHER', 'ANTHEM_SENSORS', 'ANTHEM_LABEL_PRINTER'];
  try {
    for (const name of names) delete process.env[name];
    vi.resetModules();
    const own = await import('./devices');
    expect(own.weather.forecast(0, 48)).toEqual([]);
    expect([own.sensors.there, own.labelPrinter.there]).toEqual([false, false]);
    process.env.ANTHEM_DEMO = '1';
    vi.resetModules();
    const demo = await import('./devices');
    expect(demo.weather.forecast(0, 48)).toHaveLength(48);
    expect([demo.sensors.there, demo.labelPrinter.there]).toEqual([true, true]);
  } finally {
    for (const name of names) {
      delete process.env[name];
      if (had[name] !== undefined) process.env[name] = had[name];
    }
    vi.resetModules();
  }
});
