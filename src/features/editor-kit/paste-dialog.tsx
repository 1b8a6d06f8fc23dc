'use client';

import { Button, Stack, Table, Text, Textarea } from '@chakra-ui/react';
import { type ReactNode, useMemo, useState } from 'react';
import { counted } from '@/core/words';
import { AppDialog } from '@/ui/dialog';
import { ScrollRegion } from '@/ui/scroll-region';

/** A line of a pasted list, as it has been understood. */
interface PastedLine {
  /** counted from 1 */
  readonly line: number;
  readonly text: string;
}

interface Props<L extends PastedLine> {
  open: boolean;
  /** what stands in it to begin with; absent for nothing */
  begin?: string;
  title: string;
  help: string;
  /** what the field is for, for those who listen */
  label: string;
  placeholder: string;
  read: (text: string) => readonly L[];
  /** what is wrong with a line; empty where nothing is */
  faultOf: (line: L) => string;
  columns: readonly { readonly head: string; readonly end?: boolean }[];
  /** the cells of a line that is right */
  cells: (line: L) => ReactNode;
  /** what a line makes: `part`; and several, where that is not with an s */
  noun: string;
  nouns?: string;
  onClose: () => void;
  onTake: (right: readonly L[]) => void;
}

/** Takes a pasted list in, seen before it is taken: nothing enters until it is accepted, and what is wrong stays out. */
export function PasteDialog<L extends PastedLine>({ open, begin = '', title, help, label, placeholder, read, faultOf, columns, cells, noun, nouns, onClose, onTake }: Props<L>) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? begin;
  const lines = useMemo(() => read(text), [read, text]);
  const right = lines.filter((line) => faultOf(line) === '');
  const wrong = lines.length - right.length;
  const close = () => {
    setTyped(null);
    onClose();
  };
  const take = () => {
    onTake(right);
    close();
  };
  return (
    <AppDialog
      size="xl"
      open={open}
      title={title}
      onClose={close}
      footer={
        <>
          {wrong > 0 && (
            <Text color="brick.fg" fontSize="sm" flex="1">
              {counted(wrong, 'line')} with faults {wrong === 1 ? 'stays' : 'stay'} out until mended above.
            </Text>
          )}
          <Button variant="ghost" colorPalette="ink" onClick={close}>
            Cancel
          </Button>
          <Button disabled={right.length === 0} onClick={take}>
            Add {counted(right.length, noun, nouns)}
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <Text fontSize="sm" color="fg.muted">
          {help}
        </Text>
        <Textarea aria-label={label} rows={6} fontFamily="mono" fontSize="sm" borderColor="border.emphasized" placeholder={placeholder} value={text} onChange={(event) => setTyped(event.target.value)} />
        {lines.length > 0 && (
          <ScrollRegion label="Preview" height="300px">
            <Table.Root size="sm" aria-label="What the lines mean">
              <Table.Header>
                <Table.Row bg="bg.subtle">
                  <Table.ColumnHeader w="50px">Line</Table.ColumnHeader>
                  {columns.map(({ head, end }) => (
                    <Table.ColumnHeader key={head} textAlign={end ? 'end' : undefined}>
                      {head}
                    </Table.ColumnHeader>
                  ))}
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {lines.map((line) => {
                  const fault = faultOf(line);
                  return (
                    <Table.Row key={line.line} bg={fault === '' ? 'transparent' : 'brick.subtle'} verticalAlign="top">
                      <Table.Cell color="fg.muted">{line.line}</Table.Cell>
                      {fault === '' ? (
                        cells(line)
                      ) : (
                        <Table.Cell colSpan={columns.length}>
                          <Text fontFamily="mono" fontSize="xs">
                            {line.text}
                          </Text>
                          <Text color="brick.fg" fontSize="sm">
                            {fault}
                          </Text>
                        </Table.Cell>
                      )}
                    </Table.Row>
                  );
                })}
              </Table.Body>
            </Table.Root>
          </ScrollRegion>
        )}
      </Stack>
    </AppDialog>
  );
}
