/** The faces that ship with the shop, for texts that are engraved, branded or sewn. */
export const letteringFaces = [
  { key: 'serif', title: 'Old serif', family: 'Fraunces Variable' },
  { key: 'plain', title: 'Plain', family: 'Source Sans 3 Variable' },
  { key: 'typewriter', title: 'Typewriter', family: 'IBM Plex Mono' },
  { key: 'script', title: 'Flowing script', family: 'Dancing Script' },
  { key: 'slab', title: 'Slab', family: 'Zilla Slab' },
  { key: 'capitals', title: 'Roman capitals', family: 'Cinzel' },
] as const;

/** The files that a face comes in: Latin, and what else is written in Latin letters. */
export const letteringSubsets = ['latin', 'latin-ext'] as const;

export type LetteringFace = (typeof letteringFaces)[number]['key'];

/** Whether a face of this key ships with the shop. */
export function isLetteringFace(key: string | null): key is LetteringFace {
  return letteringFaces.some((face) => face.key === key);
}

/** The font family of a face, as style sheets name it. */
export function letteringFamily(key: string | null): string | undefined {
  return letteringFaces.find((face) => face.key === key)?.family;
}
