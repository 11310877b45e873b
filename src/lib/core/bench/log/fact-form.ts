/** A fact posted by a form: fields to body. Unknown fields are ignored, faulty ones are named by the schema. */
import { entryOf, FACT_KINDS, type FactBody, type FactKind } from './events';
import { factForm } from '../facts/form';

/** The fields of a form as they were sent, to be sent again; its id is left out. */
export const sentFields = (form: FormData): [string, string][] =>
  [...form.entries()].flatMap(([k, v]): [string, string][] =>
    typeof v === 'string' && k !== 'id' ? [[k, v]] : [],
  );

const isKind = (kind: string): kind is FactKind => (FACT_KINDS as readonly string[]).includes(kind);

/** Reads the body of a fact from a form, unchecked: recording it checks it. */
export function bodyFromForm(form: FormData): Record<string, unknown> {
  const kind = String(form.get('kind') ?? '');
  if (!isKind(kind)) return { kind };
  return { kind, ...entryOf({ kind } as FactBody).fromForm(factForm(form)) };
}

/** When what a form records was, where it was not just now, ms since 1970. */
export function happenedAt(form: FormData): number | undefined {
  const at = Number(form.get('happenedAt') || NaN);
  return Number.isFinite(at) && at > 0 ? at : undefined;
}

/** Nothing is recorded that is yet to come. */
export const happenedBy = (now: number, at: number | undefined): number => Math.min(now, at ?? now);
