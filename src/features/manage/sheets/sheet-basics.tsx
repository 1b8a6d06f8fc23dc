'use client';

import { Box } from '@chakra-ui/react';
import { type Sheet } from '@/core/catalog';
import { Section } from '@/features/editors/frame';
import { WholeField } from '@/features/kit/shared';
import { TextField } from '@/ui/field';

export interface SheetSectionProps {
  sheet: Sheet;
  change: (tag: string, recipe: (draft: Sheet) => void) => void;
}

/** What the sheet is called and what it is for. */
export function SheetBasics({ sheet, change }: SheetSectionProps) {
  return (
    <Section title="Name and note" lead={`In imports: ${sheet.key}. Customers never see the name.`}>
      <TextField
        label="Name"
        value={sheet.title}
        maxLength={120}
        fault={sheet.title.trim() === '' ? 'Give the sheet a name.' : undefined}
        onChange={(value) => change('title', (draft) => void (draft.title = value))}
      />
      <TextField
        label="Note"
        value={sheet.note}
        maxLength={500}
        placeholder="What it is for"
        onChange={(value) => change('note', (draft) => void (draft.note = value))}
      />
      <Box maxW="340px">
        <WholeField
          label="Order among sheets"
          value={sheet.rank}
          least={0}
          most={10_000}
          help="Where conditions place several sheets on one product, the lowest comes first. A product can say otherwise."
          onChange={(rank) => change('rank', (draft) => void (draft.rank = rank))}
        />
      </Box>
    </Section>
  );
}
