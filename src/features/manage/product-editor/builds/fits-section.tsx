'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type Fit, fitSchema, freeKey } from '@/core/catalog';
import { type ComponentProgram, placesOf } from '@/core/compile';
import { type Comparison } from '@/core/conditions';
import { COMPARISON_WORDS, faultWords } from '@/core/words';
import { Section, useEditing } from '@/features/editors/frame';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { EmptyPlace } from '@/ui/text';

const COMPARISONS = Object.entries(COMPARISON_WORDS).map(([value, words]) => ({
  value,
  label: words.replace(/^is$/, 'is the same as'),
}));

/** What must fit together, each as a sentence: the footprint of the roof is the same as the footprint of the box. */
export function FitsSection() {
  const { product, program, findings, change } = useEditing();
  const places = placesOf(program.kit);
  const [first, second = first] = places;
  const add = () => {
    if (!first || !second) return;
    const [property = ''] = sharedProperties(first, second);
    change(
      'add fit',
      (draft) =>
        void draft.fits.push(
          fitSchema.parse({
            key: freeKey(
              `${second.key} ${first.key}`,
              draft.fits.map(({ key }) => key),
              'fit',
            ),
            place: second.key,
            property: property || 'height',
            other: { place: first.key, property: property || 'height' },
          }),
        ),
    );
  };
  const addButton = (
    <Button size="sm" variant="outline" onClick={add} disabled={places.length === 0}>
      <Plus size={14} aria-hidden /> Add a fit rule
    </Button>
  );
  return (
    <Section
      title="Fit rules"
      lead="Sentences over properties of what is in two slots or parts. What does not fit is not offered, and says why."
      actions={product.fits.length > 0 ? addButton : undefined}
    >
      {product.fits.length === 0 && (
        <EmptyPlace
          title={places.length === 0 ? 'Nothing is put together yet' : 'Everything goes with everything'}
          action={places.length > 0 ? addButton : undefined}
        >
          {places.length === 0
            ? 'Add a slot under Choices, or a part; then choose here what of them must be the same.'
            : 'Choose what must be the same: the footprint of the roof and the footprint of the box.'}
        </EmptyPlace>
      )}
      {product.fits.map((fit, index) => (
        <Sentence
          key={fit.key}
          fit={fit}
          index={index}
          places={places}
          faults={findings
            .filter(({ path }) => path[0] === 'fits' && path[1] === index)
            .map(({ data }) => faultWords(data))}
        />
      ))}
    </Section>
  );
}

interface SentenceProps {
  fit: Fit;
  index: number;
  places: readonly ComponentProgram[];
  faults: readonly string[];
}

function Sentence({ fit, index, places, faults }: SentenceProps) {
  const { change } = useEditing();
  const edit = (tag: string, recipe: (draft: Fit) => void) =>
    change(`fit ${fit.key} ${tag}`, (draft) => {
      const found = draft.fits[index];
      if (found) recipe(found);
    });
  const name = `Fit rule ${index + 1}`;
  return (
    <Box
      as="section"
      aria-label={name}
      borderWidth="1px"
      borderColor={faults.length > 0 ? 'brick.border' : 'border'}
      borderRadius="l3"
      bg="bg.panel"
      px="3"
      py="3"
    >
      <Stack gap="2.5">
        <SentenceParts fit={fit} index={index} places={places} name={name} edit={edit} />
        <Box maxW="520px">
          <TextField
            label="Told to customers where it does not fit"
            value={fit.reason}
            maxLength={300}
            placeholder="the two measures"
            onChange={(reason) => edit('reason', (draft) => void (draft.reason = reason))}
          />
        </Box>
        {faults.map((fault) => (
          <FaultLine key={fault}>{fault}</FaultLine>
        ))}
      </Stack>
    </Box>
  );
}

function propertiesOf(place: ComponentProgram | undefined): string[] {
  return [...new Set(place?.candidates.flatMap(({ program }) => [...program.properties.keys()]))];
}

function sharedProperties(one: ComponentProgram, other: ComponentProgram): string[] {
  const theirs = propertiesOf(other);
  return propertiesOf(one).filter((property) => theirs.includes(property));
}

/** The sentence itself: which property of what stands how to which of what else. */
function SentenceParts({
  fit,
  index,
  places,
  name,
  edit,
}: Omit<SentenceProps, 'faults'> & { name: string; edit: (tag: string, recipe: (draft: Fit) => void) => void }) {
  const { change } = useEditing();
  const alternatives = (key: string) => [
    ...places.map((place) => ({ value: place.key, label: place.title })),
    ...(places.some((place) => place.key === key) ? [] : [{ value: key, label: `${key} (gone)` }]),
  ];
  const properties = (place: string, current: string) => {
    const names = propertiesOf(places.find(({ key }) => key === place));
    return [...names, ...(names.includes(current) ? [] : [current])].map((property) => ({
      value: property,
      label: property,
    }));
  };
  return (
    <HStack gap="2" wrap="wrap">
      <Text>The</Text>
      <SelectField
        small
        hideLabel
        label={`${name}: property`}
        width="130px"
        value={fit.property}
        alternatives={properties(fit.place, fit.property)}
        onChange={(property) =>
          edit('property', (draft) => {
            if (draft.other.property === draft.property) draft.other.property = property;
            draft.property = property;
          })
        }
      />
      <Text>of</Text>
      <SelectField
        small
        hideLabel
        label={`${name}: place`}
        width="150px"
        value={fit.place}
        alternatives={alternatives(fit.place)}
        onChange={(place) => edit('place', (draft) => void (draft.place = place))}
      />
      <SelectField
        small
        hideLabel
        label={`${name}: how`}
        width="150px"
        value={fit.compare}
        alternatives={COMPARISONS}
        onChange={(compare) => edit('compare', (draft) => void (draft.compare = compare as Comparison))}
      />
      <Text>the</Text>
      <SelectField
        small
        hideLabel
        label={`${name}: other property`}
        width="130px"
        value={fit.other.property}
        alternatives={properties(fit.other.place, fit.other.property)}
        onChange={(property) => edit('other property', (draft) => void (draft.other.property = property))}
      />
      <Text>of</Text>
      <SelectField
        small
        hideLabel
        label={`${name}: other place`}
        width="150px"
        value={fit.other.place}
        alternatives={alternatives(fit.other.place)}
        onChange={(place) => edit('other place', (draft) => void (draft.other.place = place))}
      />
      <IconButton
        aria-label={`Remove ${name.toLowerCase()}`}
        size="xs"
        variant="ghost"
        colorPalette="brick"
        onClick={() => change(`remove fit ${fit.key}`, (draft) => void draft.fits.splice(index, 1))}
      >
        <Trash2 size={14} />
      </IconButton>
    </HStack>
  );
}
