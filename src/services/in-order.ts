/** Rows that were read by their numbers, in the order of these; what is gone by now is left out. */
export function inOrderOf<Row extends { readonly id: number }>(ids: readonly number[], rows: readonly Row[]): Row[] {
  const byId = new Map(rows.map((row) => [row.id, row]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}
