'use client';

import { Button, Flex, Text } from '@chakra-ui/react';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { SelectField } from '@/ui/field';
import { Card } from './card';

/** A spreadsheet that can be had. */
export interface OfferedSpreadsheet {
  readonly key: string;
  readonly title: string;
}

const FORMS = [
  { value: 'xlsx', label: 'Workbook (XLSX)' },
  { value: 'csv', label: 'CSV with 1.50' },
  { value: 'csv-comma', label: 'CSV with 1,50' },
];

/** What of the shop goes out as a spreadsheet. */
export function SpreadsheetCard({ offered }: { offered: readonly OfferedSpreadsheet[] }) {
  const [key, setKey] = useState(offered[0]?.key ?? '');
  const [form, setForm] = useState('xlsx');
  return (
    <Card title="Spreadsheets" lead="Change cells, add rows, and import it: only what differs is changed.">
      <Flex gap="3" wrap="wrap" align="end">
        <SelectField
          label="What"
          value={key}
          onChange={setKey}
          width="190px"
          alternatives={offered.map(({ key: value, title: label }) => ({ value, label }))}
        />
        <SelectField label="As" value={form} onChange={setForm} width="180px" alternatives={FORMS} />
        <Button asChild variant="outline">
          <a href={`/api/manage/spreadsheets/${key}?as=${form}`} download>
            <Download size={16} aria-hidden /> Download
          </a>
        </Button>
      </Flex>
      <Text fontSize="sm" color="fg.muted" mt="3">
        Orders go out only. A counted list comes in where stock is counted.
      </Text>
    </Card>
  );
}
