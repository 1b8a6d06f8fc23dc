'use client';

import { HStack, SimpleGrid, Text } from '@chakra-ui/react';
import { fittingUnits } from '@/features/shared/unit-alternatives';
import { SelectField, TextField } from '@/ui/field';
import { useEditing, useFaultAt } from '@/features/choice-editor/editing';
import { orNull } from '@/features/choice-editor/or-null';
import { Section } from '@/features/choice-editor/section';
import { WeightField } from '@/features/choice-editor/weight-field';

/** Base price, what it is for, the price it is compared with, and weight. */
export function PriceSection() {
  const { product, shop, change } = useEditing();
  const measures = product.choices.filter(({ kind }) => kind === 'measure');
  const { soldBy } = product;
  const unit = soldBy.kind === 'measure' ? soldBy.unit : null;
  const soldByAlternatives = [
    { value: 'each', label: 'one at a time' },
    ...measures.map(({ key, title }) => ({ value: key, label: `by its ${title || key}` })),
  ];
  const setSoldBy = (value: string) =>
    change('soldBy', (draft) => {
      const measure = draft.choices.find(({ key }) => key === value);
      draft.soldBy = measure?.kind === 'measure' ? { kind: 'measure', measure: measure.key, unit: measure.unit } : { kind: 'each' };
    });
  const compareFault = useFaultAt('compareAt');
  const measureFault = useFaultAt('soldBy', 'measure');
  const unitFault = useFaultAt('soldBy', 'unit');
  const weightFault = useFaultAt('weight', 'value');
  const priceFault = useFaultAt('price');
  return (
    <Section title="Price and unit" lead={`In ${shop.currency}. Options add to it; every line shows in the working.`}>
      <HStack gap="4" align="start">
        <SelectField
          label="It is sold"
          value={soldBy.kind === 'measure' ? soldBy.measure : 'each'}
          alternatives={soldByAlternatives}
          fault={measureFault}
          help={measures.length === 0 ? 'To sell it by length, area, volume or weight, add a choice that asks for a measure.' : undefined}
          onChange={setSoldBy}
        />
        {unit !== null && (
          <SelectField
            label="The price is for one of these"
            value={unit}
            fault={unitFault}
            alternatives={fittingUnits(unit)}
            onChange={(value) =>
              change('soldBy', (draft) => {
                if (draft.soldBy.kind === 'measure') draft.soldBy.unit = value;
              })
            }
          />
        )}
      </HStack>
      <SimpleGrid columns={2} gap="4">
        <TextField
          label={unit === null ? 'Base price' : 'Base price per unit'}
          value={product.price ?? ''}
          fault={priceFault}
          inputMode="decimal"
          placeholder="0.00"
          onChange={(value) => change('price', (draft) => void (draft.price = orNull(value)))}
        />
        <TextField
          label="Compare-at price"
          value={product.compareAt ?? ''}
          fault={compareFault}
          inputMode="decimal"
          placeholder="none"
          help="Crossed out beside the price, where it is higher."
          onChange={(value) => change('compareAt', (draft) => void (draft.compareAt = orNull(value)))}
        />
      </SimpleGrid>
      <WeightField
        label={unit === null ? 'Weight of one' : 'Weight per unit'}
        unit="kg"
        weight={product.weight}
        fault={weightFault}
        onChange={(weight) => change('weight', (draft) => void (draft.weight = weight))}
      />
      {product.variants.some(({ price }) => price !== null) && <Text color="fg.muted">Some variants have a price of their own, which takes the place of this one.</Text>}
    </Section>
  );
}
