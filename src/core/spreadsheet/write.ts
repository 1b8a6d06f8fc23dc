import { type Catalog } from '../catalog';
import { type Grid } from './grid';
import { ownersIn, scopeOf } from './kind';
import { type SpreadsheetKey, spreadsheetKind } from './kinds';

/** What of a catalog goes out as a spreadsheet. */
export interface WrittenSpreadsheet {
  readonly title: string;
  readonly grid: Grid;
  /** which columns hold numbers, by their places */
  readonly numbers: ReadonlySet<number>;
}

/**
 * Writes a part of a catalog as a spreadsheet, which {@link readSpreadsheet} reads back.
 *
 * @param only what the catalog tells the things by that go out; null for all
 */
export function writeSpreadsheet(
  catalog: Catalog,
  key: SpreadsheetKey,
  only: ReadonlySet<string> | null = null,
): WrittenSpreadsheet {
  const kind = spreadsheetKind(key);
  const scope = scopeOf(catalog);
  const columns = [...kind.names, ...kind.columns];
  const rows = [...ownersIn(catalog, kind.list)].flatMap(([name, owner]) =>
    only && !only.has(name)
      ? []
      : kind.rows(owner, name).map((row) => columns.map((column) => column.show(row, scope))),
  );
  return {
    title: kind.title,
    grid: [columns.map(({ head }) => head), ...rows],
    numbers: new Set(columns.flatMap(({ isNumber }, place) => (isNumber ? place : []))),
  };
}
