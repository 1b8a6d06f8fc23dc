'use client';

import { Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type Facet, facets, type QuantityPlace, saysNothing } from '@/core/catalog';
import { orNull, PlaceWord } from '@/features/editors/fields';
import { type QuantityRulesView } from '@/services/settings/quantity-rules';
import { SelectField } from '@/ui/field';

const FACETS: Readonly<Record<Facet, string>> = {
  plain: 'that come one by one',
  variants: 'with variants',
  measured: 'sold by measure',
  kit: 'that are kits',
  build: 'that are built',
};
const ANY_FACET = [
  { value: '', label: 'of any kind' },
  ...facets.map((facet) => ({ value: facet, label: FACETS[facet] })),
];

const NOWHERE: QuantityPlace = { category: null, supplier: null, tag: null, facet: null };

function oneWords({ category, supplier, tag, facet }: QuantityPlace): string {
  return (
    [
      category === null ? '' : `of ${category}`,
      supplier === null ? '' : `by ${supplier}`,
      tag === null ? '' : `with the tag ${tag}`,
      facet === null ? '' : FACETS[facet],
    ]
      .filter(Boolean)
      .join(' ') || 'nowhere'
  );
}

/** On which products a rule is placed: `on products of Bottling or with the tag wax`. */
export function placeWords(places: readonly QuantityPlace[]): string {
  return places.length === 0 ? 'On every product' : `On products ${places.map(oneWords).join(', or ')}`;
}

interface Props {
  places: readonly QuantityPlace[];
  suggestions: QuantityRulesView['suggestions'];
  /** what is said where there is no condition */
  everywhere?: string;
  onChange: (places: QuantityPlace[]) => void;
}

/** The conditions that place a rule on products, also on those added later; each reads as a sentence. */
export function PlaceFields({
  places,
  suggestions,
  everywhere = 'On every product, unless a nearer rule holds.',
  onChange,
}: Props) {
  const edit = (index: number, change: Partial<QuantityPlace>) =>
    onChange(places.map((place, at) => (at === index ? { ...place, ...change } : place)));
  return (
    <Stack gap="2" align="start">
      {places.length === 0 && <Text>{everywhere}</Text>}
      {places.map((place, index) => (
        <HStack key={index} borderWidth="1px" borderColor="border" borderRadius="l2" px="3" py="2" gap="2" wrap="wrap">
          <Text>{index === 0 ? 'On products' : 'and on products'}</Text>
          <PlaceWord
            words="of the category"
            label={`Condition ${index + 1}: category`}
            value={place.category}
            list={suggestions.categories}
            onChange={(category) => edit(index, { category: orNull(category) })}
          />
          <PlaceWord
            words="by the supplier"
            label={`Condition ${index + 1}: supplier`}
            value={place.supplier}
            list={suggestions.suppliers}
            onChange={(supplier) => edit(index, { supplier: orNull(supplier) })}
          />
          <PlaceWord
            words="with the tag"
            label={`Condition ${index + 1}: tag`}
            value={place.tag}
            list={suggestions.tags}
            onChange={(tag) => edit(index, { tag: orNull(tag) })}
          />
          <SelectField
            label={`Condition ${index + 1}: kind`}
            hideLabel
            small
            width="180px"
            value={place.facet ?? ''}
            alternatives={ANY_FACET}
            onChange={(facet) => edit(index, { facet: facets.find((known) => known === facet) ?? null })}
          />
          <IconButton
            aria-label={`Remove condition ${index + 1}`}
            size="xs"
            variant="ghost"
            colorPalette="brick"
            onClick={() => onChange(places.filter((_, at) => at !== index))}
          >
            <Trash2 size={14} />
          </IconButton>
          {saysNothing(place) && place.facet === null && (
            <Text fontSize="sm" color="oak.fg" w="full">
              Say at least one of these; as it stands it places the rule nowhere.
            </Text>
          )}
        </HStack>
      ))}
      <Button
        size="sm"
        variant="ghost"
        colorPalette="ink"
        disabled={places.length >= 20}
        onClick={() => onChange([...places, { ...NOWHERE }])}
      >
        <Plus size={14} aria-hidden /> {places.length === 0 ? 'Only on some products' : 'Add a condition'}
      </Button>
    </Stack>
  );
}
