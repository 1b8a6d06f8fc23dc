'use client';

import { Box, Heading, Link, Separator, Stack, Text } from '@chakra-ui/react';
import { ArrowUpRight } from 'lucide-react';
import { isSafeAddress, type Note } from '@/core/catalog';

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
          <Stack gap="1.5">
            {note.text.split(/\n\s*\n/).map((paragraph, index) => (
              <Text key={index} color="fg.muted" whiteSpace="pre-line">
                {paragraph}
              </Text>
            ))}
          </Stack>
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
