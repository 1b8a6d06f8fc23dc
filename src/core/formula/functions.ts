/** What each function takes and what it is for, for checking and for completion. */
export const functions = {
  min: { least: 1, most: 20, words: 'the least of several values' },
  max: { least: 1, most: 20, words: 'the greatest of several values' },
  sum: { least: 1, most: 20, words: 'of all pieces in a slot or part, together' },
  count: { least: 1, most: 20, words: 'how many pieces are in a slot or part' },
  abs: { least: 1, most: 1, words: 'a value without its sign' },
  sqrt: { least: 1, most: 1, words: 'the square root; the side of a square of an area' },
  floor: { least: 1, most: 2, words: 'down to a whole number, or to a step' },
  ceil: { least: 1, most: 2, words: 'up to a whole number, or to a step' },
  round: { least: 1, most: 2, words: 'to the nearest whole number, or step' },
  if: { least: 3, most: 3, words: 'the second value where the first holds, else the third' },
} as const;

export type FunctionName = keyof typeof functions;

export function isFunction(name: string): name is FunctionName {
  return Object.hasOwn(functions, name);
}
