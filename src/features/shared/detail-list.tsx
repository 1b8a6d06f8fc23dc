import { Box, chakra, Stack } from '@chakra-ui/react';

/** What has been chosen or settled, one below the other. */
export function DetailList({ details }: { details: readonly { readonly label: string; readonly value: string }[] }) {
  return (
    <Stack as="dl" gap="0.5" fontSize="sm">
      {details.map(({ label, value }, place) => (
        <Box key={`${place} ${label}`} display="flex" gap="2">
          {label !== '' && <chakra.dt color="fg.muted">{label}</chakra.dt>}
          <chakra.dd fontWeight="600" overflowWrap="anywhere">
            {value}
          </chakra.dd>
        </Box>
      ))}
    </Stack>
  );
}
