'use client';

import { Box, Button, Heading, Menu, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { useState } from 'react';
import { type FactorMust } from '@/core/people';
import { rolesWords } from '@/core/words';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type WrittenLetter } from '@/services/letters/outbox';
import { type PersonRow } from '@/services/people/people';
import { type TokenRow } from '@/services/people/tokens';
import { type TargetRow } from '@/services/webhooks/targets';
import { DataTable } from '@/ui/data-table';
import { FaultLine } from '@/ui/fault-line';
import { MoreMenu } from '@/ui/more-menu';
import { Page } from '@/ui/page';
import { PageHead, Slip } from '@/ui/text';
import { When } from '@/ui/when';
import { FactorMustField } from './factor-must';
import { Outbox } from './outbox';
import { InviteDialog, type MadeLink, madeLinkSchema, RolesDialog } from './person-dialog';
import { Tokens } from './tokens';
import { ToldOnce } from './told-once';
import { Webhooks } from './webhooks';

function StateOf({ person: { isEnded, isInvited, hasSecondFactor } }: { person: PersonRow }) {
  if (isEnded) return <Slip tone="ink">Has left</Slip>;
  if (isInvited) return <Slip tone="copper">Invited</Slip>;
  return hasSecondFactor ? <Slip tone="lichen">Second factor</Slip> : null;
}

/** What an owner can do with somebody. */
function Acts({ person, onRoles, onLink }: { person: PersonRow; onRoles: () => void; onLink: () => void }) {
  const { attempt } = useAttempt();
  const end = (ended: boolean) =>
    void attempt(
      () => send('PATCH', `/api/manage/people/${person.id}`, { ended }, anything),
      ended ? `${person.name} can no longer come in` : `${person.name} can come in again`,
    );
  return (
    <MoreMenu label={`More about ${person.name}`}>
      <Menu.Item value="roles" onClick={onRoles}>
        Change roles …
      </Menu.Item>
      {!person.isEnded && (
        <Menu.Item value="link" onClick={onLink}>
          New sign-in link …
        </Menu.Item>
      )}
      {person.isEnded ? (
        <Menu.Item value="again" onClick={() => end(false)}>
          Let in again
        </Menu.Item>
      ) : (
        <Menu.Item value="end" color="brick.fg" onClick={() => end(true)}>
          End their access
        </Menu.Item>
      )}
    </MoreMenu>
  );
}

interface Props {
  people: readonly PersonRow[];
  tokens: readonly TokenRow[];
  factorMust: FactorMust;
  webhooks: readonly TargetRow[];
  /** null where there is no folder for letters */
  outbox: { readonly letters: readonly WrittenLetter[]; readonly folder: string } | null;
}

/** Who works here, what they do, and which programs come in. */
export function PeoplePage({ people, tokens, factorMust, outbox, webhooks }: Props) {
  const [isInviting, setInviting] = useState(false);
  const [changing, setChanging] = useState<PersonRow | null>(null);
  const [told, setTold] = useState<({ name: string } & MadeLink) | null>(null);
  const { fault, attempt } = useAttempt();
  const newLink = ({ id, name }: PersonRow) =>
    void attempt(async () => {
      setTold({ name, ...(await send('POST', `/api/manage/people/${id}/link`, undefined, madeLinkSchema)) });
    });
  const columns: ColumnDef<PersonRow>[] = [
    {
      id: 'name',
      header: 'Name',
      accessorFn: ({ name, email }) => `${name} ${email}`,
      cell: ({ row: { original } }) => (
        <>
          <Text fontWeight="600">{original.name}</Text>
          <Text fontSize="xs" color="fg.muted">
            {original.email}
          </Text>
        </>
      ),
    },
    { id: 'roles', header: 'Does', accessorFn: ({ roles }) => rolesWords(roles) },
    { id: 'state', header: 'State', enableSorting: false, cell: ({ row }) => <StateOf person={row.original} /> },
    {
      id: 'seen',
      header: 'Last seen',
      accessorFn: ({ seen }) => seen ?? 0,
      cell: ({ row: { original } }) => (original.seen === null ? '' : <When at={original.seen} />),
    },
    {
      id: 'do',
      header: '',
      enableSorting: false,
      meta: { align: 'end' },
      cell: ({ row: { original } }) => (
        <Acts person={original} onRoles={() => setChanging(original)} onLink={() => newLink(original)} />
      ),
    },
  ];
  return (
    <Page>
      <PageHead title="People" lead="Who comes in, and what each of them does here.">
        <Button colorPalette="copper" onClick={() => setInviting(true)}>
          Let somebody in
        </Button>
      </PageHead>
      <FaultLine role="alert">{fault}</FaultLine>
      <DataTable label="People" rows={people} columns={columns} rowKey={({ id }) => id} empty={null} />
      {outbox && outbox.letters.length > 0 && <Outbox {...outbox} />}
      <FactorMustField must={factorMust} people={people} />
      <Box as="section" aria-label="Programs" mt="9">
        <Heading as="h2" fontFamily="heading" size="lg" mb="1">
          Programs
        </Heading>
        <Tokens tokens={tokens} />
      </Box>
      <Box as="section" aria-label="Webhooks" mt="9">
        <Heading as="h2" fontFamily="heading" size="lg" mb="1">
          Webhooks
        </Heading>
        <Webhooks targets={webhooks} />
      </Box>
      {isInviting && (
        <InviteDialog
          onClose={() => setInviting(false)}
          onMade={(name, made) => {
            setInviting(false);
            setTold({ name, ...made });
          }}
        />
      )}
      {changing && <RolesDialog person={changing} onClose={() => setChanging(null)} />}
      {told && (
        <ToldOnce
          title={`A link for ${told.name}`}
          because={`${told.isWritten ? `A letter with it to ${told.name} lies in the outbox, or give it to them yourself` : `Give it to ${told.name}`}, and to nobody else: it signs in once, within seven days. They set a password then.`}
          secret={window.location.origin + told.path}
          isWritten={told.isWritten}
          onClose={() => setTold(null)}
        />
      )}
    </Page>
  );
}
