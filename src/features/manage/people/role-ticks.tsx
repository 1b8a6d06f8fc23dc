'use client';

import { Box, Stack, Text } from '@chakra-ui/react';
import { type Role, roles as all } from '@/core/people';
import { ROLE_WORDS } from '@/core/words';
import { Tick } from '@/ui/tick';

interface Props {
  legend: string;
  roles: readonly Role[];
  onChange: (roles: readonly Role[]) => void;
  /** those that can be given; all unless said */
  among?: readonly Role[];
}

/** What somebody does, or a program may: each role as a box with what goes with it. */
export function RoleTicks({ legend, roles, onChange, among = all }: Props) {
  const toggle = (role: Role, on: boolean) => onChange(all.filter((one) => (one === role ? on : roles.includes(one))));
  return (
    <Box as="fieldset" aria-label={legend}>
      <Text as="legend" fontWeight="600" fontSize="sm" mb="2">
        {legend}
      </Text>
      <Stack gap="2">
        {among.map((role) => (
          <Tick
            key={role}
            label={`${ROLE_WORDS[role].title}: ${ROLE_WORDS[role].does}`}
            checked={roles.includes(role)}
            onChange={(on) => toggle(role, on)}
          />
        ))}
        <Text fontSize="sm" color="fg.muted">
          With none of these: looks at everything, changes nothing.
        </Text>
      </Stack>
    </Box>
  );
}
