/** How many values each function takes. */
export const functions = {
  min: { least: 1, most: 20 },
  max: { least: 1, most: 20 },
  sum: { least: 1, most: 20 },
  count: { least: 1, most: 20 },
  abs: { least: 1, most: 1 },
  sqrt: { least: 1, most: 1 },
  floor: { least: 1, most: 2 },
  ceil: { least: 1, most: 2 },
  round: { least: 1, most: 2 },
  if: { least: 3, most: 3 },
} as const;

export type FunctionName = keyof typeof functions;

export function isFunction(name: string): name is FunctionName {
  return Object.hasOwn(functions, name);
}
