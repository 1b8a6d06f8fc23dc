'use client';

import { Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { z } from 'zod';
import { type Role } from '@/core/people';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type PersonRow } from '@/services/people/people';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { RoleTicks } from './role-ticks';

/** A link that has been made, and whether a letter with it lies in the outbox. */
export const madeLinkSchema = z.object({ path: z.string(), isWritten: z.boolean() });
export type MadeLink = z.infer<typeof madeLinkSchema>;

/** Lets somebody in. */
export function InviteDialog({
  onClose,
  onMade,
}: {
  onClose: () => void;
  onMade: (name: string, made: MadeLink) => void;
}) {
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const [roles, setRoles] = useState<readonly Role[]>([]);
  const { busy, fault, attempt } = useAttempt();
  const invite = () =>
    attempt(async () => {
      onMade(name.trim(), await send('POST', '/api/manage/people', { name, email, roles }, madeLinkSchema));
    });
  return (
    <AppDialog
      open
      title="Let somebody in"
      onClose={onClose}
      footer={<DialogButtons confirm="Make the link" busy={busy} onConfirm={() => void invite()} onClose={onClose} />}
    >
      <Stack gap="4">
        <TextField label="Name" maxLength={120} value={name} onChange={setName} />
        <TextField label="E-mail address" type="email" maxLength={254} value={email} onChange={setEmail} />
        <RoleTicks legend="What they do" roles={roles} onChange={setRoles} />
        <FaultLine role="alert">{fault}</FaultLine>
      </Stack>
    </AppDialog>
  );
}

/** Says what somebody does. */
export function RolesDialog({ person, onClose }: { person: PersonRow; onClose: () => void }) {
  const [roles, setRoles] = useState(person.roles);
  const { busy, fault, attempt } = useAttempt();
  const save = () =>
    attempt(async () => {
      await send('PATCH', `/api/manage/people/${person.id}`, { roles }, anything);
      onClose();
    }, `Roles of ${person.name} saved`);
  return (
    <AppDialog
      open
      title={`What ${person.name} does`}
      onClose={onClose}
      footer={<DialogButtons confirm="Save roles" busy={busy} onConfirm={() => void save()} onClose={onClose} />}
    >
      <Stack gap="4">
        <Text color="fg.muted">It counts at once, also where they are signed in already.</Text>
        <RoleTicks legend="What they do" roles={roles} onChange={setRoles} />
        <FaultLine role="alert">{fault}</FaultLine>
      </Stack>
    </AppDialog>
  );
}
