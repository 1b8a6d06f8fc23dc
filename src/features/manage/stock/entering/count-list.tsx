'use client';

import { Box, Button, HStack, Table, Text } from '@chakra-ui/react';
import { Printer } from 'lucide-react';
import { useState } from 'react';
import { unitByCode } from '@/core/quantity';
import { counted, quantityWords } from '@/core/words';
import { type CountLine } from '@/services/stock/items/count-list';
import { Page } from '@/ui/page';
import { PageLink } from '@/ui/page-link';
import { EmptyPlace, PageHead } from '@/ui/text';
import { Tick } from '@/ui/tick';

interface Props {
  lines: readonly CountLine[];
  /** whether these are all */
  isAll: boolean;
  /** YYYY-MM-DD */
  day: string;
}

/** A list to print, take along and write on. */
export function CountList({ lines, isAll, day }: Props) {
  const [withFigures, setWithFigures] = useState(false);
  return (
    <Page>
      <PageHead
        title="List to count by"
        lead={`${counted(lines.length, 'line')}, ${day}. Print it, write down what is there, then type it in under Count stock.`}
      >
        <Button asChild variant="outline" size="sm">
          <PageLink href="/manage/count">Count stock</PageLink>
        </Button>
        {lines.length > 0 && (
          <Button size="sm" onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print
          </Button>
        )}
      </PageHead>
      {lines.length === 0 ? (
        <EmptyPlace title="Nothing is counted yet">
          <Text>Stock items stand here by name, each with room to write on.</Text>
        </EmptyPlace>
      ) : (
        <>
          <HStack mb="4" gap="5" _print={{ display: 'none' }}>
            <Tick label="Show what should be there" checked={withFigures} onChange={setWithFigures} />
            {!isAll && <Text color="fg.muted">These are the first by name; more are not printed at once.</Text>}
          </HStack>
          <Box bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" overflowX="auto">
            <Table.Root size="sm" aria-label="List to count by" css={{ fontVariantNumeric: 'tabular-nums' }}>
              <Table.Header>
                <Table.Row bg="bg.subtle">
                  <Table.ColumnHeader>Stock item</Table.ColumnHeader>
                  <Table.ColumnHeader>Lot</Table.ColumnHeader>
                  {withFigures && <Table.ColumnHeader textAlign="end">On hand</Table.ColumnHeader>}
                  <Table.ColumnHeader w="30%">Counted</Table.ColumnHeader>
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {lines.map((line) => (
                  <CountRow key={`${line.key} ${line.lot ?? ''}`} line={line} withFigure={withFigures} />
                ))}
              </Table.Body>
            </Table.Root>
          </Box>
        </>
      )}
    </Page>
  );
}

function CountRow({ line: { title, unit, lot, onHand }, withFigure }: { line: CountLine; withFigure: boolean }) {
  const known = unitByCode(unit);
  return (
    <Table.Row bg="transparent" css={{ breakInside: 'avoid' }}>
      <Table.Cell fontWeight="600">{title}</Table.Cell>
      <Table.Cell>{lot}</Table.Cell>
      {withFigure && <Table.Cell textAlign="end">{quantityWords({ value: onHand, unit })}</Table.Cell>}
      <Table.Cell>
        <Box borderBottomWidth="1px" borderColor="border.emphasized" textAlign="end" color="fg.muted" minH="6">
          {known?.dimension === 'count' ? '' : known?.symbol}
        </Box>
      </Table.Cell>
    </Table.Row>
  );
}
