'use client';

import { Button, HStack, SimpleGrid, Text } from '@chakra-ui/react';
import { floorOf } from '@/core/catalog';
import { type Program } from '@/core/compile';
import { Section, useEditing, useFaultAt } from '@/features/editors/frame';
import { orNull, WeightField } from '@/features/editors/fields';
import { fittingUnits } from '@/features/kit/shared';
import { SelectField, TextField } from '@/ui/field';
import { ChargeFields } from './charge-fields';
import { ContentsField } from './contents-field';
import { InLists } from './in-lists';

/** The unit that a formula's result is best priced by. */
function unitOfFormula(program: Program, key: string): string {
  const result = program.formulas.find((formula) => formula.key === key && formula.sheet === null)?.compiled.result;
  if (!result) return 'm2';
  return result.mass > 0 ? 'kg' : (['1', 'm', 'm2', 'm3'][result.length] ?? 'm2');
}

/** Base price, what it is for, the price it is compared with, and weight. */
export function PriceSection() {
  const { product, shop, surroundings, change, goTo } = useEditing();
  const { soldBy } = product;
  const unit = soldBy.kind === 'each' ? null : soldBy.unit;
  const compareFault = useFaultAt('wasPrice');
  const weightFault = useFaultAt('weight', 'value');
  const priceFault = useFaultAt('price');
  const floorFault = useFaultAt('marginFloor');
  return (
    <Section title="Price and unit" lead={`In ${shop.currency}. Options add to it; every line shows in the working.`}>
      <SoldBy />
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
          label="Was-price"
          value={product.wasPrice ?? ''}
          fault={compareFault}
          inputMode="decimal"
          placeholder="none"
          help="What it cost before: crossed out beside the price, where it was more."
          onChange={(value) => change('wasPrice', (draft) => void (draft.wasPrice = orNull(value)))}
        />
      </SimpleGrid>
      {product.parts.length > 0 && (
        <Text color="fg.muted">
          What its parts make of its price is said under{' '}
          <Button variant="plain" size="sm" px="0" h="auto" textDecoration="underline" onClick={() => goTo('parts')}>
            Parts
          </Button>
          . What it costs one by one stands in the place of a was-price.
        </Text>
      )}
      {soldBy.kind !== 'each' && <ChargeFields soldBy={soldBy} />}
      <WeightField
        label={
          product.parts.length > 0
            ? 'Weight beside its parts, such as its box'
            : unit === null
              ? 'Weight of one'
              : 'Weight per unit'
        }
        unit="kg"
        weight={product.weight}
        fault={weightFault}
        onChange={(weight) => change('weight', (draft) => void (draft.weight = weight))}
      />
      {soldBy.kind === 'each' && <ContentsField />}
      <TaxClass />
      <TextField
        label="Minimum margin (%)"
        value={product.marginFloor ?? ''}
        fault={floorFault}
        inputMode="decimal"
        placeholder={floorOf({ ...product, marginFloor: null }, surroundings.shop.marginFloors) ?? 'none'}
        help="Readiness warns where any selection earns less. Only you see it; settings say it for categories and the whole shop."
        onChange={(value) => change('marginFloor', (draft) => void (draft.marginFloor = orNull(value)))}
      />
      <InLists />
      {product.variants.some(({ price }) => price !== null) && (
        <Text color="fg.muted">Some variants have a price of their own, which takes the place of this one.</Text>
      )}
    </Section>
  );
}

function TaxClass() {
  const { product, shop, change } = useEditing();
  const taxFault = useFaultAt('taxClass');
  if (!shop.tax || shop.tax.classes.length < 2) return null;
  return (
    <SelectField
      label={`${shop.tax.name} as`}
      width="300px"
      value={product.taxClass ?? ''}
      fault={taxFault}
      alternatives={[
        { value: '', label: shop.tax.classes[0]?.title ?? '' },
        ...shop.tax.classes.slice(1).map(({ key, title }) => ({ value: key, label: title })),
      ]}
      onChange={(key) => change('taxClass', (draft) => void (draft.taxClass = orNull(key)))}
    />
  );
}

/** Whether it is sold one at a time or by what is measured of it, and what the price is for. */
function SoldBy() {
  const { product, program, change } = useEditing();
  const choiceFault = useFaultAt('soldBy', 'measure');
  const formulaFault = useFaultAt('soldBy', 'formula');
  const unitFault = useFaultAt('soldBy', 'unit');
  const measures = product.choices.filter(({ kind }) => kind === 'measure');
  const { soldBy } = product;
  const soldByAlternatives = [
    { value: 'each', label: 'the piece' },
    ...measures.map(({ key, title }) => ({ value: `measure:${key}`, label: `its ${title || key}` })),
    ...product.formulas
      .filter(({ serves }) => serves.kind === 'shown')
      .map(({ key, title }) => ({ value: `formula:${key}`, label: `${title || key}, as worked out` })),
  ];
  const setSoldBy = (value: string) =>
    change('soldBy', (draft) => {
      const key = value.slice(value.indexOf(':') + 1);
      const measure = draft.choices.find((choice) => choice.key === key);
      const charge = draft.soldBy.kind === 'each' ? null : draft.soldBy.charge;
      if (value.startsWith('formula:'))
        draft.soldBy = { kind: 'formula', formula: key, unit: unitOfFormula(program, key), charge };
      else if (value.startsWith('measure:') && measure?.kind === 'measure')
        draft.soldBy = { kind: 'measure', measure: key, unit: measure.unit, charge };
      else draft.soldBy = { kind: 'each' };
    });
  return (
    <HStack gap="4" align="start">
      <SelectField
        label="Sold by"
        value={
          soldBy.kind === 'measure'
            ? `measure:${soldBy.measure}`
            : soldBy.kind === 'formula'
              ? `formula:${soldBy.formula}`
              : 'each'
        }
        alternatives={soldByAlternatives}
        fault={choiceFault ?? formulaFault}
        help={
          measures.length === 0
            ? 'To sell it by length, area, volume or weight, add a choice that asks for a measure.'
            : undefined
        }
        onChange={setSoldBy}
      />
      {soldBy.kind !== 'each' && (
        <SelectField
          label="Price per"
          value={soldBy.unit}
          fault={unitFault}
          alternatives={fittingUnits(soldBy.unit)}
          onChange={(value) =>
            change('soldBy', (draft) => {
              if (draft.soldBy.kind !== 'each') draft.soldBy.unit = value;
            })
          }
        />
      )}
    </HStack>
  );
}
