'use client';

import { Button, HStack, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { send, useBusy } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { PasswordField } from '@/ui/password-field';
import { goAnew } from '@/ui/go-anew';
import { Door } from './door';
import { outcomeSchema } from './outcome';
import { sending } from '@/ui/sending';

interface Props {
  /** the page that was asked for */
  to: string;
  /** whether nobody has ever been let in */
  isNobodyHere: boolean;
}

/** Where somebody signs in: e-mail address and password, then a code where there is a second factor. */
export function SignInPage({ to, isNobodyHere }: Props) {
  const [isSecond, setSecond] = useState(false);
  if (isNobodyHere)
    return (
      <Door title="Nobody is in yet">
        <Text>
          The window in which Oak Knot was started shows a link: whoever opens it becomes the owner. Another is made by{' '}
          <code>npm run -s oak -- people first</code>.
        </Text>
      </Door>
    );
  return isSecond ? (
    <CodeForm to={to} onBack={() => setSecond(false)} />
  ) : (
    <PasswordForm to={to} onSecond={() => setSecond(true)} />
  );
}

function PasswordForm({ to, onSecond }: { to: string; onSecond: () => void }) {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const { busy, fault, setFault, run } = useBusy();
  const signIn = async () => {
    if (email.trim() === '' || password === '') return setFault('Enter your e-mail address and your password.');
    await run(
      async () => {
        const { outcome } = await send('POST', '/api/sign-in', { email, password }, outcomeSchema);
        if (outcome === 'secondFactor') onSecond();
        else goAnew(to);
      },
      { leaves: true },
    );
  };
  return (
    <Door title="Sign in" lead="To the manager’s side of the shop.">
      <form onSubmit={sending(signIn)} noValidate>
        <Stack gap="4">
          <TextField
            label="E-mail address"
            type="email"
            autoComplete="username"
            autoFocus
            maxLength={254}
            value={email}
            onChange={setEmail}
          />
          <PasswordField label="Password" value={password} onChange={setPassword} />
          <FaultLine role="alert">{fault}</FaultLine>
          <Button type="submit" colorPalette="copper" loading={busy}>
            Sign in
          </Button>
          <Text fontSize="sm" color="fg.muted">
            No password, or lost it? An owner makes you a link that signs you in once. Whoever has the machine makes one
            with <code>npm run -s oak -- people link E-MAIL</code>.
          </Text>
        </Stack>
      </form>
    </Door>
  );
}

function CodeForm({ to, onBack }: { to: string; onBack: () => void }) {
  const [code, setCode] = useState('');
  const [kind, setKind] = useState<'app' | 'backup'>('app');
  const { busy, fault, setFault, run } = useBusy();
  const confirm = async () => {
    if (code.trim() === '') return setFault('Enter the code.');
    await run(
      async () => {
        await send('POST', '/api/sign-in/code', { code, kind }, outcomeSchema);
        goAnew(to);
      },
      { leaves: true },
    );
  };
  const other = kind === 'app' ? 'backup' : 'app';
  return (
    <Door title="One more step" lead={kind === 'app' ? 'Enter the six figures that your app shows.' : undefined}>
      <form onSubmit={sending(confirm)} noValidate>
        <Stack gap="4">
          <TextField
            key={kind}
            label={kind === 'app' ? 'Code of the app' : 'Spare code'}
            autoComplete="one-time-code"
            inputMode={kind === 'app' ? 'numeric' : undefined}
            autoFocus
            maxLength={40}
            value={code}
            onChange={setCode}
          />
          <FaultLine role="alert">{fault}</FaultLine>
          <Button type="submit" colorPalette="copper" loading={busy}>
            Go on
          </Button>
          <HStack>
            <Button size="sm" variant="ghost" colorPalette="ink" onClick={() => setKind(other)}>
              {kind === 'app' ? 'Use a spare code' : 'Use the app'}
            </Button>
            <Button size="sm" variant="ghost" colorPalette="ink" onClick={onBack}>
              Begin again
            </Button>
          </HStack>
        </Stack>
      </form>
    </Door>
  );
}
