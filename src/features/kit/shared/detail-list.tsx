import { Box, chakra, Stack } from '@chakra-ui/react';
import { FormattedText } from '@/ui/formatted-text';

interface Props {
  details: readonly { readonly label: string; readonly value: string }[];
  /** whether values may be paragraphs with emphasis, lists and links */
  formatted?: boolean;
}

/** What has been chosen or settled, one below the other. */
export function DetailList({ details, formatted = false }: Props) {
  return (
    <Stack as="dl" gap="0.5" fontSize="sm">
      {details.map(({ label, value }, place) => (
        <Box key={`${place} ${label}`} display="flex" gap="2">
          {label !== '' && <chakra.dt color="fg.muted">{label}</chakra.dt>}
          <chakra.dd fontWeight="600" overflowWrap="anywhere" whiteSpace={formatted ? undefined : 'pre-line'}>
            {formatted ? <FormattedText text={value} color="fg" /> : value}
          </chakra.dd>
        </Box>
      ))}
    </Stack>
  );
}
