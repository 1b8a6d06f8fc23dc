'use client';

import { Box, chakra, Checkbox, Table } from '@chakra-ui/react';
import { type ColumnDef, flexRender, getCoreRowModel, getFilteredRowModel, getSortedRowModel, type SortingState, useReactTable } from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type ReactNode, useState } from 'react';

declare module '@tanstack/react-table' {
  // The library asks for both parameters by name.
  // eslint-disable-next-line @typescript-eslint/no-unused-vars
  interface ColumnMeta<TData, TValue> {
    align?: 'end';
    width?: string;
  }
}

interface Props<Row> {
  label: string;
  rows: readonly Row[];
  columns: ColumnDef<Row>[];
  rowKey: (row: Row) => string;
  search?: string;
  initialSort?: SortingState;
  empty: ReactNode;
  /** where rows can be selected: which are, and what each is called */
  selection?: { readonly selected: ReadonlySet<string>; readonly nameOf: (row: Row) => string; readonly onChange: (selected: ReadonlySet<string>) => void };
}

const SORT_WORDS = { asc: 'ascending', desc: 'descending' } as const;

/** The one table: sorted by its heads, searched from outside. */
export function DataTable<Row>({ label, rows, columns, rowKey, search = '', initialSort = [], empty, selection }: Props<Row>) {
  const [sorting, setSorting] = useState<SortingState>(initialSort);
  const table = useReactTable({
    data: rows as Row[],
    columns,
    state: { sorting, globalFilter: search },
    onSortingChange: setSorting,
    getRowId: rowKey,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    globalFilterFn: 'includesString',
  });
  const shown = table.getRowModel().rows;
  if (shown.length === 0) return <>{empty}</>;
  const allSelected = selection !== undefined && shown.every(({ id }) => selection.selected.has(id));
  const toggle = (ids: readonly string[], on: boolean) => selection?.onChange(new Set(on ? [...selection.selected, ...ids] : [...selection.selected].filter((id) => !ids.includes(id))));
  return (
    <Box bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" overflowX="auto">
      <Table.Root aria-label={label} size="sm" css={{ fontVariantNumeric: 'tabular-nums' }}>
        <Table.Header>
          {table.getHeaderGroups().map((group) => (
            <Table.Row key={group.id} bg="bg.subtle">
              {selection && (
                <Table.ColumnHeader w="40px" borderColor="border">
                  <SelectBox label="Select all that are shown" checked={allSelected} onChange={(on) => toggle(shown.map(({ id }) => id), on)} />
                </Table.ColumnHeader>
              )}
              {group.headers.map((header) => {
                const sorted = header.column.getIsSorted();
                const content = flexRender(header.column.columnDef.header, header.getContext());
                return (
                  <Table.ColumnHeader
                    key={header.id}
                    aria-sort={sorted ? SORT_WORDS[sorted] : undefined}
                    textAlign={header.column.columnDef.meta?.align}
                    width={header.column.columnDef.meta?.width}
                    color="fg.muted"
                    fontWeight="600"
                    borderColor="border"
                  >
                    {header.column.getCanSort() ? (
                      <chakra.button type="button" display="inline-flex" alignItems="center" gap="1" cursor="pointer" fontWeight="inherit" onClick={header.column.getToggleSortingHandler()}>
                        {content}
                        {sorted === 'asc' && <ArrowUp size={13} aria-hidden />}
                        {sorted === 'desc' && <ArrowDown size={13} aria-hidden />}
                      </chakra.button>
                    ) : (
                      content
                    )}
                  </Table.ColumnHeader>
                );
              })}
            </Table.Row>
          ))}
        </Table.Header>
        <Table.Body>
          {shown.map((row) => (
            <Table.Row key={row.id} bg={selection?.selected.has(row.id) ? 'copper.subtle' : 'transparent'} _hover={{ bg: 'bg.subtle' }}>
              {selection && (
                <Table.Cell borderColor="border.muted">
                  <SelectBox label={`Select ${selection.nameOf(row.original)}`} checked={selection.selected.has(row.id)} onChange={(on) => toggle([row.id], on)} />
                </Table.Cell>
              )}
              {row.getVisibleCells().map((cell) => (
                <Table.Cell key={cell.id} textAlign={cell.column.columnDef.meta?.align} borderColor="border.muted" verticalAlign="middle">
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

function SelectBox({ label, checked, onChange }: { label: string; checked: boolean; onChange: (checked: boolean) => void }) {
  return (
    <Checkbox.Root checked={checked} onCheckedChange={(details) => onChange(details.checked === true)}>
      <Checkbox.HiddenInput aria-label={label} />
      <Checkbox.Control borderColor="border.emphasized" />
    </Checkbox.Root>
  );
}
