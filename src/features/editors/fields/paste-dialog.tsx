'use client';

import { Button, Stack, Table, Text, Textarea } from '@chakra-ui/react';
import { Fragment, memo, type ReactNode, useDeferredValue, useMemo, useRef, useState } from 'react';
import { counted } from '@/core/words';
import { AppDialog } from '@/ui/dialog';
import { RowsLeftOut, useLongRowsWithin } from '@/ui/long-list';
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
  /** is told what is typed, where something is to be known to read it; and whether that is waited for */
  onText?: (text: string) => void;
  isReading?: boolean;
  /** what is wrong with a line; empty where nothing is */
  faultOf: (line: L) => string;
  columns: readonly { readonly head: string; readonly end?: boolean }[];
  /** the cells of a line that is right */
  cells: (line: L) => ReactNode;
  /** what a line makes: `part`; and several, where that is not with an s */
  noun: string;
  nouns?: string;
  /** what taking the right lines in does, where that is more than adding them */
  takes?: (right: readonly L[]) => string;
  onClose: () => void;
  onTake: (right: readonly L[]) => void;
}

/**
 * Takes a pasted list in, seen before it is taken: nothing enters until it is accepted, and what is wrong stays out.
 */
export function PasteDialog<L extends PastedLine>({
  open,
  begin = '',
  title,
  help,
  label,
  placeholder,
  read,
  onText,
  isReading = false,
  faultOf,
  columns,
  cells,
  noun,
  nouns,
  takes = (right) => `Add ${counted(right.length, noun, nouns)}`,
  onClose,
  onTake,
}: Props<L>) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? begin;
  // A long list takes a moment to read and to draw: what is typed in it doesn't wait.
  const settled = useDeferredValue(text);
  const lines = useMemo(() => read(settled), [read, settled]);
  const right = lines.filter((line) => faultOf(line) === '');
  const wrong = lines.length - right.length;
  const close = () => {
    setTyped(null);
    onText?.('');
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
              {counted(wrong, 'line')} with faults {wrong === 1 ? 'stays' : 'stay'} out until fixed above.
            </Text>
          )}
          <Button variant="ghost" colorPalette="ink" onClick={close}>
            Cancel
          </Button>
          <Button disabled={right.length === 0 || settled !== text || isReading} onClick={take}>
            {takes(right)}
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <Text fontSize="sm" color="fg.muted">
          {help}
        </Text>
        <Textarea
          aria-label={label}
          rows={6}
          fontFamily="mono"
          fontSize="sm"
          borderColor="border.emphasized"
          placeholder={placeholder}
          value={text}
          onChange={(event) => {
            setTyped(event.target.value);
            onText?.(event.target.value);
          }}
        />
        {isReading && (
          <Text fontSize="sm" color="fg.muted" role="status">
            Reading the list …
          </Text>
        )}
        {lines.length > 0 && <Preview lines={lines} faultOf={faultOf} columns={columns} cells={cells} />}
      </Stack>
    </AppDialog>
  );
}

/** What a line of the preview usually takes, in pixels. */
const LINE_HEIGHT = 37;

/** What the lines mean, one by one; of a long list those that can be seen. */
const Preview = memo(function Preview<L extends PastedLine>({
  lines,
  faultOf,
  columns,
  cells,
}: Pick<Props<L>, 'faultOf' | 'columns' | 'cells'> & { lines: readonly L[] }) {
  const scroller = useRef<HTMLDivElement>(null);
  const { drawn, roomBefore, roomAfter, measure } = useLongRowsWithin(scroller, lines.length, LINE_HEIGHT);
  return (
    <ScrollRegion ref={scroller} label="Preview" height="300px">
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
          {drawn.map((index, place) => {
            const line = lines[index];
            const fault = line && faultOf(line);
            return (
              line && (
                <Fragment key={line.line}>
                  <RowsLeftOut height={roomBefore(place)} />
                  <Table.Row
                    ref={measure}
                    data-index={index}
                    bg={fault === '' ? 'transparent' : 'brick.subtle'}
                    verticalAlign="top"
                  >
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
                </Fragment>
              )
            );
          })}
          <RowsLeftOut height={roomAfter} />
        </Table.Body>
      </Table.Root>
    </ScrollRegion>
  );
}) as <L extends PastedLine>(
  props: Pick<Props<L>, 'faultOf' | 'columns' | 'cells'> & { lines: readonly L[] },
) => ReactNode;
