/** What a form says about pieces: an empty field says nothing. Unchecked: noting it checks it. */
export function readSaid(form: FormData): Record<string, unknown> {
  const text = (name: string): string | undefined => String(form.get(name) ?? '') || undefined;
  const grade = (name: string): number | undefined =>
    text(name) === undefined ? undefined : Number(text(name));
  const flag = (name: string): boolean | undefined => {
    const said = text(name);
    return said === undefined ? undefined : said === 'yes';
  };
  const count = grade('hinges');
  const note = form.get('note');
  const said = {
    wood: text('wood'),
    oldFinish: text('oldFinish'),
    grease: grade('grease'),
    wear: grade('wear'),
    chips: flag('chips'),
    water: flag('water'),
    glaze: flag('glaze'),
    loose: flag('loose'),
    fresh: flag('fresh'),
    profile: text('profile'),
    box: flag('box'),
    hinges:
      count === undefined
        ? undefined
        : { count, kind: text('hingeKind') ?? 'cup', bagged: flag('bagged') ?? true },
    handles: text('handles'),
    inside: flag('inside'),
    faces: text('faces'),
    note: form.get('setNote') === 'yes' ? String(note ?? '') : undefined,
  };
  return Object.fromEntries(Object.entries(said).filter(([, v]) => v !== undefined));
}
