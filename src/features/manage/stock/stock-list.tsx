'use client';

import { Button, HStack, Link } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { Plus } from 'lucide-react';
import NextLink from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { counted, quantityWords } from '@/core/words';
import { type StockFigures } from '@/services/stock/ledger/figures';
import { DataTable } from '@/ui/data-table';
import { TypedInput } from '@/ui/field';
import { Page } from '@/ui/page';
import { EmptyPlace, Money, PageHead, Slip } from '@/ui/text';
import { Tick } from '@/ui/tick';
import { sayDone } from '@/ui/toasts';
import { useAddress } from '@/ui/use-address';
import { LOT_WORDS, NewStockItemDialog } from '@/features/editors/fields';

const figure = (field: 'onHand' | 'reserved' | 'available', header: string): ColumnDef<StockFigures> => ({
  id: field,
  header,
  accessorKey: field,
  sortingFn: (a, b) => Number(a.original[field]) - Number(b.original[field]),
  meta: { align: 'end' },
  cell: ({ row: { original } }) => quantityWords({ value: original[field], unit: original.unit }),
});

const columnsIn = (currency: string): ColumnDef<StockFigures>[] => [
  {
    id: 'title',
    header: 'Stock item',
    accessorKey: 'title',
    cell: ({ row: { original } }) => (
      <Link asChild fontWeight="600" color="fg">
        <NextLink href={`/manage/stock/${original.key}`}>{original.title}</NextLink>
      </Link>
    ),
  },
  {
    id: 'lots',
    header: 'Lots',
    accessorFn: ({ lying }) => lying?.lots.length ?? 0,
    cell: ({ row: { original } }) =>
      original.lying ? `${original.lying.lots.length} ${LOT_WORDS[original.lying.kind]}` : '',
  },
  figure('onHand', 'On hand'),
  figure('reserved', 'Reserved'),
  figure('available', 'Available'),
  {
    id: 'cost',
    header: 'Unit cost',
    accessorFn: ({ cost }) => (cost === null ? -1 : Number(cost)),
    meta: { align: 'end' },
    cell: ({ row: { original } }) =>
      original.cost === null ? '' : <Money amount={original.cost} currency={currency} />,
  },
  {
    id: 'state',
    header: '',
    enableSorting: false,
    accessorFn: ({ available }) => (Number(available) <= 0 ? 'out' : ''),
    cell: ({ row: { original } }) =>
      original.archived ? (
        <Slip>Archived</Slip>
      ) : Number(original.available) <= 0 ? (
        <Slip tone="brick">Out</Slip>
      ) : null,
  },
];

/** Everything that is counted. */
export function StockList({
  rows,
  toCut,
  currency,
}: {
  rows: readonly StockFigures[];
  toCut: number;
  currency: string;
}) {
  const columns = useMemo(() => columnsIn(currency), [currency]);
  const router = useRouter();
  const [search, setSearch] = useAddress('find');
  const [adding, setAdding] = useState(false);
  const [show, setShow] = useAddress('show');
  const withArchived = show === 'all';
  const archived = rows.filter((row) => row.archived).length;
  const shown = useMemo(() => (withArchived ? rows : rows.filter((row) => !row.archived)), [rows, withArchived]);
  const start = (
    <Button onClick={() => setAdding(true)}>
      <Plus size={16} aria-hidden /> New stock item
    </Button>
  );
  return (
    <Page>
      <PageHead title="Stock" lead={`${counted(rows.length, 'stock item')}. Available is what can still be promised.`}>
        <Button asChild variant="outline" size="sm">
          <NextLink href="/manage/cutting">
            {toCut > 0 ? `To be cut: ${counted(toCut, 'order')}` : 'To be cut'}
          </NextLink>
        </Button>
        {start}
      </PageHead>
      <HStack gap="5" mb="4">
        <TypedInput
          type="search"
          aria-label="Search stock"
          placeholder="Search stock items …"
          value={search}
          onChange={setSearch}
          maxW="360px"
        />
        {archived > 0 && (
          <Tick
            label={`Archived too (${archived})`}
            checked={withArchived}
            onChange={(on) => setShow(on ? 'all' : '')}
          />
        )}
      </HStack>
      <DataTable
        label="Stock"
        rows={shown}
        columns={columns}
        rowKey={({ key }) => key}
        search={search}
        empty={
          <EmptyPlace
            title={rows.length === 0 ? 'Nothing is counted yet' : 'No stock item matches'}
            action={rows.length === 0 ? start : undefined}
          >
            What stands in the store room is listed here, with every movement.
          </EmptyPlace>
        }
      />
      <NewStockItemDialog
        open={adding}
        onClose={() => setAdding(false)}
        onCreated={() => {
          setAdding(false);
          sayDone('Stock item created');
          router.refresh();
        }}
      />
    </Page>
  );
}
