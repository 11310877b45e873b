import { describe, expect, it } from 'vitest';
import { newDatabase } from '../../../../../tests/new-database';
import { listWorkers } from '../../store/workers';
import { addPerson, mustBeOnCrew, renamePerson } from './people';
import { costsOf, measuresOf, setCosts, setMeasures } from './settings';

describe('the crew', () => {
  it('of a new installation is one person, who is renamed', () => {
    const { db, worker } = newDatabase();
    expect(listWorkers(db).map((w) => w.name)).toEqual(['Painter']);
    expect(renamePerson(db, worker, { name: ' Ines ', role: 'lead' })).toBe('Ines');
    expect(listWorkers(db)).toMatchObject([{ id: worker, name: 'Ines', role: 'lead' }]);
    // The same name in other letters is no other person.
    expect(renamePerson(db, worker, { name: 'INES', role: '' })).toBe('INES');
    expect(listWorkers(db)[0]?.role).toBe('painter');
  });
  it('has no name twice, none that is empty or too long, and nobody who is not there', () => {
    const { db, worker } = newDatabase();
    addPerson(db, { name: 'Tobin', role: '' });
    expect(() => addPerson(db, { name: 'tobin', role: '' })).toThrow(/There is a Tobin already/);
    expect(() => renamePerson(db, worker, { name: 'Tobin', role: '' })).toThrow(/There is a Tobin already/);
    for (const name of ['', '   ', 'x'.repeat(61)])
      expect(() => addPerson(db, { name, role: '' })).toThrow(/name of 1 to 60 letters/);
    expect(() => renamePerson(db, 'nobody', { name: 'Maud', role: '' })).toThrow(/not on the crew any more/);
    expect(() => mustBeOnCrew(db, 'nobody')).toThrow(/Choose one of the people/);
    expect(listWorkers(db)).toHaveLength(2);
  });
});

describe('settings', () => {
  it('are kept where they can be, else said with their field', () => {
    const { db } = newDatabase();
    expect(measuresOf(db)).toBe('metric');
    setMeasures(db, 'us');
    expect(measuresOf(db)).toBe('us');
    expect(() => setMeasures(db, 'cubits')).toThrow(/US or metric/);
    setCosts(db, { currency: 'CAD', hour: '62,50' });
    expect(costsOf(db)).toEqual({ currency: 'CAD', hourCents: 6250 });
    for (const hour of ['', 'much', '-3', '20000'])
      expect(() => setCosts(db, { currency: 'CAD', hour })).toThrow(/hour/);
    expect(() => setCosts(db, { currency: 'dollars', hour: '62' })).toThrow(/three letters/);
    expect(costsOf(db)?.hourCents).toBe(6250);
  });
});
