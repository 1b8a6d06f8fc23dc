'use client';

import { Box, Button, HStack } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { RotateCcw } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { anything, bringBackFromBin, type ListPage, send, useAskedList, wordsOf } from '@/features/kit/shared';
import { type BinnedRow, type BinPage as Listed } from '@/services/bin/list';
import { AskBeforeDeleting } from '@/ui/ask-before';
import { FaultLine } from '@/ui/fault-line';
import { TypedInput } from '@/ui/field';
import { Page } from '@/ui/page';
import { PagedTable } from '@/ui/paged-table';
import { EmptyPlace, PageHead, Slip } from '@/ui/text';
import { sayFailed } from '@/ui/toasts';
import { When } from '@/ui/when';

/** What has been deleted within the last thirty days. */
export function BinPage({ first }: { first: ListPage<Listed> }) {
  const router = useRouter();
  const { page, isWaiting, fault, find, sort, setFind, setSort, setPage } = useAskedList('/api/manage/bin', first, {});
  const [leaving, setLeaving] = useState<BinnedRow | null>(null);
  const back = async ({ id }: BinnedRow) => {
    await bringBackFromBin(id);
    router.refresh();
  };
  const deleteForGood = ({ id }: BinnedRow) =>
    void send('DELETE', `/api/manage/bin/${id}`, undefined, anything).then(
      () => router.refresh(),
      (error: unknown) => sayFailed('It is kept', wordsOf(error)),
    );
  const columns: ColumnDef<BinnedRow>[] = [
    { id: 'title', header: 'What', accessorKey: 'title' },
    {
      id: 'kind',
      header: 'It is a',
      accessorKey: 'kind',
      cell: ({ row: { original } }) => <Slip tone="oak">{original.kind}</Slip>,
    },
    { id: 'at', header: 'Deleted', accessorKey: 'at', cell: ({ row: { original } }) => <When at={original.at} /> },
    {
      id: 'until',
      header: 'Kept until',
      accessorKey: 'until',
      enableSorting: false,
      cell: ({ row: { original } }) => <When at={original.until} />,
    },
    {
      id: 'do',
      header: '',
      enableSorting: false,
      cell: ({ row: { original } }) => (
        <RowButtons
          title={original.title}
          onRestore={() => void back(original)}
          onDelete={() => setLeaving(original)}
        />
      ),
    },
  ];
  return (
    <Page>
      <PageHead title="Bin" lead="What was deleted is kept here for 30 days, and comes back as it was." />
      {page.total > 0 && (
        <Box mb="4">
          <TypedInput
            type="search"
            aria-label="Search the bin"
            placeholder="Search by name, or by what it is"
            value={find}
            onChange={setFind}
            maxW="360px"
          />
        </Box>
      )}
      {fault && <FaultLine>{fault}</FaultLine>}
      <PagedTable
        label="Bin"
        {...page}
        columns={columns}
        rowKey={({ id }) => String(id)}
        sort={sort}
        onSort={setSort}
        onPage={setPage}
        isWaiting={isWaiting}
        empty={
          <EmptyPlace title={page.total === 0 ? 'The bin is empty' : 'Nothing in the bin is called so'}>
            Products that were never sold, sheets, swatches and stock items that nothing uses can be deleted. They lie
            here for 30 days.
          </EmptyPlace>
        }
      />
      <AskBeforeDeleting
        open={leaving !== null}
        what={leaving?.title ?? ''}
        because="It can’t be brought back after that."
        onClose={() => setLeaving(null)}
        onDelete={() => leaving && deleteForGood(leaving)}
      />
    </Page>
  );
}

interface RowButtonsProps {
  title: string;
  onRestore: () => void;
  onDelete: () => void;
}

function RowButtons({ title, onRestore, onDelete }: RowButtonsProps) {
  return (
    <HStack justify="end" gap="2">
      <Button size="xs" variant="outline" colorPalette="ink" aria-label={`Restore ${title}`} onClick={onRestore}>
        <RotateCcw size={13} aria-hidden /> Restore
      </Button>
      <Button size="xs" variant="ghost" colorPalette="brick" aria-label={`Delete ${title} for good`} onClick={onDelete}>
        Delete for good
      </Button>
    </HStack>
  );
}
