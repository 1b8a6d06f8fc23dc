import { type Catalog } from '../catalog';
import { type Grid } from '../spreadsheet';
import { type KeptMapping, mappingFor, type MappingFor } from './guess';
import { type ListMapping } from './mapping';
import { type ListReading, readTable } from './read';
import { tableOf } from './table';

/** A column of a list, as it is shown. */
export interface ListColumnView {
  readonly head: string;
  /** some of what stands in it */
  readonly samples: readonly string[];
  /** what stands in it, each once, where that is not too much to be named one by one; null where it is */
  readonly values: readonly string[] | null;
}

/** What a list says, as it is understood. */
export interface ListLook extends MappingFor, Pick<ListReading, 'products' | 'faults' | 'notes'> {
  readonly columns: readonly ListColumnView[];
  readonly rows: number;
}

/** Whom a list is asked about. */
export interface LookAsked {
  /** what its columns say; null for as last time, or as it seems */
  readonly said: ListMapping | null;
  readonly kept: readonly KeptMapping[];
  /** whose kept mapping is taken; absent for anybody's */
  readonly supplier?: string;
}

const MOST_SAMPLES = 3;
const MOST_VALUES = 80;

const columnView = (head: string, values: readonly string[]): ListColumnView => ({
  head,
  samples: values.filter((value) => value !== '').slice(0, MOST_SAMPLES),
  values: values.length > MOST_VALUES ? null : values,
});

/** What a list would become. */
export function lookAtList(grid: Grid, { said, kept, supplier }: LookAsked, catalog: Catalog): ListLook {
  const { mapping, keptFrom } = said ? { mapping: said, keptFrom: null } : mappingFor(grid, kept, supplier);
  const table = tableOf(grid, mapping.split);
  const { products, faults, notes } = readTable(table, mapping, catalog);
  return {
    mapping,
    keptFrom,
    columns: table.heads.map((head, place) =>
      columnView(head, [...new Set(table.rows.map(({ cells }) => cells[place] ?? ''))]),
    ),
    rows: table.rows.length,
    products,
    faults,
    notes,
  };
}
