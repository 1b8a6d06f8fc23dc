'use client';

import { HStack, Link, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { type ThingKind, thingKinds } from '@/core/people';
import { firstCapital } from '@/core/text';
import { counted, loggedWords, thingsWords } from '@/core/words';
import { type ListPage, useAskedList } from '@/features/kit/shared';
import { type LogPage as Listed, type LogRow } from '@/services/people/log-list';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TypedInput } from '@/ui/field';
import { Page } from '@/ui/page';
import { PageLink } from '@/ui/page-link';
import { PagedTable } from '@/ui/paged-table';
import { EmptyPlace, PageHead, Slip } from '@/ui/text';
import { useAddress } from '@/ui/use-address';
import { When } from '@/ui/when';

/** Where a thing is seen that an entry is about; nothing for what has no page of its own. */
const PAGES: Partial<Readonly<Record<ThingKind, string>>> = {
  product: '/manage/products/',
  sheet: '/manage/sheets/',
  stockItem: '/manage/stock/',
  order: '/manage/orders/',
};

function WhatWasDone({ row }: { row: LogRow }) {
  const words = firstCapital(loggedWords(row));
  const page = PAGES[row.kind];
  return page === undefined || row.key === null ? (
    <Text>{words}</Text>
  ) : (
    <Link asChild color="fg">
      <PageLink href={page + encodeURIComponent(row.key)}>{words}</PageLink>
    </Link>
  );
}

const columns: ColumnDef<LogRow>[] = [
  { id: 'at', header: 'When', enableSorting: false, cell: ({ row }) => <When at={row.original.at} /> },
  {
    id: 'who',
    header: 'Who',
    enableSorting: false,
    cell: ({ row: { original } }) => (
      <>
        {original.who} {original.whoKind === 'program' && <Slip tone="oak">program</Slip>}
      </>
    ),
  },
  {
    id: 'what',
    header: 'What',
    enableSorting: false,
    cell: ({ row: { original } }) => (
      <>
        <WhatWasDone row={original} />
        {original.changes.map((change, place) => (
          <Text key={place} fontSize="xs" color="fg.muted" overflowWrap="anywhere">
            {change}
          </Text>
        ))}
      </>
    ),
  },
];

/** Who did what, and when. */
export function LogPage({ first }: { first: ListPage<Listed> }) {
  const kind = useAddress('kind');
  const who = useAddress('who');
  const { page, isWaiting, fault, find, setFind, setPage, narrow } = useAskedList('/api/manage/log', first, {
    kind,
    who,
  });
  const kinds = thingKinds.map((value) => ({ value, label: firstCapital(thingsWords(value)) }));
  return (
    <Page>
      <PageHead title="Log" lead={`${counted(page.total, 'entry', 'entries')}. It is only added to.`} />
      <HStack gap="3" mb="4" flexWrap="wrap">
        <TypedInput
          type="search"
          aria-label="Search the log"
          placeholder="Search by name or what changed"
          value={find}
          onChange={setFind}
          maxW="360px"
        />
        <SelectField
          label="By whom"
          hideLabel
          value={who[0]}
          onChange={(value) => narrow('who', value)}
          alternatives={[
            { value: '', label: 'By anybody' },
            ...page.people.map(({ id, name }) => ({ value: id, label: `By ${name}` })),
          ]}
          width="220px"
        />
        <SelectField
          label="About"
          hideLabel
          value={kind[0]}
          onChange={(value) => narrow('kind', value)}
          alternatives={[{ value: '', label: 'About anything' }, ...kinds]}
          width="220px"
        />
      </HStack>
      {fault && <FaultLine>{fault}</FaultLine>}
      <PagedTable
        label="Log"
        {...page}
        columns={columns}
        rowKey={({ id }) => String(id)}
        sort=""
        onSort={() => undefined}
        onPage={setPage}
        isWaiting={isWaiting}
        empty={
          <EmptyPlace title={page.total === 0 ? 'Nothing has been done yet' : 'Nothing in the log is like that'}>
            What people and programs publish, change, count and delete stands here, with who it was.
          </EmptyPlace>
        }
      />
    </Page>
  );
}
