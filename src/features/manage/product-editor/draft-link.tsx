'use client';

import { Button, HStack, Text } from '@chakra-ui/react';
import { Link2 } from 'lucide-react';
import { useState } from 'react';
import { z } from 'zod';
import { anything, send, wordsOf } from '@/features/kit/shared';
import { CopyButton } from '@/ui/copy-button';
import { TypedInput } from '@/ui/field';
import { sayDone, sayFailed } from '@/ui/toasts';

const sharedSchema = z.object({ token: z.string() });

/** A link with a secret, for a colleague who is to see the draft. */
export function DraftLink({
  productId,
  seen,
}: {
  productId: number;
  /** as whom, and when, it is seen */ seen: { readonly group: string | null; readonly day: string | null };
}) {
  const [token, setToken] = useState<string | null>(null);
  const address = `/api/manage/products/${productId}/draft-link`;
  const failed = (error: unknown) => sayFailed('The link is as it was', wordsOf(error));
  const share = () => void send('POST', address, seen, sharedSchema).then((shared) => setToken(shared.token), failed);
  const withdraw = () =>
    void send('DELETE', address, undefined, anything).then(() => {
      setToken(null);
      sayDone('The link is withdrawn', 'Who has it sees nothing any more.');
    }, failed);
  if (token === null) {
    return (
      <Button size="sm" variant="outline" colorPalette="ink" onClick={share}>
        <Link2 size={15} aria-hidden /> A link for a colleague
      </Button>
    );
  }
  const link = `${window.location.origin}/draft/${token}`;
  return (
    <HStack gap="2" role="group" aria-label="Link for a colleague">
      <TypedInput
        aria-label="The link"
        readOnly
        size="sm"
        w="330px"
        fontFamily="mono"
        value={link}
        onChange={() => undefined}
        onFocus={(event) => event.target.select()}
      />
      <CopyButton text={link} size="sm" />
      <Button size="sm" variant="ghost" colorPalette="brick" onClick={withdraw}>
        Withdraw
      </Button>
      <Text fontSize="xs" color="fg.muted">
        Follows the draft.
      </Text>
    </HStack>
  );
}
