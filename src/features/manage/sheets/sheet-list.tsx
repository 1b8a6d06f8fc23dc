'use client';

import { Box, Button, chakra, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { Plus } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { send, wordsOf } from '@/features/kit/shared';
import { type SheetRow } from '@/services/sheets/sheets';
import { DataTable } from '@/ui/data-table';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { TextField, TypedInput } from '@/ui/field';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead, Slip } from '@/ui/text';
import { When } from '@/ui/when';
import { useAddress } from '@/ui/use-address';
import { SheetsBar } from './sheets-bar';

const RowLink = chakra(PageLink);

const STATES = {
  published: { words: 'Published', tone: 'lichen' },
  changed: { words: 'Unpublished changes', tone: 'copper' },
  draft: { words: 'Draft', tone: 'ink' },
} as const;

const columns: ColumnDef<SheetRow>[] = [
  {
    accessorKey: 'title',
    header: 'Sheet',
    cell: ({ row: { original } }) => (
      <Box>
        <RowLink href={`/manage/sheets/${original.id}`} fontWeight="600" _hover={{ textDecoration: 'underline' }}>
          {original.title}
        </RowLink>
        {original.note && (
          <Text fontSize="sm" color="fg.muted">
            {original.note}
          </Text>
        )}
      </Box>
    ),
  },
  {
    accessorKey: 'choices',
    header: 'Asks',
    cell: ({ row: { original } }) => counted(original.choices, 'choice'),
    meta: { width: '120px' },
  },
  {
    accessorKey: 'products',
    header: 'On',
    cell: ({ row: { original } }) => counted(original.products, 'product'),
    meta: { width: '130px' },
  },
  {
    accessorKey: 'state',
    header: 'State',
    cell: ({ row: { original } }) => <Slip tone={STATES[original.state].tone}>{STATES[original.state].words}</Slip>,
    meta: { width: '140px' },
  },
  {
    accessorKey: 'updatedAt',
    header: 'Changed',
    cell: ({ row: { original } }) => <When at={original.updatedAt} />,
    meta: { width: '160px' },
  },
];

const createdSchema = z.object({ id: z.number() });

/** Every sheet: what it asks and where it is used. */
export function SheetList({ sheets }: { sheets: readonly SheetRow[] }) {
  const router = useRouter();
  const [search, setSearch] = useAddress('find');
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const [starting, setStarting] = useState(false);
  const [title, setTitle] = useState('');
  const [fault, setFault] = useState<string>();
  const create = async (event?: FormEvent) => {
    event?.preventDefault();
    if (title.trim() === '') return setFault('Give the sheet a name, such as Embroidery.');
    try {
      const { id } = await send('POST', '/api/manage/sheets', { title }, createdSchema);
      router.push(`/manage/sheets/${id}`);
    } catch (error) {
      setFault(wordsOf(error));
    }
  };
  const start = (
    <Button data-new onClick={() => setStarting(true)}>
      <Plus size={16} aria-hidden /> New sheet
    </Button>
  );
  return (
    <Page>
      <PageHead
        title="Sheets"
        lead="Groups of choices kept once and placed on many products. Change one here, and every product follows."
      >
        {start}
      </PageHead>
      {sheets.length > 0 && (
        <TypedInput
          aria-label="Search sheets"
          placeholder="Search"
          maxW="280px"
          mb="4"
          value={search}
          onChange={setSearch}
        />
      )}
      <SheetsBar sheets={sheets} selected={selected} onDone={() => setSelected(new Set())} />
      <DataTable
        label="Sheets"
        rows={sheets}
        columns={columns}
        rowKey={({ id }) => String(id)}
        search={search}
        selection={{ selected, nameOf: ({ title: name }) => name || 'a sheet without a name', onChange: setSelected }}
        initialSort={[{ id: 'title', desc: false }]}
        empty={
          sheets.length === 0 ? (
            <EmptyPlace title="No sheets yet" action={start}>
              When two products ask the same, such as a name to embroider, keep it on a sheet.
            </EmptyPlace>
          ) : (
            <EmptyPlace title="Nothing found">No sheet is called like “{search}”.</EmptyPlace>
          )
        }
      />
      <AppDialog
        size="sm"
        open={starting}
        title="New sheet"
        onClose={() => setStarting(false)}
        footer={<DialogButtons confirm="Start it" onConfirm={() => void create()} onClose={() => setStarting(false)} />}
      >
        <form onSubmit={(event) => void create(event)}>
          <TextField
            label="Name"
            value={title}
            fault={fault}
            maxLength={120}
            placeholder="Embroidery"
            onChange={setTitle}
          />
        </form>
      </AppDialog>
    </Page>
  );
}
