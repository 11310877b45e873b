/**
 * What a control holds: what somebody put there, until its page gives something else than before. A page may be given
 * newer data at any time; what is half written then stays.
 *
 * @param given what the page gives
 */
export function holding<T>(given: () => T): { current: T } {
  let current = $state.raw(given());
  // A derived value tells only of changes: the same again is none.
  const last = $derived(given());
  $effect.pre(() => {
    current = last;
  });
  return {
    get current() {
      return current;
    },
    set current(value: T) {
      current = value;
    },
  };
}
