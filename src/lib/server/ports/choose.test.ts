import { describe, expect, it } from 'vitest';
import { choose } from './choose';

const table = { simulated: 1, usb: 2 };

describe('choose', () => {
  it('takes the one that is named, and the first without a name', () => {
    expect(choose('ANTHEM_PRINTER', table, { ANTHEM_PRINTER: 'usb' })).toBe(2);
    expect(choose('ANTHEM_PRINTER', table, {})).toBe(1);
    expect(choose('ANTHEM_PRINTER', table, { ANTHEM_PRINTER: '' })).toBe(1);
  });
  it('refuses a name that it does not know, and says which there are', () => {
    for (const name of ['serial', 'toString', '__proto__'])
      expect(() => choose('ANTHEM_PRINTER', table, { ANTHEM_PRINTER: name })).toThrow(
        `ANTHEM_PRINTER is “${name}”. Set it to one of: simulated, usb.`,
      );
  });
});
