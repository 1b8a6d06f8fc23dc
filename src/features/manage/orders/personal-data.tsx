import { Button, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { send, useAttempt } from '@/features/kit/shared';
import { type ManagedOrder } from '@/services/selling/orders';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { When } from '@/ui/when';

type Asked = { readonly orders: readonly number[] } | { readonly email: string };

const answerSchema = z.object({ made: z.number() });

/** What is kept of the customer of an order: handed out, or taken out of it. */
export function PersonalData({ order }: { order: ManagedOrder }) {
  const [asking, setAsking] = useState<Asked | null>(null);
  if (order.anonymousAt !== null)
    return (
      <Section>
        <Text color="fg.muted">
          It no longer says whose it was: that was taken out <When at={order.anonymousAt} />.
        </Text>
      </Section>
    );
  const { number, customerEmail: email, ofCustomer } = order;
  return (
    <Section>
      <Text color="fg.muted" fontSize="sm">
        {counted(ofCustomer, 'order')} of {email} {ofCustomer === 1 ? 'is' : 'are'} kept with name, address and all that
        was typed.
      </Text>
      <HStack gap="3" wrap="wrap">
        <Button asChild size="sm" variant="outline">
          <a href={`/api/manage/orders/personal-data?order=${number}`} download>
            Hand out all that is kept
          </a>
        </Button>
        <Button size="sm" variant="outline" onClick={() => setAsking({ orders: [number] })}>
          Make this order anonymous
        </Button>
        {ofCustomer > 1 && (
          <Button size="sm" variant="outline" onClick={() => setAsking({ email })}>
            {`Make all ${ofCustomer} anonymous`}
          </Button>
        )}
      </HStack>
      <AskBeforeTakingOut
        what={asking && 'orders' in asking ? `order ${number}` : `all ${counted(ofCustomer, 'order')} of ${email}`}
        asked={asking}
        onClose={() => setAsking(null)}
      />
    </Section>
  );
}

function Section({ children }: { children: React.ReactNode }) {
  return (
    <Stack mt="6" gap="2" as="section" aria-label="Personal data" align="start">
      <Heading as="h2" size="lg">
        Personal data
      </Heading>
      {children}
    </Stack>
  );
}

function AskBeforeTakingOut({ what, asked, onClose }: { what: string; asked: Asked | null; onClose: () => void }) {
  const { busy, fault, attempt } = useAttempt();
  const confirm = () =>
    void attempt(async () => {
      await send('POST', '/api/manage/orders/anonymous', asked, answerSchema);
      onClose();
    }, 'Whose they were was taken out');
  return (
    <AppDialog
      size="md"
      open={asked !== null}
      title={`Make ${what} anonymous?`}
      onClose={onClose}
      footer={<DialogButtons danger busy={busy} confirm="Make anonymous" onClose={onClose} onConfirm={confirm} />}
    >
      <Stack gap="2">
        <Text>
          Name, e-mail address, what was typed, files, and drawings of it are taken out for good. The workshop no longer
          sees what was to be written: do it once everything is made.
        </Text>
        <Text>What was sold, for how much, and what it took from stock stays. So do copies in backups.</Text>
        {fault && <FaultLine>{fault}</FaultLine>}
      </Stack>
    </AppDialog>
  );
}
