'use client';

import { Box, Button, chakra, Code, HStack, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { z } from 'zod';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { PasswordField } from '@/ui/password-field';
import { sending } from '@/ui/sending';

const begunSchema = z.object({ picture: z.string(), secret: z.string(), spareCodes: z.array(z.string()) });
type Begun = z.infer<typeof begunSchema>;

const PATH = '/api/manage/me/second-factor';

/** Asks for the password before anything of it is changed. */
function Asked({ isOn, onBegun }: { isOn: boolean; onBegun: (begun: Begun) => void }) {
  const [password, setPassword] = useState('');
  const { busy, fault, setFault, attempt } = useAttempt();
  const go = async () => {
    if (password === '') return setFault('Enter your password.');
    await (isOn
      ? attempt(() => send('DELETE', PATH, { password }, anything), 'The second factor is off')
      : attempt(async () => onBegun(await send('POST', PATH, { password }, begunSchema))));
    setPassword('');
  };
  return (
    <form noValidate onSubmit={sending(go)}>
      <Stack gap="4">
        <Text>
          {isOn
            ? 'Signing in asks for a code of your app.'
            : 'An authenticator app on your phone shows a new code every 30 seconds. With it, a stolen password alone lets nobody in.'}
        </Text>
        <PasswordField label="Your password" value={password} onChange={setPassword} />
        <FaultLine role="alert">{fault}</FaultLine>
        <Button
          type="submit"
          alignSelf="flex-start"
          variant="outline"
          colorPalette={isOn ? 'brick' : 'ink'}
          loading={busy}
        >
          {isOn ? 'Take it off' : 'Set it up'}
        </Button>
      </Stack>
    </form>
  );
}

/** Shows what the app is given, and asks for its first code. */
function Confirm({ begun: { picture, secret, spareCodes }, onDone }: { begun: Begun; onDone: () => void }) {
  const [code, setCode] = useState('');
  const { busy, fault, setFault, attempt } = useAttempt();
  const confirm = async () => {
    if (code.trim() === '') return setFault('Enter the code that the app shows.');
    await attempt(async () => {
      await send('PUT', PATH, { code }, anything);
      onDone();
    }, 'The second factor is on');
  };
  return (
    <form noValidate onSubmit={sending(confirm)}>
      <Stack gap="4">
        <Text>1. Scan this with the app, or type the secret into it.</Text>
        <HStack gap="5" align="center" flexWrap="wrap">
          <chakra.img
            alt="To be scanned by the app"
            src={`data:image/svg+xml,${encodeURIComponent(picture)}`}
            w="180px"
            h="180px"
          />
          <Code aria-label="Secret" p="2" maxW="260px" overflowWrap="anywhere" whiteSpace="pre-wrap">
            {secret.match(/.{1,4}/g)?.join(' ')}
          </Code>
        </HStack>
        <Box>
          <Text>2. Keep these spare codes where the phone is not. Each signs you in once without the app.</Text>
          <Code aria-label="Spare codes" mt="2" p="3" display="grid" gridTemplateColumns="1fr 1fr" columnGap="6">
            {spareCodes.map((spare) => (
              <span key={spare}>{spare}</span>
            ))}
          </Code>
        </Box>
        <TextField
          label="3. Code that the app shows now"
          inputMode="numeric"
          autoComplete="one-time-code"
          maxLength={10}
          value={code}
          onChange={setCode}
        />
        <FaultLine role="alert">{fault}</FaultLine>
        <Button type="submit" alignSelf="flex-start" colorPalette="copper" loading={busy}>
          Switch it on
        </Button>
      </Stack>
    </form>
  );
}

/** A second factor beside the password: set up, or taken off. */
export function SecondFactor({ hasPassword, isOn }: { hasPassword: boolean; isOn: boolean }) {
  const [begun, setBegun] = useState<Begun | null>(null);
  if (!hasPassword) return <Text color="fg.muted">Set a password first.</Text>;
  if (begun) return <Confirm begun={begun} onDone={() => setBegun(null)} />;
  return <Asked key={String(isOn)} isOn={isOn} onBegun={setBegun} />;
}
