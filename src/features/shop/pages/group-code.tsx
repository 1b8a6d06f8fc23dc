'use client';

import { Button, chakra, HStack, Input, Text } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { FaultLine } from '@/ui/fault-line';

/** Where a customer types the code of a group, or leaves it. */
export function GroupCode({ group }: { group: string | null }) {
  const router = useRouter();
  const [code, setCode] = useState('');
  const [fault, setFault] = useState<string>();
  const enter = async (given: string) => {
    setFault(undefined);
    // On every page of the shop, and seldom used: what sends it comes with the first use.
    const { anything, send, wordsOf } = await import('@/features/kit/shared/api');
    try {
      await send('POST', '/api/shop/group', { code: given }, anything);
      setCode('');
      router.refresh();
    } catch (error) {
      setFault(wordsOf(error));
    }
  };
  if (group !== null) {
    return (
      <HStack fontSize="sm" gap="3">
        <Text>
          You see the shop as <b>{group}</b>.
        </Text>
        <Button size="xs" variant="outline" colorPalette="ink" onClick={() => void enter('')}>
          Leave the group
        </Button>
      </HStack>
    );
  }
  return (
    <form
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        void enter(code);
      }}
    >
      <HStack gap="2" fontSize="sm" flexWrap="wrap">
        <chakra.label htmlFor="group-code">Customer code</chakra.label>
        <Input
          id="group-code"
          size="xs"
          w="130px"
          bg="bg.panel"
          borderColor="border.emphasized"
          maxLength={60}
          value={code}
          aria-invalid={fault !== undefined}
          onChange={(event) => setCode(event.target.value)}
        />
        <Button type="submit" size="xs" variant="outline" colorPalette="ink" disabled={code.trim() === ''}>
          Apply
        </Button>
      </HStack>
      <FaultLine role="alert" mt="1">
        {fault}
      </FaultLine>
    </form>
  );
}
