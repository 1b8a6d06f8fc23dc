'use client';

import { Button, Table, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { type Difference, differencesOf, takenBack } from '@/core/compared';
import { differencePlace, valueWords } from '@/core/words';

/** What stands in a place before and after, of an order that it is another. */
function sidesOf({ kind, before, after }: Difference): readonly [before: string, after: string] {
  switch (kind) {
    case 'changed':
      return [valueWords(before), valueWords(after)];
    case 'added':
      return ['none', valueWords(after)];
    case 'removed':
      return [valueWords(before), 'none'];
    case 'order':
      return ['another order', 'this order'];
  }
}

interface Props<T> {
  /** the revision */
  earlier: T;
  now: T;
  /** makes the draft what it was at one place */
  onRestore: (definition: T) => void;
}

/** Where a revision says something else than the draft, side by side; each place can be restored by itself. */
export function RevisionDifferences<T extends object>({ earlier, now, onRestore }: Props<T>) {
  const differences = useMemo(() => differencesOf(earlier, now), [earlier, now]);
  if (differences.length === 0) return <Text color="fg.muted">The draft says the same.</Text>;
  return (
    <Table.Root size="sm" aria-label="Differences">
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader>Place</Table.ColumnHeader>
          <Table.ColumnHeader>In this revision</Table.ColumnHeader>
          <Table.ColumnHeader>In the draft</Table.ColumnHeader>
          <Table.ColumnHeader />
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {differences.map((difference) => {
          const place = differencePlace(difference.steps);
          const [before, after] = sidesOf(difference);
          return (
            <Table.Row key={`${difference.kind} ${JSON.stringify(difference.steps)}`}>
              <Table.Cell overflowWrap="anywhere">{place}</Table.Cell>
              <Table.Cell overflowWrap="anywhere">{before}</Table.Cell>
              <Table.Cell overflowWrap="anywhere">{after}</Table.Cell>
              <Table.Cell textAlign="end">
                <Button
                  size="xs"
                  variant="outline"
                  aria-label={`Restore ${place}`}
                  onClick={() => onRestore(takenBack(now, difference))}
                >
                  Restore
                </Button>
              </Table.Cell>
            </Table.Row>
          );
        })}
      </Table.Body>
    </Table.Root>
  );
}
