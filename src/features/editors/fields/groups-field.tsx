'use client';

import { Box, HStack, Link, Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { FaultLine } from '@/ui/fault-line';
import { useEditing } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';

/** Which customer groups see it; nothing ticked means everybody. */
export function GroupsField({
  what,
  groups,
  fault,
  onChange,
}: {
  what: string;
  groups: readonly string[];
  fault?: string;
  onChange: (groups: string[]) => void;
}) {
  const { shop } = useEditing();
  if (shop.groups.length === 0 && groups.length === 0) {
    return (
      <Text fontSize="sm" color="fg.muted">
        Everybody sees {what}. For some customers only, first add{' '}
        <Link asChild textDecoration="underline">
          <PageLink href="/manage/settings">customer groups</PageLink>
        </Link>
        .
      </Text>
    );
  }
  const known = [
    ...shop.groups,
    ...groups
      .filter((key) => !shop.groups.some((group) => group.key === key))
      .map((key) => ({ key, title: `${key} (gone)` })),
  ];
  return (
    <Box>
      <HStack gap="4" wrap="wrap">
        <Text>{groups.length === 0 ? `Everybody sees ${what}` : `Only these see ${what}`}:</Text>
        {known.map(({ key, title }) => (
          <Tick
            key={key}
            label={title}
            checked={groups.includes(key)}
            onChange={(on) => onChange(on ? [...groups, key] : groups.filter((other) => other !== key))}
          />
        ))}
      </HStack>
      <FaultLine>{fault}</FaultLine>
    </Box>
  );
}
