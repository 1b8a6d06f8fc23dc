'use client';

import { Box, Button, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { RotateCcw } from 'lucide-react';
import { z } from 'zod';
import { send, useBusy } from '@/features/kit/shared';
import { type ImportRow } from '@/services/importing/undo';
import { FaultLine } from '@/ui/fault-line';
import { Slip } from '@/ui/text';
import { sayDone } from '@/ui/toasts';
import { When } from '@/ui/when';

const keptSchema = z.object({ kept: z.array(z.string()) });

/** Takes an import back, and says what stays. */
async function takeBack({ id, name }: ImportRow): Promise<void> {
  const { kept } = await send('POST', `/api/manage/imports/${id}/undo`, undefined, keptSchema);
  sayDone(
    `${name || 'The import'} is taken back`,
    kept.length > 0
      ? `Changed since, or used by something else, and kept: ${kept.slice(0, 5).join(', ')}${kept.length > 5 ? ` and ${kept.length - 5} more` : ''}.`
      : 'What was new lies in the bin.',
  );
}

/** The files that came in last, each to be taken back. */
export function PastImports({ imports, onChange }: { imports: readonly ImportRow[]; onChange: () => void }) {
  const { run, busy, fault } = useBusy();
  if (imports.length === 0) return null;
  return (
    <Box as="section" aria-label="Past imports">
      <Heading as="h2" size="lg" mb="2">
        Past imports
      </Heading>
      <FaultLine mb="2">{fault}</FaultLine>
      <Stack gap="0">
        {imports.map((row) => (
          <HStack key={row.id} justify="space-between" gap="4" py="2.5" borderTopWidth="1px">
            <Box minW="0">
              <HStack>
                <Text fontWeight="600" overflowWrap="anywhere">
                  {row.name || 'A file'}
                </Text>
                {row.undone === true && <Slip>Taken back</Slip>}
              </HStack>
              <Text fontSize="sm" color="fg.muted">
                <When at={row.at} /> · {row.words}
              </Text>
            </Box>
            {row.undone === false && (
              <Button
                size="sm"
                variant="outline"
                disabled={busy}
                aria-label={`Undo ${row.name}`}
                onClick={() =>
                  void run(async () => {
                    await takeBack(row);
                    onChange();
                  })
                }
              >
                <RotateCcw size={14} aria-hidden /> Undo
              </Button>
            )}
          </HStack>
        ))}
      </Stack>
    </Box>
  );
}
