/** What an address says after its question mark. */
export type Said = Record<string, string | string[] | undefined>;

/** What an address says of some names, in their order: of several the first, empty where it says nothing. */
export const saidOf = <Name extends string>(said: Said, names: readonly Name[]): Record<Name, string> =>
  Object.fromEntries(names.map((name) => [name, [said[name] ?? ''].flat()[0] ?? ''])) as Record<Name, string>;
