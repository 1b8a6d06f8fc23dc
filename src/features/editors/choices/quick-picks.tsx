'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type QuickPick } from '@/core/catalog';
import { unitByCode } from '@/core/quantity';
import { faultWords } from '@/core/words';
import { FaultLine } from '@/ui/fault-line';
import { TypedInput } from '@/ui/field';
import { useEditing } from '@/features/editors/frame';
import { type KindProps } from './kind-fields';

const MOST = 12;

/** Answers that customers take with one press. */
export function QuickPicks({ choice, index, edit }: KindProps<'measure'>) {
  const { findings } = useEditing();
  const symbol = unitByCode(choice.unit)?.symbol ?? choice.unit;
  const change = (tag: string, recipe: (picks: QuickPick[]) => void) =>
    edit(`picks ${tag}`, (draft) => draft.kind === 'measure' && recipe(draft.picks));
  return (
    <Box as="section" aria-label="Quick picks">
      <Text fontWeight="600">Quick picks</Text>
      <Text fontSize="sm" color="fg.muted" mb="2">
        Common answers, taken with one press. Without a name, the measure itself is written.
      </Text>
      <Stack gap="1.5">
        {choice.picks.map(({ value, title }, place) => {
          const found = findings.find(
            ({ path }) => path[0] === 'choices' && path[1] === index && path[2] === 'picks' && path[3] === place,
          );
          const fault = found && faultWords(found.data);
          return (
            <Box key={place}>
              <HStack gap="2">
                <TypedInput
                  aria-label={`Quick pick ${place + 1}`}
                  aria-invalid={fault !== undefined}
                  size="sm"
                  w="90px"
                  textAlign="end"
                  inputMode="decimal"
                  borderColor={fault ? 'brick.solid' : 'border.emphasized'}
                  value={value}
                  onChange={(text) =>
                    change(`${place} value`, (picks) => void (picks[place] = { value: text.trim(), title }))
                  }
                />
                <Text w="8">{symbol}</Text>
                <TypedInput
                  aria-label={`Name of quick pick ${place + 1}`}
                  size="sm"
                  w="180px"
                  maxLength={40}
                  placeholder="a half"
                  value={title}
                  onChange={(text) => change(`${place} title`, (picks) => void (picks[place] = { value, title: text }))}
                />
                <IconButton
                  aria-label={`Remove quick pick ${place + 1}`}
                  size="xs"
                  variant="ghost"
                  colorPalette="brick"
                  onClick={() => change(`remove ${place}`, (picks) => void picks.splice(place, 1))}
                >
                  <Trash2 size={14} />
                </IconButton>
              </HStack>
              <FaultLine>{fault}</FaultLine>
            </Box>
          );
        })}
        {choice.picks.length < MOST && (
          <Button
            size="sm"
            variant="outline"
            alignSelf="start"
            onClick={() => change('add', (picks) => void picks.push({ value: '', title: '' }))}
          >
            <Plus size={14} aria-hidden /> Add a quick pick
          </Button>
        )}
      </Stack>
    </Box>
  );
}
