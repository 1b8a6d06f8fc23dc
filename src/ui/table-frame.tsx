'use client';

import { Box, Button, chakra, Checkbox, HStack, Table, Text } from '@chakra-ui/react';
import {
  type ColumnDef,
  flexRender,
  type Header,
  type Row as TableRow,
  type SortingState,
  type Table as TableOf,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp, ChevronLeft, ChevronRight } from 'lucide-react';
import { type ReactNode } from 'react';
import { Found } from './found';
import { TableView, type View } from './table-view';

declare module '@tanstack/react-table' {
  // The library asks for both parameters by name.
  // eslint-disable-next-line @typescript-eslint/no-unused-vars
  interface ColumnMeta<TData, TValue> {
    align?: 'end';
    width?: string;
  }
}

const SORT_WORDS = { asc: 'ascending', desc: 'descending' } as const;

/** How rows are sorted, as an address says it: `price` or `price.desc`. */
export const sortingOf = (text: string): SortingState =>
  text === '' ? [] : [{ id: text.replace(/\.desc$/, ''), desc: text.endsWith('.desc') }];
export const sortingText = ([first]: SortingState) => (first ? `${first.id}${first.desc ? '.desc' : ''}` : '');

const OF_TABLE = { fontVariantNumeric: 'tabular-nums', '& tr > :last-child': { paddingInlineEnd: '40px' } };
const DENSE = { '& td': { paddingBlock: '2px' }, '& td img': { height: '26px', width: '35px' } };

interface FrameProps<Row> {
  label: string;
  table: TableOf<Row>;
  columns: readonly ColumnDef<Row>[];
  view: View;
  onView: (view: View) => void;
  /** where rows can be selected */
  selection?: {
    readonly isSelected: (id: string) => boolean;
    readonly nameOf: (row: Row) => string;
    readonly onSelect: (row: TableRow<Row>, on: boolean) => void;
    /** whether all that is found is selected */
    readonly isAll: boolean;
    readonly onAll: (on: boolean) => void;
  };
  /** how many are found, on how many pages; which of them is shown, from 1 */
  found: number;
  pages: number;
  page: number;
  /** the number of the first row that is shown, from 1 */
  first: number;
  onPage: (page: number) => void;
  /** what stands there where nothing is found */
  empty: ReactNode;
  /** whether something else is being looked for */
  isWaiting?: boolean;
}

/** A table as it is seen, or what stands in its place; how much is found is told to those who listen. */
export function TableFrame<Row>({ empty, ...frame }: FrameProps<Row>) {
  // What a table says changes while it stays the same object: the compiler would take it for unchanged.
  'use no memo';
  const { table, found, page, pages } = frame;
  return (
    <>
      <Found found={found} page={page} pages={pages} />
      {table.getRowModel().rows.length === 0 ? empty : <Frame {...frame} />}
    </>
  );
}

/** Heads, rows, boxes and pages; what stands in them is said from outside. */
function Frame<Row>({
  label,
  table,
  columns,
  view,
  onView,
  selection,
  found,
  pages,
  page,
  first,
  onPage,
  isWaiting,
}: Omit<FrameProps<Row>, 'empty'>) {
  'use no memo';
  const { rows } = table.getRowModel();
  return (
    <Box position="relative" bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" overflowX="auto">
      <TableView
        label={label}
        columns={columns.flatMap(({ id, header }) =>
          id !== undefined && typeof header === 'string' && header !== '' ? [{ id, title: header }] : [],
        )}
        view={view}
        onChange={onView}
      />
      <Table.Root
        aria-label={label}
        aria-busy={isWaiting || undefined}
        size="sm"
        css={{ ...OF_TABLE, ...(view.dense && DENSE) }}
      >
        <Table.Header>
          {table.getHeaderGroups().map((group) => (
            <Table.Row key={group.id} bg="bg.subtle">
              {selection && (
                <Table.ColumnHeader w="40px" borderColor="border">
                  <SelectBox label={allWords(found, pages)} checked={selection.isAll} onChange={selection.onAll} />
                </Table.ColumnHeader>
              )}
              {group.headers.map((header) => (
                <HeaderCell key={header.id} {...headOf(header)} />
              ))}
            </Table.Row>
          ))}
        </Table.Header>
        <Table.Body>
          {rows.map((row) => (
            <Table.Row
              key={row.id}
              bg={selection?.isSelected(row.id) ? 'copper.subtle' : 'transparent'}
              _hover={{ bg: 'bg.subtle' }}
            >
              {selection && (
                <Table.Cell borderColor="border.muted">
                  <SelectBox
                    label={`Select ${selection.nameOf(row.original)}`}
                    checked={selection.isSelected(row.id)}
                    onChange={(on) => selection.onSelect(row, on)}
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
          first={first}
          shown={rows.length}
          found={found}
          onBefore={page > 1 ? () => onPage(page - 1) : null}
          onAfter={page < pages ? () => onPage(page + 1) : null}
        />
      )}
    </Box>
  );
}

/** What the box is called that selects all that is found. */
const allWords = (found: number, pages: number): string =>
  pages > 1 ? `Select all ${found}, on every page` : 'Select all that are shown';

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

export interface PagesProps {
  label: string;
  /** the number of the first row that is shown, from one on */
  first: number;
  shown: number;
  found: number;
  /** null where there is no page on that side */
  onBefore: (() => void) | null;
  onAfter: (() => void) | null;
}

/** Which part of a list is shown, and how to turn its pages. */
export function Pages({ label, first, shown, found, onBefore, onAfter }: PagesProps) {
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
