'use client';

import { Box, Button, Code, HStack, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { z } from 'zod';
import { anything, send, useAnswer, useAttempt } from '@/features/kit/shared';
import { type MessageRow, type TargetRow } from '@/services/webhooks/targets';
import { AppDialog } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { Slip } from '@/ui/text';
import { When } from '@/ui/when';

const messagesSchema = z.object({ messages: z.custom<readonly MessageRow[]>(Array.isArray) });

const STATES = {
  taken: { tone: 'lichen', title: 'Taken' },
  waiting: { tone: 'oak', title: 'Waiting' },
  givenUp: { tone: 'brick', title: 'Given up' },
} as const;

const timesWords = (times: number): string => (times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`);

/** One message: what it said, and how it ended. */
function Message({ message, onAgain }: { message: MessageRow; onAgain: (() => void) | null }) {
  const { type, state, tries, outcome, made, next, body } = message;
  return (
    <Box borderTopWidth="1px" borderColor="border" pt="3">
      <HStack justify="space-between" gap="3" flexWrap="wrap">
        <HStack gap="2" flexWrap="wrap">
          <Text fontWeight="600">{type}</Text>
          <Slip tone={STATES[state].tone}>{STATES[state].title}</Slip>
          <Text fontSize="sm" color="fg.muted">
            <When at={made} />
            {outcome !== null && ` · ${outcome}, tried ${timesWords(tries)}`}
            {next !== null && tries > 0 && (
              <>
                {' '}
                · again <When at={next} />
              </>
            )}
          </Text>
        </HStack>
        {onAgain && state !== 'waiting' && (
          <Button size="xs" variant="outline" colorPalette="ink" onClick={onAgain}>
            Send again
          </Button>
        )}
      </HStack>
      <Code mt="2" p="2" w="100%" whiteSpace="pre-wrap" overflowWrap="anywhere">
        {body}
      </Code>
    </Box>
  );
}

/** What a webhook has been told, the newest first. */
export function WebhookMessages({ target, onClose }: { target: TargetRow; onClose: () => void }) {
  const [asked, setAsked] = useState(0);
  const { fault, attempt } = useAttempt();
  const path = `/api/manage/webhooks/${target.id}/messages`;
  const messages = useAnswer(
    `${path}#${asked}`,
    (_question, signal) => send('GET', path, undefined, messagesSchema, signal).then((answer) => answer.messages),
    'The messages could not be read',
  );
  const again = (id: string) =>
    void attempt(async () => {
      await send('POST', path, { message: id }, anything);
      setAsked((times) => times + 1);
    }, 'It is on its way again');
  return (
    <AppDialog open title={`Messages to ${target.url}`} onClose={onClose} size="lg">
      <Stack gap="4" pb="4">
        <FaultLine role="alert">{fault}</FaultLine>
        {messages?.length === 0 && <Text color="fg.muted">Nothing has been told yet.</Text>}
        {messages?.map((message) => (
          <Message key={message.id} message={message} onAgain={target.isEnded ? null : () => again(message.id)} />
        ))}
      </Stack>
    </AppDialog>
  );
}
