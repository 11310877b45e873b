export function importers(): Map<string, Set<string>>;
export function nearTests(
  files: readonly string[],
  by?: ReadonlyMap<string, ReadonlySet<string>>,
): Map<string, number>;
