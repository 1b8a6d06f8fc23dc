'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { type Path } from '@/core/problems';
import { faultWords } from '@/core/words';
import { FaultLine } from '@/ui/fault-line';
import { type Finding, SearchField } from '@/ui/search-field';
import { useEditing } from '@/features/editors/frame';

/** Somebody or something for which another thing is said: a customer group, an option, a variant. */
export interface Exception extends Finding {
  readonly path: Path;
  /** what is said for it, in few words; null where nothing is */
  readonly said: string | null;
  /** the fields of what is said */
  fields(): ReactNode;
  add(): void;
  remove(): void;
}

interface Props {
  title: string;
  /** what stands there while nothing is said otherwise */
  none: string;
  placeholder: string;
  exceptions: readonly Exception[];
}

/** What is said otherwise for some, each foldable, with a field to find who else may be meant. */
export function Exceptions({ title, none, placeholder, exceptions }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const said = exceptions.filter((exception) => exception.said !== null);
  return (
    <Stack gap="4" as="section" aria-label={title}>
      <Text fontWeight="600">{title}</Text>
      {said.length === 0 && (
        <Text fontSize="sm" color="fg.muted">
          {none}
        </Text>
      )}
      {said.map((exception) => {
        const isOpen = open === exception.value;
        return (
          <Box key={exception.value} borderWidth="1px" borderColor="border" borderRadius="l2" px="4" py="3">
            <HStack justify="space-between" gap="3">
              <Text>
                <strong>{exception.label}</strong>: {exception.said}
              </Text>
              <HStack gap="1">
                <Button
                  size="xs"
                  variant="ghost"
                  colorPalette="ink"
                  aria-expanded={isOpen}
                  aria-label={`Change what holds for ${exception.label}`}
                  onClick={() => setOpen(isOpen ? null : exception.value)}
                >
                  {isOpen ? 'Done' : 'Change'}
                </Button>
                <IconButton
                  aria-label={`Take away what holds for ${exception.label}`}
                  size="xs"
                  variant="ghost"
                  colorPalette="brick"
                  onClick={() => exception.remove()}
                >
                  <Trash2 size={14} />
                </IconButton>
              </HStack>
            </HStack>
            {isOpen && <Box mt="3">{exception.fields()}</Box>}
            {!isOpen && <FaultsWithin path={exception.path} />}
          </Box>
        );
      })}
      <Box w="360px" maxW="full">
        <SearchField
          label="Add one for"
          placeholder={placeholder}
          findings={exceptions.filter((exception) => exception.said === null)}
          onPick={(value) => {
            exceptions.find((exception) => exception.value === value)?.add();
            setOpen(value);
          }}
        />
      </Box>
    </Stack>
  );
}

/** What is wrong at a place of the definition, or anywhere within it. */
export function FaultsWithin({ path }: { path: Path }) {
  const { findings } = useEditing();
  return findings
    .filter((fault) => path.every((step, place) => fault.path[place] === step))
    .map((fault) => <FaultLine key={`${fault.path.join('/')} ${fault.code}`}>{faultWords(fault.data)}</FaultLine>);
}
