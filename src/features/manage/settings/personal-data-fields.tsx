import { Box, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { type PersonalData } from '@/core/catalog';
import { WholeField } from '@/features/kit/shared';

interface Props {
  kept: PersonalData;
  onChange: (kept: PersonalData) => void;
}

/** How long it is kept whose orders were, and what lies in baskets. */
export function PersonalDataFields({ kept, onChange }: Props) {
  return (
    <Stack gap="3" as="section" aria-label="Personal data">
      <Heading as="h2" size="lg">
        Personal data
      </Heading>
      <Text color="fg.muted" fontSize="sm">
        What customers have told is kept no longer than you say. Orders themselves stay with what was sold, for how
        much, and what it took from stock; name, e-mail address, what was typed and files are taken out of them for
        good.
      </Text>
      <HStack gap="4" align="start" wrap="wrap">
        <Box w="260px">
          <WholeField
            label="Orders keep their customer (months)"
            value={kept.orderMonths}
            least={1}
            most={240}
            mayBeEmpty
            placeholder="for ever"
            help="Then it is taken out, once everything is cut."
            onChange={(orderMonths) => onChange({ ...kept, orderMonths })}
          />
        </Box>
        <Box w="260px">
          <WholeField
            label="Baskets nobody touches (days)"
            value={kept.basketDays}
            least={1}
            most={730}
            help="Then they go, with files that only they name."
            onChange={(basketDays) => onChange({ ...kept, basketDays })}
          />
        </Box>
      </HStack>
    </Stack>
  );
}
