/**
 * Merges `given` over `defaults`; a key that is `undefined` counts as not given.
 * @returns a fresh object; neither argument is changed.
 */
export function withDefaults<T extends object>(defaults: T, given: Partial<T> | undefined): T {
  const merged = { ...defaults };
  for (const key of Object.keys(given ?? {}) as (keyof T)[]) {
    const value = given?.[key];
    if (value !== undefined) merged[key] = value;
  }
  return merged;
}
