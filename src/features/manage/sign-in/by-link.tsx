'use client';

import { Button, Stack, Text } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { type z } from 'zod';
import { send, useBusy, wordsOf } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { PasswordField } from '@/ui/password-field';
import { PageLink } from '@/ui/page-link';
import { goAnew } from '@/ui/go-anew';
import { Door } from './door';
import { outcomeSchema } from './outcome';
import { sending } from '@/ui/sending';

/** Uses a link. @throws ApiProblem where it leads nowhere any more */
function used(secret: string): Promise<z.infer<typeof outcomeSchema>> {
  if (secret === '') return Promise.reject(new Error('This is not the whole link. Open it as you were given it.'));
  return send('POST', '/api/sign-in/link', { secret }, outcomeSchema);
}

/** Where a link leads that signs in once. What signs in stands behind the `#`: it is used and taken out of sight. */
export function SignInByLink({ after, isIn }: { after: string; isIn: boolean }) {
  const [state, setState] = useState<{ secret: string } | { fault: string } | null>(null);
  const begun = useRef(false);
  useEffect(() => {
    // A link is good once, however often the page is drawn.
    if (begun.current) return;
    begun.current = true;
    const secret = window.location.hash.slice(1);
    window.history.replaceState(null, '', window.location.pathname);
    used(secret).then(
      ({ outcome }) => (outcome === 'in' ? goAnew(after) : setState({ secret })),
      // Whoever opens their link a second time is in already.
      (error: unknown) => (isIn ? goAnew(after) : setState({ fault: wordsOf(error) })),
    );
  }, [after, isIn]);
  if (state === null) return <Door title="Signing you in …">{null}</Door>;
  if ('secret' in state) return <FirstOwner secret={state.secret} />;
  return (
    <Door title="This link leads nowhere">
      <Stack gap="4">
        <Text>{state.fault}</Text>
        <Button asChild variant="outline" colorPalette="ink">
          <PageLink href="/sign-in">To the sign-in page</PageLink>
        </Button>
      </Stack>
    </Door>
  );
}

/** What the first owner is asked. */
function FirstOwner({ secret }: { secret: string }) {
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const { busy, fault, run } = useBusy();
  const begin = () =>
    run(
      async () => {
        await send('POST', '/api/sign-in/first', { secret, name, email, password }, outcomeSchema);
        goAnew('/manage/products');
      },
      { leaves: true },
    );
  return (
    <Door title="You are the owner" lead="Say who you are. You can let others in afterwards.">
      <form onSubmit={sending(begin)} noValidate>
        <Stack gap="4">
          <TextField label="Your name" autoComplete="name" maxLength={120} value={name} onChange={setName} autoFocus />
          <TextField
            label="E-mail address"
            type="email"
            autoComplete="username"
            maxLength={254}
            value={email}
            onChange={setEmail}
          />
          <PasswordField label="Password" isNew value={password} onChange={setPassword} />
          <FaultLine role="alert">{fault}</FaultLine>
          <Button type="submit" colorPalette="copper" loading={busy}>
            Begin
          </Button>
        </Stack>
      </form>
    </Door>
  );
}
