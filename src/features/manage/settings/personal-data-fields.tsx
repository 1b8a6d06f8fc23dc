import { Box, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { type PersonalData } from '@/core/catalog';
import { useWholeText } from '@/features/kit/shared';
import { TextField } from '@/ui/field';

interface Props {
  kept: PersonalData;
  onChange: (kept: PersonalData) => void;
}

/** How long it is kept whose orders were, and what lies in baskets. */
export function PersonalDataFields({ kept, onChange }: Props) {
  const months = useWholeText(kept.orderMonths, { least: 1, most: 240, mayBeEmpty: true }, (orderMonths) =>
    onChange({ ...kept, orderMonths }),
  );
  const days = useWholeText(
    kept.basketDays,
    { least: 1, most: 730, mayBeEmpty: false },
    (basketDays) => basketDays !== null && onChange({ ...kept, basketDays }),
  );
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
          <TextField
            label="Orders keep their customer (months)"
            value={months.text}
            fault={months.fault}
            inputMode="numeric"
            placeholder="for ever"
            help="Then it is taken out, once everything is cut."
            onChange={months.take}
          />
        </Box>
        <Box w="260px">
          <TextField
            label="Baskets nobody touches (days)"
            value={days.text}
            fault={days.fault}
            inputMode="numeric"
            help="Then they go, with files that only they name."
            onChange={days.take}
          />
        </Box>
      </HStack>
    </Stack>
  );
}
