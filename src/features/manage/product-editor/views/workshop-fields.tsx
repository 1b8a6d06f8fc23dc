'use client';

import { SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { type WorkshopDrawing, workshopDrawingSchema } from '@/core/catalog';
import { TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';

interface Props {
  workshop: WorkshopDrawing | null;
  /** what is wrong at a place of the view */
  fault: (...at: (string | number)[]) => string | undefined;
  /** @param tag names the change, so that what is typed on is undone at once */
  onChange: (tag: string, workshop: WorkshopDrawing | null) => void;
}

/** What is usual of a sheet that is cut by hand or by laser, in millimetres. */
const USUAL_SHEET = { width: '600', height: '400', edge: '5', gap: '4', turned: true } as const;

/** What the workshop’s drawing of a view has beside the picture. */
export function WorkshopFields({ workshop, fault, onChange }: Props) {
  return (
    <Stack gap="3" role="group" aria-label="For the workshop">
      <Tick
        label="The workshop’s drawing has bleed, crop marks or sheets"
        checked={workshop !== null}
        onChange={(on) => onChange('on', on ? workshopDrawingSchema.parse({ bleed: '3' }) : null)}
      />
      {workshop && <Beside workshop={workshop} fault={fault} onChange={onChange} />}
    </Stack>
  );
}

function Beside({ workshop, fault, onChange }: Props & { workshop: WorkshopDrawing }) {
  const { sheet } = workshop;
  const put = (tag: string, changed: Partial<WorkshopDrawing>) => onChange(tag, { ...workshop, ...changed });
  return (
    <>
      <SimpleGrid minChildWidth="200px" gap="3" alignItems="center">
        <TextField
          label="Bleed in mm"
          inputMode="decimal"
          value={workshop.bleed}
          fault={fault('workshop', 'bleed')}
          help="Drawn beyond the edge, to be cut off."
          onChange={(bleed) => put('bleed', { bleed })}
        />
        <Stack gap="2">
          <Tick
            label="Crop marks at the corners"
            checked={workshop.marks}
            onChange={(marks) => put('marks', { marks })}
          />
          <Tick
            label="Pieces of an order are laid on sheets"
            checked={sheet !== null}
            onChange={(on) => put('sheet', { sheet: on ? USUAL_SHEET : null })}
          />
        </Stack>
      </SimpleGrid>
      {sheet && (
        <>
          <SimpleGrid minChildWidth="150px" gap="3">
            {(
              [
                ['width', 'Sheet width in mm'],
                ['height', 'Sheet height in mm'],
                ['edge', 'Free along the edges, mm'],
                ['gap', 'Between pieces, mm'],
              ] as const
            ).map(([field, label]) => (
              <TextField
                key={field}
                label={label}
                inputMode="decimal"
                value={sheet[field]}
                fault={fault('workshop', 'sheet', field)}
                onChange={(text) => put(`sheet ${field}`, { sheet: { ...sheet, [field]: text } })}
              />
            ))}
          </SimpleGrid>
          <Tick
            label="Pieces may be turned by a quarter"
            checked={sheet.turned}
            onChange={(turned) => put('turned', { sheet: { ...sheet, turned } })}
          />
          <Text fontSize="sm" color="fg.muted">
            An order then has a PDF with all pieces that are made from sheets of this kind. What has no cut line is cut
            along its edge.
          </Text>
        </>
      )}
    </>
  );
}
