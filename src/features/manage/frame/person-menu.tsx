'use client';

import { Box, IconButton, Menu, Portal, Text } from '@chakra-ui/react';
import { CircleUserRound } from 'lucide-react';
import { may, type Role } from '@/core/people';
import { rolesWords, whoMayWords } from '@/core/words';
import { anything, send, takenAt, wordsOf } from '@/features/kit/shared';
import { goAnew } from '@/ui/go-anew';
import { PageLink } from '@/ui/page-link';
import { sayFailed } from '@/ui/toasts';

/** Who is signed in. */
export interface SignedIn {
  readonly name: string;
  readonly roles: readonly Role[];
}

/** The page is left for that of the shop's door: nothing that was seen stays in the browser's memory. */
const signOut = () =>
  void send('POST', '/api/sign-out', {}, anything).then(
    () => goAnew('/sign-in'),
    (error: unknown) => sayFailed('Still signed in', wordsOf(error)),
  );

/** Who is signed in, what is theirs, and the way out. */
export function PersonMenu({ person: { name, roles } }: { person: SignedIn }) {
  const isOwner = roles.includes('owner');
  return (
    <Menu.Root positioning={{ placement: 'right-end' }}>
      <Menu.Trigger asChild>
        <IconButton
          aria-label={`Signed in as ${name}`}
          title={`Signed in as ${name}`}
          variant="ghost"
          size="sm"
          color="oak.200"
          _hover={{ bg: 'oak.800', color: 'oak.50' }}
          _expanded={{ bg: 'oak.800', color: 'oak.50' }}
        >
          <CircleUserRound size={18} />
        </IconButton>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            <Box px="3" py="2">
              <Text fontWeight="600">{name}</Text>
              <Text fontSize="xs" color="fg.muted">
                {rolesWords(roles)}
              </Text>
            </Box>
            <Menu.Separator />
            <Menu.Item value="me" asChild>
              <PageLink href="/manage/me">Password and browsers</PageLink>
            </Menu.Item>
            {isOwner && (
              <Menu.Item value="people" asChild>
                <PageLink href="/manage/people">People</PageLink>
              </Menu.Item>
            )}
            {isOwner && (
              <Menu.Item value="log" asChild>
                <PageLink href="/manage/log">Log</PageLink>
              </Menu.Item>
            )}
            <Menu.Item value="out" onClick={signOut}>
              Sign out
            </Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}

/** Says on a screen beforehand that whoever is signed in changes nothing there. */
export function OnlyLooks({ person: { roles }, path }: { person: SignedIn; path: string }) {
  const need = takenAt(path);
  if (may(roles, need)) return null;
  return (
    <Box role="note" bg="oak.muted" color="oak.fg" px="7" py="2" fontSize="sm" _print={{ display: 'none' }}>
      You can look at everything here. To change something takes the role {whoMayWords(need)}.
    </Box>
  );
}
