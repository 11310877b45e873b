/**
 * The device that the configuration names.
 *
 * @param variable environment variable that names it; without it the first of the table is taken
 * @param table devices by name
 * @throws Error for a name that is not in the table
 */
export function choose<T>(
  variable: string,
  table: Readonly<Record<string, T>>,
  environment: Readonly<Record<string, string | undefined>> = process.env,
): T {
  const names = Object.keys(table);
  const name = environment[variable] || names[0];
  const found = name === undefined ? undefined : table[name];
  if (found === undefined || name === undefined || !Object.hasOwn(table, name))
    throw new Error(`${variable} is “${name ?? ''}”. Set it to one of: ${names.join(', ')}.`);
  return found;
}
