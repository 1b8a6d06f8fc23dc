'use client';

import { Box, Button, HStack, IconButton, SimpleGrid, Stack } from '@chakra-ui/react';
import { ChevronDown, ChevronUp, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type PictureLength, type ProductView } from '@/core/catalog';
import { useEditing, useFaultsAt } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { HexField } from './colour-field';
import { LengthField } from './length-field';
import { WorkshopFields } from './workshop-fields';

/** What a view is called, how large it is, and how true. */
export function ViewHead({ view, index, onRemove }: { view: ProductView; index: number; onRemove: () => void }) {
  const { change } = useEditing();
  const fault = useFaultsAt('views', index);
  const put = (tag: string, changed: Partial<Omit<ProductView, 'layers'>>) =>
    change(`view ${view.key} ${tag}`, (draft) => {
      const target = draft.views[index];
      if (target) Object.assign(target, changed);
    });
  const [open, setOpen] = useState(false);
  return (
    <Stack gap="3">
      <HStack gap="3" align="end" wrap="wrap">
        <Box w="200px">
          <TextField
            label="Name of the view"
            maxLength={80}
            value={view.title}
            fault={fault('title')}
            onChange={(title) => put('title', { title })}
          />
        </Box>
        <Button size="sm" variant="ghost" colorPalette="ink" aria-expanded={open} mb="1" onClick={() => setOpen(!open)}>
          {open ? <ChevronUp size={15} aria-hidden /> : <ChevronDown size={15} aria-hidden />}
          {sizeWords(view)}
        </Button>
        <IconButton
          aria-label={`Remove the view ${view.title}`}
          variant="ghost"
          colorPalette="brick"
          size="sm"
          mb="1"
          onClick={onRemove}
        >
          <Trash2 size={16} />
        </IconButton>
      </HStack>
      {open && (
        <SimpleGrid minChildWidth="200px" gap="3" role="group" aria-label="Size and scale">
          <LengthField
            label="Width"
            length={view.width}
            fault={fault('width')}
            onChange={(width) => put('width', { width })}
          />
          <LengthField
            label="Height"
            length={view.height}
            fault={fault('height')}
            onChange={(height) => put('height', { height })}
          />
          <SelectField
            label="True to scale"
            value={view.scale === null ? 'free' : 'true'}
            alternatives={[
              { value: 'free', label: 'no, a picture' },
              { value: 'true', label: 'yes, in millimetres' },
            ]}
            onChange={(value) => put('scale', { scale: value === 'true' ? '1' : null })}
          />
          {view.scale !== null && (
            <TextField
              label="One unit is … mm"
              inputMode="decimal"
              value={view.scale}
              fault={fault('scale')}
              onChange={(scale) => put('scale', { scale })}
            />
          )}
          <SelectField
            label="Ground"
            value={view.background === null ? '' : 'colour'}
            alternatives={[
              { value: '', label: 'none' },
              { value: 'colour', label: 'a colour' },
            ]}
            onChange={(value) => put('background', { background: value === '' ? null : '#f6f1e7' })}
          />
          {view.background !== null && (
            <HexField
              label="Its colour"
              colour={view.background}
              onChange={(background) => put('background', { background })}
            />
          )}
        </SimpleGrid>
      )}
      {open && view.scale !== null && (
        <WorkshopFields
          workshop={view.workshop}
          fault={fault}
          onChange={(tag, workshop) => put(`workshop ${tag}`, { workshop })}
        />
      )}
    </Stack>
  );
}

const lengthWords = (length: PictureLength) => (typeof length === 'string' ? length : 'grows');

/** How large it is, in few words. */
const sizeWords = ({ width, height, scale }: ProductView): string =>
  `${lengthWords(width)} × ${lengthWords(height)}${scale === null ? '' : scale === '1' ? ' mm, true to scale' : `, 1 : ${scale} mm`}`;
