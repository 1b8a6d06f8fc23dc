'use client';

import { HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { z } from 'zod';
import { send, useAttempt, Whole } from '@/features/kit/shared';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';

const madeSchema = z.object({ made: z.number() });

/** Makes many codes at once, each for itself. */
export function BulkCodes({
  discount,
  onClose,
}: {
  discount: { readonly key: string; readonly title: string } | null;
  onClose: () => void;
}) {
  const { busy, fault, attempt } = useAttempt();
  const [number, setNumber] = useState<number | null>(100);
  const [begins, setBegins] = useState('');
  const make = () =>
    attempt(
      async () => {
        await send(
          'POST',
          `/api/manage/discounts/${discount?.key ?? ''}/codes`,
          { number: number ?? 0, begins },
          madeSchema,
        );
        onClose();
      },
      `${number ?? 0} codes made`,
    );
  return (
    <AppDialog
      open={discount !== null}
      title={`Generate codes for ${discount?.title ?? ''}`}
      onClose={onClose}
      footer={<DialogButtons confirm="Make them" busy={busy} onConfirm={() => void make()} onClose={onClose} />}
    >
      <HStack gap="3" mb="4">
        <Text>Make</Text>
        <Whole label="How many codes" value={number} onChange={setNumber} />
        <Text>codes that nobody can guess, up to 1000 at a time.</Text>
      </HStack>
      <TextField
        label="They begin with"
        value={begins}
        maxLength={12}
        placeholder="nothing"
        help="Letters, digits and hyphens, such as SPRING-"
        onChange={setBegins}
      />
      <FaultLine role="alert">{fault}</FaultLine>
    </AppDialog>
  );
}
