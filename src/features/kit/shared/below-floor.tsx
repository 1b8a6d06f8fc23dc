'use client';

import { Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { ApiProblem } from './api';
import { type Attempt } from './use-attempt';
import { AppDialog, DialogButtons } from '@/ui/dialog';

const belowSchema = z.array(z.object({ slug: z.string(), title: z.string(), words: z.string() }));
type Below = z.infer<typeof belowSchema>;

/**
 * Asks before a cost holds that brings products below their floor.
 *
 * @param attempt does something and tells what is wrong with it
 * @returns what does something that may be refused so, and the dialog to be drawn
 */
export function useBelowFloor(attempt: Attempt['attempt']) {
  const [asked, setAsked] = useState<{ below: Below; again: (accepted: number) => void } | null>(null);
  /** @param work is given how many products are accepted to fall below their floor */
  const unlessBelow = (work: (accepted: number) => Promise<unknown>, then: () => void, accepted = 0): Promise<void> =>
    attempt(async () => {
      try {
        await work(accepted);
        then();
      } catch (error) {
        const below =
          error instanceof ApiProblem && error.code === 'belowFloor'
            ? belowSchema.safeParse(error.details.below).data
            : undefined;
        if (!below) throw error;
        setAsked({ below, again: (seen) => void unlessBelow(work, then, seen) });
      }
    });
  const dialog = (
    <AppDialog
      open={asked !== null}
      title={`${counted(asked?.below.length ?? 0, 'product')} would fall below ${asked?.below.length === 1 ? 'its' : 'their'} floor`}
      onClose={() => setAsked(null)}
      footer={
        <DialogButtons
          confirm="Enter it all the same"
          onClose={() => setAsked(null)}
          onConfirm={() => {
            asked?.again(asked.below.length);
            setAsked(null);
          }}
        />
      }
    >
      <Stack gap="3">
        {asked?.below.map(({ slug, title, words }) => (
          <Text key={slug}>
            <strong>{title}</strong>: {words}
          </Text>
        ))}
        <Text color="fg.muted">Nothing has been entered yet.</Text>
      </Stack>
    </AppDialog>
  );
  return { unlessBelow, dialog };
}
