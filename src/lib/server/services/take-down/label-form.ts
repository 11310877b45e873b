import { labelRequestSchema, type LabelRequest } from './labels';
import { Refused } from '../../refused';

/** The labels that a form asks for. @throws Refused 422 when it asks for none */
export function readLabelRequest(form: FormData): LabelRequest {
  const parsed = labelRequestSchema.safeParse({
    kinds: form.getAll('kind').map(String),
    wall: String(form.get('wall') ?? '') || null,
    again: form.get('again') === 'yes',
  });
  if (parsed.success) return parsed.data;
  throw new Refused(422, parsed.error.issues[0]?.message ?? 'Choose what to label', 'kinds');
}
