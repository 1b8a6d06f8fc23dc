'use client';

import { type ColumnDef, getCoreRowModel, useReactTable } from '@tanstack/react-table';
import { type ReactNode, useMemo } from 'react';
import { sortingOf, sortingText, TableFrame } from './table-frame';
import { useTableView } from './table-view';

interface Props<Row> {
  label: string;
  /** those of one page, as they are sorted */
  rows: readonly Row[];
  columns: ColumnDef<Row>[];
  rowKey: (row: Row) => string;
  /** `price` or `price.desc`; empty for the usual order */
  sort: string;
  onSort: (sort: string) => void;
  /** how many are found, on how many pages; which of them is shown, from 1 */
  found: number;
  pages: number;
  page: number;
  /** the number of the first row that is shown, from 1 */
  first: number;
  onPage: (page: number) => void;
  isWaiting: boolean;
  /** what stands there where nothing is found */
  empty: ReactNode;
  /** where rows can be selected */
  selection?: {
    readonly selected: ReadonlySet<string>;
    readonly nameOf: (row: Row) => string;
    readonly onSelect: (row: Row, on: boolean) => void;
    /** all that are found, on whatever page */
    readonly onAll: (on: boolean) => void;
    readonly isAll: boolean;
  };
}

/** A table of which no more than a page is here: what is found and how it is sorted is somebody else's. */
export function PagedTable<Row>({
  label,
  rows,
  columns,
  rowKey,
  sort,
  onSort,
  found,
  pages,
  page,
  first,
  onPage,
  isWaiting,
  empty,
  selection,
}: Props<Row>) {
  // What a table says changes while it stays the same object: the compiler would take it for unchanged.
  'use no memo';
  const sorting = useMemo(() => sortingOf(sort), [sort]);
  const { view, setView, columnVisibility } = useTableView(label);
  const table = useReactTable({
    data: rows as Row[],
    columns,
    state: { sorting, columnVisibility },
    manualSorting: true,
    // What is greatest is looked for no sooner than what is least.
    sortDescFirst: false,
    onSortingChange: (change) => onSort(sortingText(typeof change === 'function' ? change(sorting) : change)),
    getRowId: rowKey,
    getCoreRowModel: getCoreRowModel(),
  });
  return (
    <TableFrame<Row>
      label={label}
      table={table}
      columns={columns}
      view={view}
      onView={setView}
      empty={empty}
      found={found}
      pages={pages}
      page={page}
      first={first}
      onPage={onPage}
      isWaiting={isWaiting}
      selection={
        selection && {
          isSelected: (id) => selection.selected.has(id),
          nameOf: selection.nameOf,
          onSelect: ({ original }, on) => selection.onSelect(original, on),
          isAll: selection.isAll,
          onAll: selection.onAll,
        }
      }
    />
  );
}
