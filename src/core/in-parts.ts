/** Things in parts of a size, in their order. */
export const inParts = <T>(all: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(all.length / size) }, (_, place) => all.slice(place * size, (place + 1) * size));
