'use client';

import {
  type ColumnDef,
  getCoreRowModel,
  getFilteredRowModel,
  getPaginationRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { type ReactNode, useMemo } from 'react';
import { sortingOf, sortingText, TableFrame } from './table-frame';
import { useTableView } from './table-view';
import { useAddress } from './use-address';

interface Props<Row> {
  label: string;
  rows: readonly Row[];
  columns: ColumnDef<Row>[];
  rowKey: (row: Row) => string;
  search?: string;
  initialSort?: SortingState;
  empty: ReactNode;
  /** where rows can be selected: which are, and what each is called */
  selection?: {
    readonly selected: ReadonlySet<string>;
    readonly nameOf: (row: Row) => string;
    readonly onChange: (selected: ReadonlySet<string>) => void;
  };
}

/** So many rows stand on a page. */
const ON_A_PAGE = 50;

/** Rows as they are sorted, searched and parted into pages, and how the table is viewed. */
function useRows<Row>({
  label,
  rows,
  columns,
  rowKey,
  search = '',
  initialSort = [],
}: Pick<Props<Row>, 'label' | 'rows' | 'columns' | 'rowKey' | 'search' | 'initialSort'>) {
  const [sort, setSort] = useAddress('sort', sortingText(initialSort));
  // The table starts over whenever it is given something new: what means the same must be the same.
  const known = columns.map(({ id }) => id).join();
  const sorting = useMemo(() => sortingOf(sort).filter(({ id }) => known.split(',').includes(id)), [sort, known]);
  const { view, setView, columnVisibility } = useTableView(label);
  const table = useReactTable({
    data: rows as Row[],
    columns,
    state: { sorting, globalFilter: search, columnVisibility },
    onSortingChange: (change) => setSort(sortingText(typeof change === 'function' ? change(sorting) : change)),
    getRowId: rowKey,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    getPaginationRowModel: getPaginationRowModel(),
    initialState: { pagination: { pageSize: ON_A_PAGE, pageIndex: 0 } },
    globalFilterFn: 'includesString',
  });
  return { table, view, setView };
}

/** A table of rows that are all here: sorted by its heads, searched from outside, a page at a time. */
export function DataTable<Row>({ label, rows, columns, rowKey, search, initialSort, empty, selection }: Props<Row>) {
  // What a table says changes while it stays the same object: the compiler would take it for unchanged.
  'use no memo';
  const { table, view, setView } = useRows({ label, rows, columns, rowKey, search, initialSort });
  const found = table.getFilteredRowModel().rows;
  const { pageIndex } = table.getState().pagination;
  const toggle = (ids: readonly string[], on: boolean) =>
    selection?.onChange(
      new Set(on ? [...selection.selected, ...ids] : [...selection.selected].filter((id) => !ids.includes(id))),
    );
  return (
    <TableFrame<Row>
      label={label}
      table={table}
      columns={columns}
      view={view}
      onView={setView}
      empty={empty}
      found={found.length}
      pages={table.getPageCount()}
      page={pageIndex + 1}
      first={pageIndex * ON_A_PAGE + 1}
      onPage={(page) => table.setPageIndex(page - 1)}
      selection={
        selection && {
          isSelected: (id) => selection.selected.has(id),
          nameOf: selection.nameOf,
          onSelect: ({ id }, on) => toggle([id], on),
          isAll: found.every(({ id }) => selection.selected.has(id)),
          onAll: (on) =>
            toggle(
              found.map(({ id }) => id),
              on,
            ),
        }
      }
    />
  );
}
