import { readInput } from '../../base/read-input';
import { labelRequestSchema, type LabelRequest } from './labels';

/** The labels that a form asks for. @throws Refused 422 when it asks for none */
export const readLabelRequest = (form: FormData): LabelRequest =>
  readInput(
    labelRequestSchema,
    {
      kinds: form.getAll('kind').map(String),
      wall: String(form.get('wall') ?? '') || null,
      again: form.get('again') === 'yes',
    },
    'Choose what to label.',
  );
