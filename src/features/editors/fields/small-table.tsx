'use client';

import { Button, chakra, HStack, IconButton, Stack, Table } from '@chakra-ui/react';
import { ClipboardPaste, Plus, Trash2 } from 'lucide-react';
import { type ReactNode } from 'react';

interface Props<Row> {
  label: string;
  heads: readonly string[];
  rows: readonly Row[];
  /** the cells of a row, as many as there are heads */
  cells: (row: Row, index: number) => ReactNode;
  /** what taking a row away is called, for those who listen */
  removes: (row: Row, index: number) => string;
  /** so many rows at least, and at most */
  least: number;
  most: number;
  /** what is pressed to add a row, and to paste all of them */
  adds: string;
  pastes: string;
  onAdd: () => void;
  onPaste: () => void;
  onRemove: (index: number) => void;
}

/** A few rows that are typed, added, taken away, or pasted all at once. */
export function SmallTable<Row>({
  label,
  heads,
  rows,
  cells,
  removes,
  least,
  most,
  adds,
  pastes,
  onAdd,
  onPaste,
  onRemove,
}: Props<Row>) {
  return (
    <Stack gap="3" align="start">
      {rows.length > 0 && (
        <Table.Root size="sm" w="auto" aria-label={label}>
          <Table.Header>
            <Table.Row bg="transparent">
              {heads.map((head) => (
                <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
              ))}
              <Table.ColumnHeader>
                <chakra.span srOnly>Take away</chakra.span>
              </Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {rows.map((row, index) => (
              <Table.Row key={index} bg="transparent" verticalAlign="top">
                {cells(row, index)}
                <Table.Cell>
                  <IconButton
                    aria-label={removes(row, index)}
                    size="sm"
                    variant="ghost"
                    colorPalette="brick"
                    disabled={rows.length <= least}
                    onClick={() => onRemove(index)}
                  >
                    <Trash2 size={15} />
                  </IconButton>
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      )}
      <HStack gap="2">
        <Button size="sm" variant="outline" disabled={rows.length >= most} onClick={onAdd}>
          <Plus size={14} aria-hidden /> {adds}
        </Button>
        <Button size="sm" variant="ghost" colorPalette="ink" onClick={onPaste}>
          <ClipboardPaste size={14} aria-hidden /> {pastes}
        </Button>
      </HStack>
    </Stack>
  );
}
