const holder = globalThis as { oakKnotShared?: Map<string, object> };

/**
 * Something that there is once in a process. A bundle of the server has modules of its own, also where another has the
 * same: what stands in a module is another there. What is kept by a thing that all of them hold, as the open database
 * is, they share through the global object.
 *
 * @param name of what it is: nothing else is called so
 */
export function ofProcess<T extends object>(name: string, make: () => T): T {
  const all = (holder.oakKnotShared ??= new Map());
  const known = all.get(name) as T | undefined;
  if (known) return known;
  const made = make();
  all.set(name, made);
  return made;
}
