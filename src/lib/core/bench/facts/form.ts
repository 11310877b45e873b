/** Reading the fields of a form that gives a fact. */
import { readNumber } from '../../units/read-number';

export interface FactForm {
  text: (name: string) => string;
  /** undefined where nothing is given; NaN where it is no number */
  number: (name: string) => number | undefined;
  /** every value of a field that is not empty */
  all: (name: string) => string[];
  /** the overrides that were given, each with its reason; empty where there are none */
  override: () => { override?: { rule: string; reason: string }[] };
}

/** Reads a form of the browser: texts and lists of texts by the name of their fields. */
export function factForm(form: FormData): FactForm {
  const text = (name: string): string => String(form.get(name) ?? '');
  const all = (name: string): string[] => form.getAll(name).map(String).filter(Boolean);
  return {
    text,
    all,
    number: (name) => readNumber(text(name)),
    override: () => {
      const rules = all('rule');
      // A fact with a reason of its own gives that first.
      const reasons = form.getAll('reason').map(String).slice(-rules.length);
      const given = rules.map((rule, i) => ({ rule, reason: reasons[i] ?? '' }));
      return given.length ? { override: given } : {};
    },
  };
}
