'use client';

import { Box, Button, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { rolesWords } from '@/core/words';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type Account, type SessionRow } from '@/services/people/account';
import { FaultLine } from '@/ui/fault-line';
import { PasswordField } from '@/ui/password-field';
import { Page } from '@/ui/page';
import { PageHead, Slip } from '@/ui/text';
import { When } from '@/ui/when';
import { browserWords } from './browser-words';
import { SecondFactor } from './second-factor';
import { sending } from '@/ui/sending';

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      as="section"
      aria-label={title}
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
      p="5"
      maxW="640px"
    >
      <Heading as="h2" fontFamily="heading" size="md" mb="3">
        {title}
      </Heading>
      {children}
    </Box>
  );
}

/** Sets the first password, or another. */
function Password({ hasPassword }: { hasPassword: boolean }) {
  const [current, setCurrent] = useState('');
  const [next, setNext] = useState('');
  const { busy, fault, setFault, attempt } = useAttempt();
  const save = async () => {
    if (hasPassword && current === '') return setFault('Enter the password you have now.');
    await attempt(async () => {
      await send('PUT', '/api/manage/me/password', { current: hasPassword ? current : null, next }, anything);
      setCurrent('');
      setNext('');
    }, 'Password saved. Your other browsers are signed out');
  };
  return (
    <form noValidate onSubmit={sending(save)}>
      <Stack gap="4">
        {!hasPassword && <Text>You came in by a link, which is good once. Set a password to come back.</Text>}
        {hasPassword && <PasswordField label="Password now" value={current} onChange={setCurrent} />}
        <PasswordField label="New password" isNew value={next} onChange={setNext} />
        <FaultLine role="alert">{fault}</FaultLine>
        <Button type="submit" alignSelf="flex-start" colorPalette="copper" loading={busy}>
          {hasPassword ? 'Change password' : 'Set password'}
        </Button>
      </Stack>
    </form>
  );
}

/** Where one is signed in. */
function Sessions({ sessions }: { sessions: readonly SessionRow[] }) {
  const { fault, attempt } = useAttempt();
  const end = (id: string | null) =>
    void attempt(() => send('DELETE', '/api/manage/me/sessions', { id }, anything), 'Signed out there');
  return (
    <Stack gap="3">
      {sessions.map(({ id, browser, address, seen, isThis }) => (
        <HStack key={id} justify="space-between" gap="4">
          <Box>
            <Text fontWeight="600">
              {browserWords(browser)} {isThis && <Slip tone="lichen">this one</Slip>}
            </Text>
            <Text fontSize="sm" color="fg.muted">
              {address !== '' && <>{address} · </>}last seen <When at={seen} />
            </Text>
          </Box>
          {!isThis && (
            <Button size="sm" variant="outline" colorPalette="ink" onClick={() => end(id)}>
              Sign out there
            </Button>
          )}
        </HStack>
      ))}
      {sessions.length > 1 && (
        <Button alignSelf="flex-start" variant="ghost" colorPalette="brick" onClick={() => end(null)}>
          Sign out everywhere else
        </Button>
      )}
      <FaultLine role="alert">{fault}</FaultLine>
    </Stack>
  );
}

/** What somebody sees of themselves: password, second factor, and where they are signed in. */
export function AccountPage({ account }: { account: Account }) {
  return (
    <Page>
      <PageHead title={account.name} lead={`${account.email} · ${rolesWords(account.roles)}`} />
      <Stack gap="5">
        {account.lacksFactor && (
          <Text borderLeftWidth="3px" borderColor="copper.solid" ps="4" maxW="640px">
            This shop asks you for a second factor. Set{' '}
            {account.hasPassword ? 'it' : 'a password, then the second factor'} up here; everything else is open to you
            from then on.
          </Text>
        )}
        <Section title="Password">
          <Password hasPassword={account.hasPassword} />
        </Section>
        <Section title="Second factor">
          <SecondFactor hasPassword={account.hasPassword} isOn={account.hasSecondFactor} />
        </Section>
        <Section title="Where you are signed in">
          <Sessions sessions={account.sessions} />
        </Section>
      </Stack>
    </Page>
  );
}
