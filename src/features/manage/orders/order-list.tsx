'use client';

import { Input, Link, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import NextLink from 'next/link';
import { counted } from '@/core/words';
import { type OrderRow } from '@/services/selling/orders';
import { DataTable } from '@/ui/data-table';
import { Page } from '@/ui/page';
import { EmptyPlace, Money, PageHead } from '@/ui/text';
import { When } from '@/ui/when';
import { useAddress } from '@/ui/use-address';
import { OrderStateSlip, orderStateWords } from '@/features/kit/orders';

const columns: ColumnDef<OrderRow>[] = [
  {
    id: 'number',
    header: 'Order',
    accessorFn: ({ number }) => String(number),
    sortingFn: (a, b) => a.original.number - b.original.number,
    cell: ({ row: { original } }) => (
      <Link asChild fontWeight="600" color="fg">
        <NextLink href={`/manage/orders/${original.number}`}>{original.number}</NextLink>
      </Link>
    ),
  },
  {
    id: 'placedAt',
    header: 'Placed',
    accessorKey: 'placedAt',
    cell: ({ row: { original } }) => <When at={original.placedAt} />,
  },
  {
    id: 'customer',
    header: 'Customer',
    accessorFn: ({ customerName, customerEmail }) => `${customerName} ${customerEmail}`,
    cell: ({ row: { original } }) => (
      <>
        {original.customerName}
        <Text fontSize="xs" color="fg.muted">
          {original.customerEmail}
        </Text>
      </>
    ),
  },
  { id: 'contents', header: 'What', accessorKey: 'contents' },
  {
    id: 'state',
    header: 'State',
    accessorFn: ({ state }) => orderStateWords(state),
    cell: ({ row: { original } }) => <OrderStateSlip state={original.state} />,
  },
  {
    id: 'total',
    header: 'Total',
    accessorKey: 'total',
    sortingFn: (a, b) => Number(a.original.total) - Number(b.original.total),
    meta: { align: 'end' },
    cell: ({ row: { original } }) => <Money amount={original.total} currency={original.currency} />,
  },
];

/** Every order. */
export function OrderList({ rows }: { rows: readonly OrderRow[] }) {
  const [search, setSearch] = useAddress('find');
  return (
    <Page>
      <PageHead title="Orders" lead={counted(rows.length, 'order')} />
      <Input
        type="search"
        aria-label="Search orders"
        placeholder="Search by customer, product, state …"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
        maxW="360px"
        mb="4"
        bg="bg.panel"
        borderColor="border.emphasized"
      />
      <DataTable
        label="Orders"
        rows={rows}
        columns={columns}
        rowKey={({ number }) => String(number)}
        search={search}
        empty={
          <EmptyPlace title={rows.length === 0 ? 'No orders yet' : 'No order matches'}>
            Orders stand here with everything they were sold with.
          </EmptyPlace>
        }
      />
    </Page>
  );
}
