/**
 * A constant that nobody can change, whoever it is handed to: lists and plain objects all the way down.
 * @returns the same value
 */
export function frozen<T>(value: T): T {
  if (value === null || typeof value !== 'object' || Object.isFrozen(value)) return value;
  if (Array.isArray(value) || Object.getPrototypeOf(value) === Object.prototype) {
    Object.freeze(value);
    for (const of of Object.values(value)) frozen(of);
  }
  return value;
}
