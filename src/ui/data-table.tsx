'use client';

import { Box, Button, chakra, Checkbox, HStack, Table, Text } from '@chakra-ui/react';
import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getPaginationRowModel,
  getSortedRowModel,
  type Header,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp, ChevronLeft, ChevronRight } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { TableView, useTableView } from './table-view';
import { useAddress } from './use-address';

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
  selection?: {
    readonly selected: ReadonlySet<string>;
    readonly nameOf: (row: Row) => string;
    readonly onChange: (selected: ReadonlySet<string>) => void;
  };
}

const SORT_WORDS = { asc: 'ascending', desc: 'descending' } as const;

/** How rows are sorted, as an address says it: `price` or `price.desc`. */
const sortingOf = (text: string): SortingState =>
  text === '' ? [] : [{ id: text.replace(/\.desc$/, ''), desc: text.endsWith('.desc') }];
const sortingText = ([first]: SortingState) => (first ? `${first.id}${first.desc ? '.desc' : ''}` : '');

/** So many rows stand on a page. */
const ON_A_PAGE = 50;

const OF_TABLE = { fontVariantNumeric: 'tabular-nums', '& tr > :last-child': { paddingInlineEnd: '40px' } };
const DENSE = { '& td': { paddingBlock: '2px' }, '& td img': { height: '26px', width: '35px' } };

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
  const { view, setView } = useTableView(label);
  const columnVisibility = useMemo(() => Object.fromEntries(view.hidden.map((id) => [id, false])), [view.hidden]);
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

/** The one table: sorted by its heads, searched from outside, a page at a time. */
export function DataTable<Row>({ label, rows, columns, rowKey, search, initialSort, empty, selection }: Props<Row>) {
  // What a table says changes while it stays the same object: the compiler would take it for unchanged.
  'use no memo';
  const { table, view, setView } = useRows({ label, rows, columns, rowKey, search, initialSort });
  const shown = table.getRowModel().rows;
  if (shown.length === 0) return <>{empty}</>;
  const found = table.getFilteredRowModel().rows;
  const pages = table.getPageCount();
  const page = table.getState().pagination.pageIndex;
  const allSelected = selection !== undefined && found.every(({ id }) => selection.selected.has(id));
  const toggle = (ids: readonly string[], on: boolean) =>
    selection?.onChange(
      new Set(on ? [...selection.selected, ...ids] : [...selection.selected].filter((id) => !ids.includes(id))),
    );
  return (
    <Box position="relative" bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" overflowX="auto">
      <TableView
        label={label}
        columns={columns.flatMap(({ id, header }) =>
          id !== undefined && typeof header === 'string' && header !== '' ? [{ id, title: header }] : [],
        )}
        view={view}
        onChange={setView}
      />
      <Table.Root aria-label={label} size="sm" css={{ ...OF_TABLE, ...(view.dense && DENSE) }}>
        <Table.Header>
          {table.getHeaderGroups().map((group) => (
            <Table.Row key={group.id} bg="bg.subtle">
              {selection && (
                <Table.ColumnHeader w="40px" borderColor="border">
                  <SelectBox
                    label={pages > 1 ? `Select all ${found.length}, on every page` : 'Select all that are shown'}
                    checked={allSelected}
                    onChange={(on) =>
                      toggle(
                        found.map(({ id }) => id),
                        on,
                      )
                    }
                  />
                </Table.ColumnHeader>
              )}
              {group.headers.map((header) => (
                <HeaderCell key={header.id} {...headOf(header)} />
              ))}
            </Table.Row>
          ))}
        </Table.Header>
        <Table.Body>
          {shown.map((row) => (
            <Table.Row
              key={row.id}
              bg={selection?.selected.has(row.id) ? 'copper.subtle' : 'transparent'}
              _hover={{ bg: 'bg.subtle' }}
            >
              {selection && (
                <Table.Cell borderColor="border.muted">
                  <SelectBox
                    label={`Select ${selection.nameOf(row.original)}`}
                    checked={selection.selected.has(row.id)}
                    onChange={(on) => toggle([row.id], on)}
                  />
                </Table.Cell>
              )}
              {row.getVisibleCells().map((cell) => (
                <Table.Cell
                  key={cell.id}
                  textAlign={cell.column.columnDef.meta?.align}
                  borderColor="border.muted"
                  verticalAlign="middle"
                >
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      {pages > 1 && (
        <Pages
          label={label}
          first={page * ON_A_PAGE + 1}
          shown={shown.length}
          found={found.length}
          onBefore={table.getCanPreviousPage() ? table.previousPage : null}
          onAfter={table.getCanNextPage() ? table.nextPage : null}
        />
      )}
    </Box>
  );
}

interface HeaderProps {
  content: ReactNode;
  sorted: 'asc' | 'desc' | false;
  align?: 'end';
  width?: string;
  /** absent where the column sorts nothing */
  onSort?: (event: unknown) => void;
}

/** What a header says now: the table that is asked stays the same object. */
const headOf = <Row,>({ column, getContext }: Header<Row, unknown>): HeaderProps => ({
  content: flexRender(column.columnDef.header, getContext()),
  sorted: column.getIsSorted(),
  align: column.columnDef.meta?.align,
  width: column.columnDef.meta?.width,
  ...(column.getCanSort() && { onSort: column.getToggleSortingHandler() }),
});

function HeaderCell({ content, sorted, align, width, onSort }: HeaderProps) {
  return (
    <Table.ColumnHeader
      aria-sort={sorted ? SORT_WORDS[sorted] : undefined}
      textAlign={align}
      width={width}
      color="fg.muted"
      fontWeight="600"
      borderColor="border"
    >
      {onSort ? (
        <chakra.button
          type="button"
          display="inline-flex"
          alignItems="center"
          gap="1"
          cursor="pointer"
          fontWeight="inherit"
          onClick={onSort}
        >
          {content}
          {sorted === 'asc' && <ArrowUp size={13} aria-hidden />}
          {sorted === 'desc' && <ArrowDown size={13} aria-hidden />}
        </chakra.button>
      ) : (
        content
      )}
    </Table.ColumnHeader>
  );
}

interface PagesProps {
  label: string;
  /** the number of the first row that is shown, from one on */
  first: number;
  shown: number;
  found: number;
  /** null where there is no page on that side */
  onBefore: (() => void) | null;
  onAfter: (() => void) | null;
}

function Pages({ label, first, shown, found, onBefore, onAfter }: PagesProps) {
  return (
    <HStack
      as="nav"
      aria-label={`Pages of ${label}`}
      justify="space-between"
      px="3"
      py="2"
      borderTopWidth="1px"
      borderColor="border"
      fontSize="sm"
      color="fg.muted"
    >
      <Text css={{ fontVariantNumeric: 'tabular-nums' }}>
        {first} to {first + shown - 1} of {found}
      </Text>
      <HStack gap="1">
        <Button size="xs" variant="ghost" colorPalette="ink" disabled={!onBefore} onClick={() => onBefore?.()}>
          <ChevronLeft size={14} aria-hidden /> Before
        </Button>
        <Button size="xs" variant="ghost" colorPalette="ink" disabled={!onAfter} onClick={() => onAfter?.()}>
          After <ChevronRight size={14} aria-hidden />
        </Button>
      </HStack>
    </HStack>
  );
}

function SelectBox({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <Checkbox.Root checked={checked} onCheckedChange={(details) => onChange(details.checked === true)}>
      <Checkbox.HiddenInput aria-label={label} />
      <Checkbox.Control borderColor="border.emphasized" />
    </Checkbox.Root>
  );
}
