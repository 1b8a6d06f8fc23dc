/** A set with something in it, or without. */
export function setWith<T>(set: ReadonlySet<T>, entry: T, isIn: boolean): ReadonlySet<T> {
  const next = new Set(set);
  if (isIn) next.add(entry);
  else next.delete(entry);
  return next;
}
