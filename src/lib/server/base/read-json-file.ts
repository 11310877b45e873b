/** A file that a form brought, as JSON. */
import { Refused } from './refused';

const MAX_BYTES = 100_000_000;

/**
 * @param sent the form's field @param what it is a file of, in words
 * @throws Refused 422 where none was chosen, it is too large, or it is no JSON
 */
export async function readJsonFile(sent: FormDataEntryValue | null, what: string): Promise<unknown> {
  if (!(sent instanceof File) || sent.size === 0)
    throw new Refused(422, `Choose the file of a ${what} first.`, 'file');
  if (sent.size > MAX_BYTES) throw new Refused(422, 'The file is larger than 100 MB.', 'file');
  try {
    return JSON.parse(await sent.text()) as unknown;
  } catch (error) {
    throw new Refused(
      422,
      `The file is no JSON: ${error instanceof Error ? error.message : 'it cannot be read'}. Export the ${what} again and import that file.`,
      'file',
    );
  }
}
