/**
 * The device that the configuration names.
 *
 * @param variable environment variable that names it; without it the usual one is taken
 * @param table devices by name
 * @param usual name of the one that is taken where nothing is named
 * @throws Error for a name that is not in the table
 */
export function choose<T>(
  variable: string,
  table: Readonly<Record<string, T>>,
  usual: string,
  environment: Readonly<Record<string, string | undefined>> = process.env,
): T {
  const names = Object.keys(table);
  const name = environment[variable] || usual;
  const found = table[name];
  if (found === undefined || !Object.hasOwn(table, name))
    throw new Error(`${variable} is “${name}”. Set it to one of: ${names.join(', ')}.`);
  return found;
}
