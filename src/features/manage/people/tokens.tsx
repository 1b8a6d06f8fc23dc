'use client';

import { Button, HStack, Link, Stack, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { useState } from 'react';
import { z } from 'zod';
import { type Role } from '@/core/people';
import { rolesWords } from '@/core/words';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type TokenRow } from '@/services/people/tokens';
import { DataTable } from '@/ui/data-table';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { Slip } from '@/ui/text';
import { When } from '@/ui/when';
import { RoleTicks } from './role-ticks';
import { ToldOnce } from './told-once';

const DAYS = [
  { value: '30', label: '30 days' },
  { value: '90', label: '90 days' },
  { value: '365', label: 'A year' },
  { value: '730', label: 'Two years' },
];

/** What a program can be given: all but who comes in. */
const AMONG: readonly Role[] = ['catalog', 'stock', 'orders'];

function NewToken({ onClose, onMade }: { onClose: () => void; onMade: (token: string) => void }) {
  const [title, setTitle] = useState('');
  const [roles, setRoles] = useState<readonly Role[]>([]);
  const [days, setDays] = useState('90');
  const { busy, fault, attempt } = useAttempt();
  const make = () =>
    attempt(async () => {
      const asked = { title, roles, days: Number(days) };
      const { token } = await send('POST', '/api/manage/tokens', asked, z.object({ token: z.string() }));
      onMade(token);
    });
  return (
    <AppDialog
      open
      title="A token for a program"
      onClose={onClose}
      footer={<DialogButtons confirm="Make the token" busy={busy} onConfirm={() => void make()} onClose={onClose} />}
    >
      <Stack gap="4">
        <TextField label="What it is for" maxLength={120} value={title} onChange={setTitle} />
        <RoleTicks legend="What it may do" roles={roles} onChange={setRoles} among={AMONG} />
        <SelectField label="Good for" value={days} onChange={setDays} alternatives={DAYS} />
        <FaultLine role="alert">{fault}</FaultLine>
      </Stack>
    </AppDialog>
  );
}

function StateOf({ token: { isRevoked, until } }: { token: TokenRow }) {
  const [now] = useState(Date.now);
  if (isRevoked) return <Slip tone="ink">Ended</Slip>;
  return until < now ? <Slip tone="ink">Too old</Slip> : <Slip tone="lichen">Lets in</Slip>;
}

/** The tokens that other programs come in with. */
export function Tokens({ tokens }: { tokens: readonly TokenRow[] }) {
  const [isMaking, setMaking] = useState(false);
  const [made, setMade] = useState<string | null>(null);
  const { fault, attempt } = useAttempt();
  const columns: ColumnDef<TokenRow>[] = [
    { id: 'title', header: 'For', accessorKey: 'title' },
    { id: 'roles', header: 'May', accessorFn: ({ roles }) => rolesWords(roles) },
    { id: 'state', header: 'State', enableSorting: false, cell: ({ row }) => <StateOf token={row.original} /> },
    { id: 'until', header: 'Until', accessorKey: 'until', cell: ({ row }) => <When at={row.original.until} /> },
    {
      id: 'used',
      header: 'Last used',
      accessorFn: ({ used }) => used ?? 0,
      cell: ({ row: { original } }) => (original.used === null ? 'never' : <When at={original.used} />),
    },
    {
      id: 'do',
      header: '',
      enableSorting: false,
      meta: { align: 'end' },
      cell: ({ row: { original } }) =>
        original.isRevoked ? null : (
          <Button
            size="xs"
            variant="ghost"
            colorPalette="brick"
            aria-label={`End the token for ${original.title}`}
            onClick={() =>
              void attempt(
                () => send('DELETE', `/api/manage/tokens/${original.id}`, undefined, anything),
                'The token lets nobody in any more',
              )
            }
          >
            End
          </Button>
        ),
    },
  ];
  return (
    <>
      <HStack justify="space-between" align="flex-end" gap="4" mb="3" flexWrap="wrap">
        <Text color="fg.muted" maxW="70ch">
          A program comes in with a token: <code>Authorization: Bearer …</code>. It may do what its roles may, and the
          log names it. What <Link href="/api-reference">the API</Link> answers to everybody takes none.
        </Text>
        <Button variant="outline" colorPalette="ink" onClick={() => setMaking(true)}>
          New token
        </Button>
      </HStack>
      <FaultLine role="alert">{fault}</FaultLine>
      {tokens.length > 0 && (
        <DataTable label="Tokens" rows={tokens} columns={columns} rowKey={({ id }) => String(id)} empty={null} />
      )}
      {isMaking && (
        <NewToken
          onClose={() => setMaking(false)}
          onMade={(token) => {
            setMaking(false);
            setMade(token);
          }}
        />
      )}
      {made !== null && (
        <ToldOnce
          title="The token"
          because="Give it to the program, and to nobody else."
          secret={made}
          onClose={() => setMade(null)}
        />
      )}
    </>
  );
}
