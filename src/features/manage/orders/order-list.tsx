'use client';

import { Box, Link, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { PageLink } from '@/ui/page-link';
import { counted } from '@/core/words';
import { type ListPage, useAskedList } from '@/features/kit/shared';
import { type OrdersPage } from '@/services/selling/order-list';
import { type OrderRow } from '@/services/selling/orders';
import { FaultLine } from '@/ui/fault-line';
import { TypedInput } from '@/ui/field';
import { Page } from '@/ui/page';
import { PagedTable } from '@/ui/paged-table';
import { EmptyPlace, Money, PageHead } from '@/ui/text';
import { When } from '@/ui/when';
import { OrderStateSlip, orderStateWords } from '@/features/kit/orders';

const columns: ColumnDef<OrderRow>[] = [
  {
    id: 'number',
    header: 'Order',
    accessorFn: ({ number }) => String(number),
    cell: ({ row: { original } }) => (
      <Link asChild fontWeight="600" color="fg">
        <PageLink href={`/manage/orders/${original.number}`}>{original.number}</PageLink>
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
        {original.anonymousAt === null ? original.customerName : <Text color="fg.muted">no longer known</Text>}
        <Text fontSize="xs" color="fg.muted">
          {original.customerEmail}
        </Text>
      </>
    ),
  },
  { id: 'contents', header: 'What', enableSorting: false, accessorKey: 'contents' },
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
    meta: { align: 'end' },
    cell: ({ row: { original } }) => <Money amount={original.total} currency={original.currency} />,
  },
];

/** Every order, page by page. */
export function OrderList({ first }: { first: ListPage<OrdersPage> }) {
  const { page, isWaiting, fault, find, sort, setFind, setSort, setPage } = useAskedList(
    '/api/manage/orders',
    first,
    {},
  );
  return (
    <Page>
      <PageHead title="Orders" lead={counted(page.total, 'order')} />
      <Box mb="4">
        <TypedInput
          type="search"
          aria-label="Search orders"
          placeholder="Search by customer, product, state …"
          value={find}
          onChange={setFind}
          maxW="360px"
        />
      </Box>
      {fault && <FaultLine>{fault}</FaultLine>}
      <PagedTable
        label="Orders"
        {...page}
        columns={columns}
        rowKey={({ number }) => String(number)}
        sort={sort}
        onSort={setSort}
        onPage={setPage}
        isWaiting={isWaiting}
        empty={
          <EmptyPlace title={page.total === 0 ? 'No orders yet' : 'No order matches'}>
            Orders stand here with everything they were sold with.
          </EmptyPlace>
        }
      />
    </Page>
  );
}
