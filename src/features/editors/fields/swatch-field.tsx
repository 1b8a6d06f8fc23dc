'use client';

import { Box, Button, chakra, HStack, IconButton, Popover, Portal, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { Plus, X } from 'lucide-react';
import { matchSorter } from 'match-sorter';
import { useState } from 'react';
import { type Option, type Swatch } from '@/core/catalog';
import { MOST_COLOURS, readColour, readColours } from '@/core/colour';
import { TypedInput } from '@/ui/field';
import { swatchBackground } from '@/ui/swatch-background';
import { useEditing } from '@/features/editors/frame';
import { PictureField } from './picture-field';

type Coloured = Pick<Option, 'colours' | 'swatch' | 'texture'>;

interface Props {
  /** what it is the colour of, for those who listen */
  name: string;
  option: Coloured;
  onChange: (colours: Coloured) => void;
}

const MOST_SHOWN = 60;

/** The colour of an option: a swatch of the book by reference, or colours or a texture of its own. */
export function SwatchField({ name, option, onChange }: Props) {
  const { surroundings } = useEditing();
  const book = [...surroundings.swatches.values()];
  const swatch = option.swatch === null ? undefined : surroundings.swatches.get(option.swatch);
  const shown = swatch ? { colours: swatch.colours, texture: swatch.picture } : option;
  return (
    <Popover.Root positioning={{ placement: 'bottom-start' }} lazyMount unmountOnExit>
      <Popover.Trigger asChild>
        <chakra.button
          type="button"
          aria-label={`Colour of ${name}${swatch ? `: ${swatch.name}` : ''}`}
          w="28px"
          h="28px"
          flexShrink={0}
          borderRadius="48% 52% 50% 50%"
          borderWidth="1px"
          borderColor="border.emphasized"
          cursor="pointer"
          style={swatchBackground(shown)}
        />
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="bg.panel" w="340px" aria-label={`Colour of ${name}`}>
            <Popover.Body p="3">
              <Stack gap="3">
                {book.length > 0 && (
                  <FromTheBook
                    book={book}
                    picked={option.swatch}
                    onPick={(key) => onChange({ swatch: key, colours: [], texture: null })}
                  />
                )}
                {swatch ? (
                  <HStack justify="space-between">
                    <Text fontSize="sm">
                      Follows <b>{swatch.name}</b> of the swatch book.
                    </Text>
                    <Button
                      size="xs"
                      variant="outline"
                      colorPalette="ink"
                      onClick={() => onChange({ swatch: null, colours: [...swatch.colours], texture: swatch.picture })}
                    >
                      Unlink
                    </Button>
                  </HStack>
                ) : (
                  <Box>
                    <Text fontSize="sm" fontWeight="600" mb="1.5">
                      Own colours, or a texture
                    </Text>
                    <OwnColours
                      name={name}
                      colours={option.colours}
                      onChange={(colours) => onChange({ swatch: null, colours, texture: option.texture })}
                    />
                    <Box mt="2">
                      <PictureField
                        label="Texture picture"
                        src={option.texture}
                        onChange={(texture) => onChange({ swatch: null, colours: option.colours, texture })}
                      />
                    </Box>
                  </Box>
                )}
              </Stack>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}

/** One to three colours, each picked or typed as hex, RGB or CIELAB. */
export function OwnColours({
  name,
  colours,
  onChange,
}: {
  name: string;
  colours: readonly string[];
  onChange: (colours: string[]) => void;
}) {
  return (
    <Stack gap="1.5">
      {colours.map((colour, index) => (
        <HStack key={index} gap="2">
          <chakra.input
            type="color"
            aria-label={`Colour ${index + 1} of ${name}, picked`}
            w="34px"
            h="30px"
            p="0"
            borderWidth="0"
            bg="transparent"
            cursor="pointer"
            value={readColour(colour) ?? '#888888'}
            onChange={(event) =>
              onChange(colours.map((other, position) => (position === index ? event.target.value : other)))
            }
          />
          <ColourText
            name={`Colour ${index + 1} of ${name}`}
            colour={colour}
            onChange={(text) => onChange(colours.map((other, position) => (position === index ? text : other)))}
            onSeveral={(read) => onChange(colours.toSpliced(index, 1, ...read).slice(0, MOST_COLOURS))}
          />
          <IconButton
            aria-label={`Take colour ${index + 1} from ${name}`}
            size="xs"
            variant="ghost"
            colorPalette="brick"
            onClick={() => onChange(colours.filter((_, position) => position !== index))}
          >
            <X size={13} />
          </IconButton>
        </HStack>
      ))}
      {colours.length < MOST_COLOURS && (
        <Button
          size="xs"
          variant="outline"
          colorPalette="ink"
          alignSelf="start"
          onClick={() => onChange([...colours, '#8a7f6c'])}
        >
          <Plus size={13} aria-hidden /> {colours.length === 0 ? 'Add a colour' : 'Add another colour beside it'}
        </Button>
      )}
    </Stack>
  );
}

interface ColourTextProps {
  name: string;
  colour: string;
  onChange: (text: string) => void;
  /** takes two or three that are typed at once */
  onSeveral: (colours: readonly string[]) => void;
}

/** A colour as text; what can be read in another notation becomes its hex form when the field is left. */
function ColourText({ name, colour, onChange, onSeveral }: ColourTextProps) {
  return (
    <TypedInput
      aria-label={name}
      size="sm"
      flex="1"
      fontFamily="mono"
      maxLength={80}
      placeholder="#5b7a5e, navy, rgb(…), or two: navy / ivory"
      borderColor={readColours(colour) === null ? 'brick.solid' : 'border.emphasized'}
      value={colour}
      onChange={onChange}
      onLeave={(text) => {
        const [first, ...more] = readColours(text) ?? [];
        if (first === undefined) return;
        if (more.length > 0) onSeveral([first, ...more]);
        else if (first !== text) onChange(first);
      }}
    />
  );
}

/** The swatches of the book, as they are looked for. */
function FromTheBook({
  book,
  picked,
  onPick,
}: {
  book: readonly Swatch[];
  picked: string | null;
  onPick: (key: string) => void;
}) {
  const [search, setSearch] = useState('');
  const found = (
    search.trim() === '' ? book : matchSorter([...book], search, { keys: ['name', 'family', 'supplierCode'] })
  ).slice(0, MOST_SHOWN);
  return (
    <>
      <TypedInput
        size="sm"
        aria-label="Search the swatch book"
        placeholder="Search the swatch book"
        value={search}
        onChange={setSearch}
      />
      <SimpleGrid columns={6} gap="1.5" maxH="170px" overflowY="auto" p="1">
        {found.map((entry) => (
          <chakra.button
            key={entry.key}
            type="button"
            title={entry.name}
            aria-label={entry.name}
            aria-pressed={entry.key === picked}
            h="34px"
            borderRadius="48% 52% 50% 50%"
            borderWidth={entry.key === picked ? '3px' : '1px'}
            borderColor={entry.key === picked ? 'copper.solid' : 'border.emphasized'}
            cursor="pointer"
            style={swatchBackground({ colours: entry.colours, texture: entry.picture })}
            onClick={() => onPick(entry.key)}
          />
        ))}
      </SimpleGrid>
      {found.length === 0 && (
        <Text fontSize="sm" color="fg.muted">
          The book has no swatch like “{search}”.
        </Text>
      )}
    </>
  );
}
