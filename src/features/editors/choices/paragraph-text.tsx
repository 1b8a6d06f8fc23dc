'use client';

import { Box, Button, HStack, Stack, Text, Textarea } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { useFaultAt } from '@/features/editors/frame';
import { PictureField } from '@/features/editors/fields';
import { FaultLine } from '@/ui/fault-line';
import { Labelled, TextField } from '@/ui/field';
import { FormattedText } from '@/ui/formatted-text';
import { useTyped } from '@/ui/typing';
import { type KindProps } from './kind-fields';

const RichText = dynamic(() => import('@/features/editors/rich-text/rich-text').then((rich) => rich.RichText), {
  ssr: false,
});

/** As the open format says. */
const LONGEST = 4000;

/** The text of a paragraph, edited as it looks or as it is written, and a chart that opens in place. */
export function ParagraphText({ choice, index, edit }: KindProps<'paragraph'>) {
  const [asWritten, setAsWritten] = useState(false);
  const fault = useFaultAt('choices', index, 'text');
  const take = (text: string) => edit('text', (draft) => draft.kind === 'paragraph' && void (draft.text = text));
  return (
    <Stack gap="4">
      <Box>
        <HStack justify="space-between" mb="1.5">
          <Text fontWeight="600">Text</Text>
          <Button size="2xs" variant="ghost" colorPalette="ink" onClick={() => setAsWritten(!asWritten)}>
            {asWritten ? 'Edit it as it looks' : 'Edit it as Markdown'}
          </Button>
        </HStack>
        {asWritten ? (
          <Written text={choice.text} onChange={take} />
        ) : (
          <RichText label="Text" value={choice.text} longest={LONGEST} onChange={take} />
        )}
        <FaultLine>{fault}</FaultLine>
      </Box>
      <HStack gap="5" align="end" wrap="wrap">
        <PictureField
          label="Chart or drawing"
          src={choice.picture}
          onChange={(picture) =>
            edit('picture', (draft) => draft.kind === 'paragraph' && void (draft.picture = picture))
          }
        />
        {choice.picture !== null && (
          <Box w="260px">
            <TextField
              label="What it shows"
              value={choice.pictureAlt}
              maxLength={200}
              placeholder="e.g. Sizes, chest and sleeve"
              onChange={(alt) =>
                edit('pictureAlt', (draft) => draft.kind === 'paragraph' && void (draft.pictureAlt = alt))
              }
            />
          </Box>
        )}
      </HStack>
    </Stack>
  );
}

function Written({ text, onChange }: { text: string; onChange: (text: string) => void }) {
  const typed = useTyped(text, onChange);
  return (
    <Stack gap="3">
      <Labelled
        label="Text, as Markdown"
        help="An empty line begins a new paragraph. **bold**, *italic*, - a list, [a link](https://…)."
      >
        <Textarea bg="bg.panel" borderColor="border.emphasized" rows={6} maxLength={LONGEST} {...typed} />
      </Labelled>
      {text.trim() !== '' && (
        <Box role="group" aria-label="As it will look" borderLeftWidth="3px" borderColor="border.emphasized" pl="3">
          <Text fontSize="xs" color="fg.muted" mb="1">
            As it will look
          </Text>
          <FormattedText text={text} />
        </Box>
      )}
    </Stack>
  );
}
