'use client';

import { Button, HStack, Menu, Stack, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { useState } from 'react';
import { z } from 'zod';
import { EVENT_WORDS } from '@/core/words';
import { type EventType, eventTypes } from '@/core/webhooks';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type TargetRow } from '@/services/webhooks/targets';
import { DataTable } from '@/ui/data-table';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { MoreMenu } from '@/ui/more-menu';
import { Slip } from '@/ui/text';
import { TickSet } from '@/ui/tick-set';
import { When } from '@/ui/when';
import { ToldOnce } from './told-once';
import { WebhookMessages } from './webhook-messages';

const PATH = '/api/manage/webhooks';

function NewWebhook({ onClose, onMade }: { onClose: () => void; onMade: (secret: string) => void }) {
  const [url, setUrl] = useState('');
  const [events, setEvents] = useState<readonly EventType[]>([]);
  const { busy, fault, attempt } = useAttempt();
  const make = () =>
    attempt(async () => {
      const { secret } = await send('POST', PATH, { url, events }, z.object({ secret: z.string() }));
      onMade(secret);
    });
  return (
    <AppDialog
      open
      title="A webhook"
      onClose={onClose}
      footer={<DialogButtons confirm="Add webhook" busy={busy} onConfirm={() => void make()} onClose={onClose} />}
    >
      <Stack gap="4">
        <TextField label="Address" placeholder="https://program.example/hook" value={url} onChange={setUrl} />
        <TickSet
          legend="What it is told"
          all={eventTypes}
          held={events}
          labelOf={(type) => EVENT_WORDS[type]}
          onChange={setEvents}
        />
        <FaultLine role="alert">{fault}</FaultLine>
      </Stack>
    </AppDialog>
  );
}

function StateOf({ target: { isEnded, last, waiting } }: { target: TargetRow }) {
  if (isEnded) return <Slip tone="ink">Ended</Slip>;
  return (
    <HStack gap="2" flexWrap="wrap">
      {last !== null && (
        <Slip tone={last.state === 'taken' ? 'lichen' : 'brick'}>
          {last.state === 'taken' ? 'Taken' : last.outcome}
        </Slip>
      )}
      {waiting > 0 && <Slip tone="oak">{waiting} waiting</Slip>}
    </HStack>
  );
}

/** What can be done with a webhook. */
function Acts({ target, onShow }: { target: TargetRow; onShow: () => void }) {
  const { attempt } = useAttempt();
  const test = () =>
    void attempt(() => send('POST', `${PATH}/${target.id}/test`, undefined, anything), 'A test is on its way');
  const end = () =>
    void attempt(() => send('DELETE', `${PATH}/${target.id}`, undefined, anything), 'It is told nothing any more');
  return (
    <MoreMenu label={`More about the webhook to ${target.url}`}>
      <Menu.Item value="sent" onClick={onShow}>
        Messages …
      </Menu.Item>
      {!target.isEnded && (
        <Menu.Item value="test" onClick={test}>
          Send a test
        </Menu.Item>
      )}
      {!target.isEnded && (
        <Menu.Item value="end" color="brick.fg" onClick={end}>
          End
        </Menu.Item>
      )}
    </MoreMenu>
  );
}

/** What other programs are told, and where. */
export function Webhooks({ targets }: { targets: readonly TargetRow[] }) {
  const [isMaking, setMaking] = useState(false);
  const [secret, setSecret] = useState<string | null>(null);
  const [shown, setShown] = useState<TargetRow | null>(null);
  const columns: ColumnDef<TargetRow>[] = [
    {
      id: 'url',
      header: 'Address',
      accessorKey: 'url',
      cell: ({ row: { original } }) => <Text overflowWrap="anywhere">{original.url}</Text>,
    },
    {
      id: 'events',
      header: 'Is told',
      accessorFn: ({ events }) => events.map((type) => EVENT_WORDS[type].split(':')[0]).join(', '),
    },
    { id: 'state', header: 'State', enableSorting: false, cell: ({ row }) => <StateOf target={row.original} /> },
    {
      id: 'last',
      header: 'Last message',
      accessorFn: ({ last }) => last?.at ?? 0,
      cell: ({ row: { original } }) => (original.last === null ? 'none' : <When at={original.last.at} />),
    },
    {
      id: 'do',
      header: '',
      enableSorting: false,
      meta: { align: 'end' },
      cell: ({ row: { original } }) => <Acts target={original} onShow={() => setShown(original)} />,
    },
  ];
  return (
    <>
      <HStack justify="space-between" align="flex-end" gap="4" mb="3" flexWrap="wrap">
        <Text color="fg.muted" maxW="70ch">
          A webhook tells a program what happens, signed, and again until it is taken.
        </Text>
        <Button variant="outline" colorPalette="ink" onClick={() => setMaking(true)}>
          New webhook
        </Button>
      </HStack>
      {targets.length > 0 && (
        <DataTable label="Webhooks" rows={targets} columns={columns} rowKey={({ id }) => String(id)} empty={null} />
      )}
      {isMaking && (
        <NewWebhook
          onClose={() => setMaking(false)}
          onMade={(made) => {
            setMaking(false);
            setSecret(made);
          }}
        />
      )}
      {secret !== null && (
        <ToldOnce
          title="The secret"
          because="The program checks with it that a message comes from this shop."
          secret={secret}
          onClose={() => setSecret(null)}
        />
      )}
      {shown && <WebhookMessages target={shown} onClose={() => setShown(null)} />}
    </>
  );
}
