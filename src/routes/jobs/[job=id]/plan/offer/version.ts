/** The version that an address asks for; null: the newest. What is no number is a version that there is not. */
export function versionIn(url: URL): number | null {
  const text = url.searchParams.get('version');
  return text === null ? null : Number(text);
}
