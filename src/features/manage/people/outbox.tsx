'use client';

import { Box, Button, chakra, Code, Heading, Menu, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { useState } from 'react';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type WrittenLetter } from '@/services/letters/outbox';
import { CopyButton } from '@/ui/copy-button';
import { DataTable } from '@/ui/data-table';
import { AppDialog } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { MoreMenu } from '@/ui/more-menu';
import { When } from '@/ui/when';

const pathOf = ({ name }: WrittenLetter): string => `/api/manage/outbox/${name}`;

/** The letters that are written and still to be sent. */
export function Outbox({ letters, folder }: { letters: readonly WrittenLetter[]; folder: string }) {
  const [open, setOpen] = useState<WrittenLetter | null>(null);
  const { fault, attempt } = useAttempt();
  const remove = (letter: WrittenLetter) =>
    void attempt(() => send('DELETE', pathOf(letter), undefined, anything), 'Letter removed');
  const columns: ColumnDef<WrittenLetter>[] = [
    { id: 'to', header: 'To', accessorKey: 'to' },
    {
      id: 'subject',
      header: 'Subject',
      accessorKey: 'subject',
      cell: ({ row: { original } }) => (
        <Button variant="plain" size="sm" px="0" h="auto" color="copper.fg" onClick={() => setOpen(original)}>
          {original.subject}
        </Button>
      ),
    },
    {
      id: 'written',
      header: 'Written',
      accessorKey: 'written',
      cell: ({ row: { original } }) => <When at={original.written} />,
    },
    {
      id: 'do',
      header: '',
      enableSorting: false,
      meta: { align: 'end' },
      cell: ({ row: { original } }) => (
        <MoreMenu label={`More about the letter to ${original.to}`}>
          <Menu.Item value="save" asChild>
            <chakra.a href={pathOf(original)} download>
              Save as a file
            </chakra.a>
          </Menu.Item>
          <Menu.Item value="remove" color="brick.fg" onClick={() => remove(original)}>
            Remove
          </Menu.Item>
        </MoreMenu>
      ),
    },
  ];
  return (
    <Box as="section" aria-label="Outbox" mt="9">
      <Heading as="h2" fontFamily="heading" size="lg" mb="1">
        Outbox
      </Heading>
      <Text color="fg.muted" mb="3" maxW="90ch">
        Letters wait here until somebody sends them: copy one into your mail, or let your mail program take them from{' '}
        <Code overflowWrap="anywhere" whiteSpace="normal">
          {folder}
        </Code>
        . A letter goes when its link is used or too old.
      </Text>
      <FaultLine role="alert">{fault}</FaultLine>
      <DataTable label="Outbox" rows={letters} columns={columns} rowKey={({ name }) => name} empty={null} />
      {open && (
        <AppDialog
          open
          title={open.subject}
          onClose={() => setOpen(null)}
          size="lg"
          footer={<CopyButton text={open.text} />}
        >
          <Text color="fg.muted" mb="3">
            To {open.to}
          </Text>
          <Text aria-label="Letter" whiteSpace="pre-wrap" overflowWrap="anywhere">
            {open.text}
          </Text>
        </AppDialog>
      )}
    </Box>
  );
}
