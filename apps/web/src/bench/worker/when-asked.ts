type Task = (...args: unknown[]) => unknown;

/** Tasks that are loaded with the first of them that is asked for, so that the page opens with no more than it shows. */
export function whenAsked(load: () => Promise<object>): object {
  return new Proxy(
    {},
    {
      get:
        (_, name) =>
        async (...args: unknown[]) =>
          ((await load()) as Record<PropertyKey, Task>)[name](...args),
    },
  );
}
