'use client';

import { Button, HStack } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { RotateCcw } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { anything, bringBackFromBin, send, wordsOf } from '@/features/kit/shared';
import { type BinnedRow } from '@/services/bin/bin';
import { AskBeforeDeleting } from '@/ui/ask-before';
import { DataTable } from '@/ui/data-table';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead, Slip } from '@/ui/text';
import { sayFailed } from '@/ui/toasts';
import { When } from '@/ui/when';

/** What has been deleted within the last thirty days. */
export function BinPage({ rows }: { rows: readonly BinnedRow[] }) {
  const router = useRouter();
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
      cell: ({ row: { original } }) => <When at={original.until} />,
    },
    {
      id: 'do',
      header: '',
      enableSorting: false,
      cell: ({ row: { original } }) => (
        <HStack justify="end" gap="2">
          <Button
            size="xs"
            variant="outline"
            colorPalette="ink"
            aria-label={`Restore ${original.title}`}
            onClick={() => void back(original)}
          >
            <RotateCcw size={13} aria-hidden /> Restore
          </Button>
          <Button
            size="xs"
            variant="ghost"
            colorPalette="brick"
            aria-label={`Delete ${original.title} for good`}
            onClick={() => setLeaving(original)}
          >
            Delete for good
          </Button>
        </HStack>
      ),
    },
  ];
  return (
    <Page>
      <PageHead title="Bin" lead="What was deleted is kept here for 30 days, and comes back as it was." />
      <DataTable
        label="Bin"
        rows={rows}
        columns={columns}
        rowKey={({ id }) => String(id)}
        empty={
          <EmptyPlace title="The bin is empty">
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
