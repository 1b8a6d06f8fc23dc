/** The key that a sheet's choice has on a product. Own choices have no point in theirs, so the two never meet. */
export function placedKey(sheet: string, choice: string): string {
  return `${sheet}.${choice}`;
}

/** The sheet that a choice of a product comes from, and its key there; null for one of the product's own. */
export function partedKey(key: string): { readonly sheet: string; readonly choice: string } | null {
  const point = key.indexOf('.');
  return point < 0 ? null : { sheet: key.slice(0, point), choice: key.slice(point + 1) };
}
