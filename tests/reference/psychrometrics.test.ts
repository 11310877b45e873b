/**
 * Humid air against the ASHRAE Handbook Fundamentals (2017) chapter 1 equations as implemented by the psychrolib
 * package 1.1.1, SI units, 101325 Pa (tests/reference/data/psychrometrics.json), and against the package itself.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { dewPoint, saturationPressure, vapourDeficit } from '$core/air/humid-air';
import { seeded } from '$core/units/random';

interface Row {
  dryBulbC: number;
  relHum: number;
  satVapPresPa: number;
  dewPointC: number;
  vapPresDeficitPa: number;
}
const { rows } = JSON.parse(
  readFileSync(join(import.meta.dirname, 'data', 'psychrometrics.json'), 'utf8'),
) as { rows: Row[] };

it('holds over the whole grid within 0.5 % and 0.1 K from 5 to 35 °C', () => {
  expect(rows.length).toBeGreaterThan(30);
  let dews = 0;
  for (const row of rows) {
    expect(Math.abs(saturationPressure(row.dryBulbC) / row.satVapPresPa - 1)).toBeLessThan(0.005);
    expect(Math.abs(vapourDeficit(row.dryBulbC, row.relHum) - row.vapPresDeficitPa)).toBeLessThanOrEqual(
      0.005 * row.satVapPresPa,
    );
    // Below freezing the reference gives the frost point.
    if (row.dewPointC < 0) continue;
    expect(Math.abs(dewPoint(row.dryBulbC, row.relHum) - row.dewPointC)).toBeLessThan(0.1);
    dews++;
  }
  expect(dews).toBeGreaterThan(20);
});

it('agrees with psychrolib on 10,000 random states', () => {
  const lib = createRequire(import.meta.url)('psychrolib') as {
    SetUnitSystem: (system: number) => void;
    SI: number;
    GetTDewPointFromRelHum: (celsius: number, humidity: number) => number;
    GetSatVapPres: (celsius: number) => number;
  };
  lib.SetUnitSystem(lib.SI);
  const random = seeded(41);
  for (let i = 0; i < 10_000; i++) {
    const [celsius, humidity] = [5 + random() * 30, 0.2 + random() * 0.8];
    const wanted = lib.GetTDewPointFromRelHum(celsius, humidity);
    if (wanted >= 0) expect(Math.abs(dewPoint(celsius, humidity) - wanted)).toBeLessThan(0.1);
    const pressure = lib.GetSatVapPres(celsius);
    expect(Math.abs(vapourDeficit(celsius, humidity) - pressure * (1 - humidity))).toBeLessThan(
      0.005 * pressure,
    );
  }
});
