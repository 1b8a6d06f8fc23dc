'use client';

import { Box, Heading, Link, Separator, Text } from '@chakra-ui/react';
import { ArrowUpRight } from 'lucide-react';
import { isSafeAddress, type Note } from '@/core/catalog';
import { FormattedText } from '@/ui/formatted-text';
import { OpensInPlace } from './opens-in-place';

/** What stands among the choices and asks nothing. A heading that begins a group is drawn by the form. */
export function NoteView({ note }: { note: Note }) {
  switch (note.kind) {
    case 'heading':
      return (
        <Heading as="h2" size="lg">
          {note.title}
        </Heading>
      );
    case 'paragraph':
      return (
        <Box>
          {note.title && note.titleShown && <Text fontWeight="600">{note.title}</Text>}
          <FormattedText text={note.text} />
          {note.picture !== null && <OpensInPlace src={note.picture} alt={note.pictureAlt} />}
        </Box>
      );
    case 'link':
      return isSafeAddress(note.address) ? (
        <Link href={note.address} target="_blank" rel="noopener" textDecoration="underline">
          {note.title} <ArrowUpRight size={14} aria-hidden />
        </Link>
      ) : null;
    case 'divider':
      return <Separator borderColor="border.emphasized" />;
  }
}
