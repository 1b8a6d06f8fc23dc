'use client';

import { HStack, Text } from '@chakra-ui/react';
import { formulaName, propertyText, readProperty } from '@/core/catalog';
import { faultWords } from '@/core/words';
import { Section, useEditing } from '@/features/editors/frame';
import { PropertiesField } from '@/features/editors/fields';
import { EmptyPlace } from '@/ui/text';

/** What the product measures or is, for what it must fit and for formulas of what it is put into. */
export function PropertiesSection() {
  const { product, program, findings, change } = useEditing();
  const faultOf = (name: string) => {
    const found = findings.find(({ path }) => path[0] === 'properties' && path[1] === name);
    return found && faultWords(found.data);
  };
  const elsewhere = [...program.properties.values()].filter(
    ({ byOption, formula }) => byOption.length > 0 || formula !== null,
  );
  return (
    <Section
      title="Properties"
      lead="What it measures or is: a height, a number of frames, a timber. Builds ask for them, to see what fits and to add up."
    >
      {Object.keys(product.properties).length === 0 && elsewhere.length === 0 && (
        <EmptyPlace title="Nothing is said of it yet">
          Give it a property such as “footprint” with 465 mm, and slots can ask for what has the same.
        </EmptyPlace>
      )}
      <PropertiesField
        properties={product.properties}
        faultOf={faultOf}
        onChange={(properties) => change('properties', (draft) => void (draft.properties = properties))}
      />
      {elsewhere.map(({ name, own, byOption, formula }) => (
        <HStack key={name} gap="2" fontSize="sm" color="fg.muted">
          <Text fontFamily="mono">{name}</Text>
          <Text>
            {formula !== null
              ? `is worked out by ${program.formulas[formula]?.title ?? 'a formula'}`
              : `follows from ${byOption.map(({ choice }) => program.choices[choice]?.title ?? '').join(', ')}`}
            {own ? `, else ${propertyText(own)}` : ''}
          </Text>
        </HStack>
      ))}
      {Object.entries(product.properties).length > 0 && (
        <Text fontSize="sm" color="fg.muted">
          In formulas of a build with this product in the slot “boxes”:{' '}
          {Object.entries(product.properties)
            .filter(([, property]) => readProperty(property)?.kind === 'quantity')
            .map(([name]) => `sum(boxes.${formulaName(name)})`)
            .slice(0, 3)
            .join(', ') || 'only numbers can be added up'}
          .
        </Text>
      )}
    </Section>
  );
}
