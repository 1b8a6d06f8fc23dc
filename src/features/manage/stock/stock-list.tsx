'use client';

import { Button, HStack, Link } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { Plus } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { counted, quantityWords } from '@/core/words';
import { type ListPage, useAskedList } from '@/features/kit/shared';
import { type StockPage } from '@/services/stock/items/list';
import { type StockFigures } from '@/services/stock/ledger/figures';
import { FaultLine } from '@/ui/fault-line';
import { TypedInput } from '@/ui/field';
import { Page } from '@/ui/page';
import { PagedTable } from '@/ui/paged-table';
import { EmptyPlace, Money, PageHead, Slip } from '@/ui/text';
import { Tick } from '@/ui/tick';
import { sayDone } from '@/ui/toasts';
import { useAddress } from '@/ui/use-address';
import { LOT_WORDS, NewStockItemDialog } from '@/features/editors/fields';

const figure = (field: 'onHand' | 'reserved' | 'available', header: string): ColumnDef<StockFigures> => ({
  id: field,
  header,
  accessorKey: field,
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
        <PageLink href={`/manage/stock/${original.key}`}>{original.title}</PageLink>
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

interface Props {
  first: ListPage<StockPage>;
  toCut: number;
}

/** Everything that is counted. */
export function StockList({ first, toCut }: Props) {
  const show = useAddress('show');
  const { page, isWaiting, fault, find, sort, setFind, setSort, setPage, narrow } = useAskedList(
    '/api/manage/stock',
    first,
    { show },
  );
  const columns = useMemo(() => columnsIn(page.currency), [page.currency]);
  const router = useRouter();
  const [adding, setAdding] = useState(false);
  const start = (
    <Button data-new onClick={() => setAdding(true)}>
      <Plus size={16} aria-hidden /> New stock item
    </Button>
  );
  return (
    <Page>
      <PageHead title="Stock" lead={`${counted(page.total, 'stock item')}. Available is what can still be promised.`}>
        <Button asChild variant="outline" size="sm">
          <PageLink href="/manage/cutting">
            {toCut > 0 ? `To be cut: ${counted(toCut, 'order')}` : 'To be cut'}
          </PageLink>
        </Button>
        <Button asChild variant="outline" size="sm">
          <PageLink href="/manage/count">Count</PageLink>
        </Button>
        <Button asChild variant="outline" size="sm">
          <PageLink href="/manage/receive">Receive a delivery</PageLink>
        </Button>
        {start}
      </PageHead>
      <HStack gap="5" mb="4">
        <TypedInput
          type="search"
          aria-label="Search stock"
          placeholder="Search stock items …"
          value={find}
          onChange={setFind}
          maxW="360px"
        />
        {page.archived > 0 && (
          <Tick
            label={`Archived too (${page.archived})`}
            checked={show[0] === 'all'}
            onChange={(on) => narrow('show', on ? 'all' : '')}
          />
        )}
      </HStack>
      {fault && <FaultLine>{fault}</FaultLine>}
      <PagedTable
        label="Stock"
        {...page}
        columns={columns}
        rowKey={({ key }) => key}
        sort={sort}
        onSort={setSort}
        onPage={setPage}
        isWaiting={isWaiting}
        empty={
          <EmptyPlace
            title={page.total === 0 ? 'Nothing is counted yet' : 'No stock item matches'}
            action={page.total === 0 ? start : undefined}
          >
            {find === ''
              ? 'What stands in the store room is listed here, with every movement.'
              : `Nothing has “${find}” at the beginning of a word of its name.`}
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
