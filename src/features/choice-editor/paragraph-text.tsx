'use client';

import { Box, HStack, IconButton, Stack, Text, Textarea } from '@chakra-ui/react';
import { Bold, Italic, Link2, List } from 'lucide-react';
import { useRef } from 'react';
import { useFaultAt } from '@/features/editor-kit/editing';
import { PictureField } from '@/features/editor-kit/picture-field';
import { Labelled, TextField } from '@/ui/field';
import { FormattedText } from '@/ui/formatted-text';
import { useTyped } from '@/ui/typing';
import { type KindProps } from './kind-fields';
import { type Marked, marking, MARKS } from './marking';

const LOOKS = { bold: { label: 'Bold', Icon: Bold }, italic: { label: 'Italic', Icon: Italic }, list: { label: 'List', Icon: List }, link: { label: 'Link', Icon: Link2 } } as const;

/** The text of a paragraph with what marks it, as it will look, and a chart that opens in place. */
export function ParagraphText({ choice, index, edit }: KindProps<'paragraph'>) {
  const area = useRef<HTMLTextAreaElement>(null);
  const take = (text: string) => edit('text', (draft) => draft.kind === 'paragraph' && void (draft.text = text));
  const typed = useTyped(choice.text, take);
  const mark = (as: Marked) => {
    const field = area.current;
    if (!field) return;
    const { text, from, to } = marking(field.value, field.selectionStart, field.selectionEnd, as);
    // As if it had been typed, so that the browser takes it back, too.
    field.focus();
    field.setSelectionRange(0, field.value.length);
    document.execCommand('insertText', false, text);
    field.setSelectionRange(from, to);
  };
  return (
    <Stack gap="4">
      <Labelled label="Text" fault={useFaultAt('choices', index, 'text')} help="An empty line begins a new paragraph. **bold**, *italic*, - a list, [a link](https://…).">
        <HStack gap="1" role="toolbar" aria-label="Formatting">
          {MARKS.map((as) => {
            const { label, Icon } = LOOKS[as];
            return (
              <IconButton key={as} aria-label={label} size="xs" variant="ghost" colorPalette="ink" onClick={() => mark(as)}>
                <Icon size={15} />
              </IconButton>
            );
          })}
        </HStack>
        <Textarea ref={area} bg="bg.panel" borderColor="border.emphasized" rows={6} maxLength={4000} {...typed} />
      </Labelled>
      {choice.text.trim() !== '' && (
        <Box role="group" aria-label="As it will look" borderLeftWidth="3px" borderColor="border.emphasized" pl="3">
          <Text fontSize="xs" color="fg.muted" mb="1">
            As it will look
          </Text>
          <FormattedText text={choice.text} />
        </Box>
      )}
      <HStack gap="5" align="end" wrap="wrap">
        <PictureField label="Chart or drawing" src={choice.picture} onChange={(picture) => edit('picture', (draft) => draft.kind === 'paragraph' && void (draft.picture = picture))} />
        {choice.picture !== null && (
          <Box w="260px">
            <TextField label="What it shows" value={choice.pictureAlt} maxLength={200} placeholder="e.g. Sizes, chest and sleeve" onChange={(alt) => edit('pictureAlt', (draft) => draft.kind === 'paragraph' && void (draft.pictureAlt = alt))} />
          </Box>
        )}
      </HStack>
    </Stack>
  );
}
