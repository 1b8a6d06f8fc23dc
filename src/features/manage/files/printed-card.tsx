'use client';

import { Button, Flex } from '@chakra-ui/react';
import { Printer } from 'lucide-react';
import { useState } from 'react';
import { SelectField } from '@/ui/field';
import { Card } from './card';

/** A customer group whose prices can be printed. */
export interface PrintedGroup {
  readonly key: string;
  readonly title: string;
}

/** What the shop lists, with its prices, as a document to be printed. */
export function PrintedCard({ groups }: { groups: readonly PrintedGroup[] }) {
  const [group, setGroup] = useState('');
  return (
    <Card
      title="Printed price list"
      lead="What the shop lists, by category, with pictures, SKUs, options and quantity breaks, at the prices of today."
    >
      <Flex gap="3" wrap="wrap" align="end">
        <SelectField
          label="Prices for"
          value={group}
          onChange={setGroup}
          width="220px"
          alternatives={[
            { value: '', label: 'Everybody' },
            ...groups.map(({ key: value, title: label }) => ({ value, label })),
          ]}
        />
        <Button asChild variant="outline">
          <a href={`/api/manage/printed-prices?group=${encodeURIComponent(group)}`} download>
            <Printer size={16} aria-hidden /> Price list (PDF)
          </a>
        </Button>
      </Flex>
    </Card>
  );
}
