'use client';

import { Box, chakra, HStack, SegmentGroup, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useEditing } from '@/features/editors/frame';
import { AppDialog } from '@/ui/dialog';
import { SelectField, TypedInput } from '@/ui/field';
import { DraftLink } from './draft-link';

const WIDTHS = [
  { value: 'wide', label: 'Wide' },
  { value: 'phone', label: 'Phone' },
];

interface Props {
  productId: number;
  /** version of the draft as it was last saved: the page follows it */
  version: number;
  today: string;
  onClose: () => void;
}

/** The page that customers will see of the draft: wide or as on a phone, for any group, on any day. */
export function AsCustomers({ productId, version, today, onClose }: Props) {
  const { shop } = useEditing();
  const [width, setWidth] = useState('wide');
  const [group, setGroup] = useState('');
  const [day, setDay] = useState(today);
  const query = new URLSearchParams({
    ...(group !== '' && { group }),
    ...(day !== '' && day !== today && { day }),
  }).toString();
  const address = `/manage/products/${productId}/as-customers?${query}&version=${version}`;
  return (
    <AppDialog size="full" open title="As customers will see it" onClose={onClose}>
      <HStack gap="5" mb="3" wrap="wrap" align="end">
        <SegmentGroup.Root
          size="sm"
          value={width}
          onValueChange={(details) => setWidth(details.value ?? 'wide')}
          aria-label="How wide"
        >
          <SegmentGroup.Indicator />
          <SegmentGroup.Items items={WIDTHS} />
        </SegmentGroup.Root>
        {shop.groups.length > 0 && (
          <SelectField
            small
            label="Seen by"
            width="220px"
            value={group}
            alternatives={[
              { value: '', label: 'everybody' },
              ...shop.groups.map(({ key, title }) => ({ value: key, label: title })),
            ]}
            onChange={setGroup}
          />
        )}
        <Box>
          <chakra.label htmlFor="as-customers-day" fontWeight="600" fontSize="sm" display="block" mb="1">
            On
          </chakra.label>
          <TypedInput id="as-customers-day" type="date" size="sm" w="160px" value={day} onChange={setDay} />
        </Box>
        <Text fontSize="sm" color="fg.muted" pb="1.5">
          Everything can be chosen; nothing is bought.
        </Text>
        <DraftLink
          key={query}
          productId={productId}
          seen={{ group: group === '' ? null : group, day: day === '' || day === today ? null : day }}
        />
      </HStack>
      <Box display="flex" justifyContent="center" bg="bg.muted" borderRadius="l2" p={width === 'phone' ? '4' : '0'}>
        <chakra.iframe
          key={address}
          src={address}
          title="The page of the draft"
          w={width === 'phone' ? '390px' : '100%'}
          h="calc(100vh - 210px)"
          borderWidth="1px"
          borderColor="border"
          borderRadius="l2"
          bg="bg"
        />
      </Box>
    </AppDialog>
  );
}
