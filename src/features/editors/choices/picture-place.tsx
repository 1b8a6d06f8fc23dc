'use client';

import { Box, chakra, SimpleGrid, Text } from '@chakra-ui/react';
import { DndContext, KeyboardSensor, PointerSensor, useDraggable, useSensor, useSensors } from '@dnd-kit/core';
import { useRef, useState } from 'react';
import { type Choice, type PicturePlace } from '@/core/catalog';
import { MeasureLine } from '@/features/kit/selection';
import { SelectField, TextField } from '@/ui/field';
import { LayeredPicture } from '@/ui/layered-picture';
import { useEditing } from '@/features/editors/frame';
import { type KindProps } from './kind-fields';

const PLACES = [
  { value: '', label: 'is not on the picture' },
  { value: 'label', label: 'is written on the picture' },
  { value: 'input', label: 'can be typed on the picture' },
];

const START: Omit<PicturePlace, 'as'> = { x: 50, y: 80, along: 'across', span: 60 };

/** Measures begin so far above one another, in percent of the picture. */
const APART = 12;

/** Where a new measure begins: below the others, or above them where there is no more room. */
function freeStart(choices: readonly Choice[], own: string): typeof START {
  const taken = choices.flatMap((choice) =>
    choice.kind === 'measure' && choice.key !== own && choice.onPicture ? [choice.onPicture.y] : [],
  );
  const heights = Array.from({ length: 7 }, (_, place) => START.y - place * APART);
  return {
    ...START,
    y: heights.find((height) => taken.every((other) => Math.abs(other - height) >= APART)) ?? START.y,
  };
}
const within = (value: number, least: number, most: number) =>
  Math.min(most, Math.max(least, Math.round(value * 10) / 10));

/** Where a measure stands on the product's picture: dragged there, moved with the arrow keys, or given by number. */
export function PicturePlaceFields({ choice, edit }: Pick<KindProps<'measure'>, 'choice' | 'edit'>) {
  const { product } = useEditing();
  const [picture] = product.pictures;
  const place = choice.onPicture;
  const change = (tag: string, part: Partial<PicturePlace>) =>
    edit(
      `onPicture ${tag}`,
      (draft) => draft.kind === 'measure' && draft.onPicture !== null && void Object.assign(draft.onPicture, part),
    );
  return (
    <Box as="section" aria-label="On the picture">
      <Box maxW="340px">
        <SelectField
          label={`${choice.title || 'The measure'} …`}
          value={place?.as ?? ''}
          alternatives={PLACES}
          onChange={(as) =>
            edit('onPicture', (draft) => {
              if (draft.kind !== 'measure') return;
              draft.onPicture =
                as === 'label' || as === 'input'
                  ? { ...freeStart(product.choices, choice.key), ...draft.onPicture, as }
                  : null;
            })
          }
        />
      </Box>
      {place && (
        <>
          {picture ? (
            <PlaceOnPicture
              src={picture.src}
              place={place}
              title={choice.title}
              onMove={(x, y) => change('drag', { x, y })}
            />
          ) : (
            <Text fontSize="sm" color="fg.muted" mt="2">
              Give the product a picture to drag it there; until then it can be placed by number.
            </Text>
          )}
          <SimpleGrid columns={4} gap="3" mt="3">
            <PercentField label="From the left (%)" value={place.x} least={0} onChange={(x) => change('x', { x })} />
            <PercentField label="From the top (%)" value={place.y} least={0} onChange={(y) => change('y', { y })} />
            <SelectField
              label="The line runs"
              value={place.along}
              alternatives={[
                { value: 'across', label: 'across' },
                { value: 'upright', label: 'upright' },
              ]}
              onChange={(along) => change('along', { along: along === 'upright' ? 'upright' : 'across' })}
            />
            <PercentField
              label="Its length (%)"
              value={place.span}
              least={5}
              onChange={(span) => change('span', { span })}
            />
          </SimpleGrid>
        </>
      )}
    </Box>
  );
}

/** The text of a percentage; what is none stays in the field, with what would be right. */
function PercentField({
  label,
  value,
  least,
  onChange,
}: {
  label: string;
  value: number;
  least: number;
  onChange: (value: number) => void;
}) {
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <TextField
      label={label}
      inputMode="decimal"
      value={wrong ?? String(value)}
      fault={wrong === null ? undefined : `A number from ${least} to 100.`}
      onChange={(text) => {
        const number = Number(text.trim().replace(',', '.'));
        const right = text.trim() !== '' && number >= least && number <= 100;
        setWrong(right ? null : text);
        if (right) onChange(number);
      }}
    />
  );
}

function PlaceOnPicture({
  src,
  place,
  title,
  onMove,
}: {
  src: string;
  place: PicturePlace;
  title: string;
  onMove: (x: number, y: number) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const sensors = useSensors(useSensor(PointerSensor), useSensor(KeyboardSensor));
  const [moving, setMoving] = useState<{ x: number; y: number } | null>(null);
  const inPercent = (delta: { x: number; y: number }) => {
    const box = frame.current?.getBoundingClientRect();
    return {
      x: within(place.x + (delta.x / (box?.width ?? 1)) * 100, 0, 100),
      y: within(place.y + (delta.y / (box?.height ?? 1)) * 100, 0, 100),
    };
  };
  const stop = () => setMoving(null);
  return (
    <DndContext
      sensors={sensors}
      onDragMove={({ delta }) => setMoving(inPercent(delta))}
      onDragCancel={stop}
      onDragEnd={({ delta }) => {
        stop();
        const { x, y } = inPercent(delta);
        if (x !== place.x || y !== place.y) onMove(x, y);
      }}
    >
      <Box
        position="relative"
        mt="3"
        maxW="420px"
        aspectRatio={4 / 3}
        bg="bg.muted"
        borderWidth="1px"
        borderColor="border"
        borderRadius="l2"
        overflow="hidden"
      >
        <LayeredPicture layers={[{ src, alt: '' }]} title="The picture" frameRef={frame} w="full" h="full">
          <MeasureLine place={{ ...place, ...moving }}>
            <Handle title={title} />
          </MeasureLine>
        </LayeredPicture>
      </Box>
      <Text fontSize="xs" color="fg.muted" mt="1">
        Drag it along the edge that it measures; with the keyboard, press Enter on it, use the arrows, and press Enter
        again.
      </Text>
    </DndContext>
  );
}

function Handle({ title }: { title: string }) {
  const { attributes, listeners, setNodeRef } = useDraggable({ id: 'measure' });
  return (
    <chakra.button
      ref={setNodeRef}
      type="button"
      {...attributes}
      {...listeners}
      aria-label={`Move ${title} on the picture`}
      cursor="grab"
      touchAction="none"
      bg="ink.900"
      color="white"
      borderRadius="l1"
      px="2"
      py="0.5"
      fontSize="sm"
      fontWeight="600"
      whiteSpace="nowrap"
    >
      {title || 'Measure'}
    </chakra.button>
  );
}
