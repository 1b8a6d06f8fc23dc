'use client';

import { Text } from '@chakra-ui/react';
import { type Role, roles as all } from '@/core/people';
import { ROLE_WORDS } from '@/core/words';
import { TickSet } from '@/ui/tick-set';

interface Props {
  legend: string;
  roles: readonly Role[];
  onChange: (roles: readonly Role[]) => void;
  /** those that can be given; all unless said */
  among?: readonly Role[];
}

/** What somebody does, or a program may: each role as a box with what goes with it. */
export function RoleTicks({ legend, roles, onChange, among }: Props) {
  return (
    <TickSet
      legend={legend}
      all={all}
      among={among}
      held={roles}
      labelOf={(role) => `${ROLE_WORDS[role].title}: ${ROLE_WORDS[role].does}`}
      onChange={onChange}
    >
      <Text fontSize="sm" color="fg.muted">
        With none of these: looks at everything, changes nothing.
      </Text>
    </TickSet>
  );
}
