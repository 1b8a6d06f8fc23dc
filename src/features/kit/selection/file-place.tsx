'use client';

import { Box, Button, chakra, HStack, SimpleGrid, Text } from '@chakra-ui/react';
import { RotateCcw, RotateCw } from 'lucide-react';
import { useId } from 'react';
import { FILE_PLACE_LIMITS, type FilePlace, isUnmoved, turnWithin, UNMOVED } from '@/core/selection';

const WORDS = {
  size: { title: 'Size', unit: ' %' },
  turn: { title: 'Turned', unit: '°' },
  across: { title: 'Across', unit: ' %' },
  down: { title: 'Down', unit: ' %' },
} as const satisfies Record<keyof FilePlace, object>;

/** Most are enlarged no further; a larger size can be reached by spreading two fingers. */
const USUAL_SIZE = 300;

/** In degrees. */
const QUARTER = 90;

/** How a picture that was given lies in its frame on the product’s picture, by sliders: for keys, and to the point. */
export function FilePlaceFields({
  name,
  place,
  onChange,
}: {
  /** of the file */
  name: string;
  place: FilePlace;
  onChange: (place: FilePlace) => void;
}) {
  return (
    <Box role="group" aria-label={`How ${name} lies`} mt="1.5" mb="2" px="2.5">
      <Text fontSize="xs" color="fg.muted">
        Drag it on the picture; two fingers turn it and make it larger.
      </Text>
      <SimpleGrid columns={2} gapX="5" gapY="1" my="1.5">
        {(Object.keys(WORDS) as (keyof FilePlace)[]).map((what) => (
          <PlaceSlider key={what} what={what} place={place} onChange={onChange} />
        ))}
      </SimpleGrid>
      <HStack gap="2">
        <Button
          size="xs"
          variant="outline"
          colorPalette="ink"
          onClick={() => onChange({ ...place, turn: turnWithin(place.turn + QUARTER) })}
        >
          <RotateCw size={13} aria-hidden /> Turn by a quarter
        </Button>
        {!isUnmoved(place) && (
          <Button size="xs" variant="ghost" colorPalette="ink" onClick={() => onChange(UNMOVED)}>
            <RotateCcw size={13} aria-hidden /> As it came
          </Button>
        )}
      </HStack>
    </Box>
  );
}

interface SliderProps {
  what: keyof FilePlace;
  place: FilePlace;
  onChange: (place: FilePlace) => void;
}

function PlaceSlider({ what, place, onChange }: SliderProps) {
  const id = useId();
  const { title, unit } = WORDS[what];
  const [least, most] = FILE_PLACE_LIMITS[what];
  const value = place[what];
  return (
    <Box>
      <HStack justify="space-between" fontSize="xs">
        <label htmlFor={id}>{title}</label>
        <Text as="span" color="fg.muted" aria-hidden css={{ fontVariantNumeric: 'tabular-nums' }}>
          {`${value}${unit}`.replace('-', '−')}
        </Text>
      </HStack>
      <chakra.input
        id={id}
        type="range"
        w="full"
        accentColor="copper.solid"
        min={least}
        max={what === 'size' ? Math.max(USUAL_SIZE, value) : most}
        step={1}
        value={value}
        aria-valuetext={`${value}${unit}`}
        onChange={({ target }) => onChange({ ...place, [what]: Number(target.value) })}
      />
    </Box>
  );
}
