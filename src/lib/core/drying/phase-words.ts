/** Phases as people write them: `water 60 + reaction 40`, `ethanol`, shares in per cent. */
import { phasesSchema, type Phase } from './phase';
import { SOLVENTS, type Solvent } from './vapour';

const isSolvent = (word: string): word is Solvent => (SOLVENTS as readonly string[]).includes(word);

/** Writes phases; a reaction that film slows has a star. */
export const writePhases = (phases: readonly Phase[]): string =>
  phases
    .map((p) => {
      const name = p.kind === 'solvent' ? p.solvent : p.kind === 'reaction' && p.film ? 'reaction*' : p.kind;
      return phases.length === 1 ? name : `${name} ${Number((p.share * 100).toFixed(4))}`;
    })
    .join(' + ');

/**
 * Reads phases.
 * @returns the phases, or what is wrong with them
 */
export function readPhases(text: string): { phases: Phase[] } | { wrong: string } {
  const parts = text.split('+').map((part) => part.trim().toLowerCase());
  const phases: unknown[] = [];
  for (const part of parts) {
    const [, name = '', share = '100'] = /^(.*?)(?:\s+(\d+(?:[.,]\d+)?)\s*%?)?$/.exec(part) ?? [];
    const value = Number(share.replace(',', '.')) / 100;
    if (name === 'water') phases.push({ kind: 'water', share: value });
    else if (name === 'reaction' || name === 'reaction*')
      phases.push({ kind: 'reaction', share: value, film: name.endsWith('*') });
    else if (isSolvent(name)) phases.push({ kind: 'solvent', solvent: name, share: value });
    else
      return {
        wrong: `“${part}” is no phase: write water, reaction, or a solvent (${SOLVENTS.join(', ')}), each with its share in %`,
      };
  }
  const parsed = phasesSchema.safeParse(phases);
  return parsed.success
    ? { phases: parsed.data }
    : { wrong: parsed.error.issues[0]?.message ?? 'The phases cannot be read' };
}
