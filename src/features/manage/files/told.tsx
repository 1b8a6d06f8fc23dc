import { Box, Stack, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { counted } from '@/core/words';
import { type PlanView } from '@/services/importing/opened';

/** What keeps a file from coming in. @param children what can be done about it */
export function FaultList({ faults, children }: Pick<PlanView, 'faults'> & { children?: ReactNode }) {
  if (faults.length === 0) return null;
  return (
    <Box bg="brick.subtle" borderWidth="1px" borderColor="brick.muted" borderRadius="l2" px="4" py="3" role="alert">
      <Text fontWeight="600">{counted(faults.length, 'thing', 'things')} to fix before it can be imported</Text>
      <Stack as="ul" gap="1" mt="1" fontSize="sm" listStyleType="none" maxH="240px" overflowY="auto">
        {faults.map(({ title, message }) => (
          <Text as="li" key={`${title} ${message}`} overflowWrap="anywhere">
            {title !== '' && !message.startsWith(title) && <b>{title}: </b>}
            {message}
          </Text>
        ))}
      </Stack>
      {children}
    </Box>
  );
}

/** What of the file is not read. */
export function Notes({ notes }: Pick<PlanView, 'notes'>) {
  if (notes.length === 0) return null;
  return (
    <Stack as="ul" gap="1" fontSize="sm" color="fg.muted" listStyleType="none" aria-label="Not read">
      {notes.map((note) => (
        <Text as="li" key={note} overflowWrap="anywhere">
          {note}
        </Text>
      ))}
    </Stack>
  );
}
