'use client';

import { Button, HStack, Stack, Text } from '@chakra-ui/react';
import { CopyPlus, Layers } from 'lucide-react';
import { useState } from 'react';
import { placementSchema, placementsOf } from '@/core/catalog';
import { insideNameOf } from '@/core/words';
import { SelectField } from '@/ui/field';
import { EmptyPlace } from '@/ui/text';
import { Section, useEditing } from '@/features/editors/frame';
import { AddChoice } from './add-choice';
import { CopyChoices } from './copy-choices';
import { choiceKindsHere } from './kinds';

/**
 * What customers are asked: a choice is added as a sentence, copied, or placed with a sheet; and what is asked already.
 */
export function Choices() {
  const { product, productId, surroundings, change, goTo } = useEditing();
  const [copying, setCopying] = useState(false);
  const placed = new Set(placementsOf(product, surroundings.sheets.values()).map((placement) => placement.key));
  const sheets = [...surroundings.sheets.values()].filter((sheet) => !placed.has(sheet.key));
  const place = (key: string) => {
    // One that was left out before comes back as it is.
    change(
      `place sheet ${key}`,
      (draft) =>
        void (draft.sheets = [
          ...draft.sheets.filter((placement) => placement.key !== key),
          placementSchema.parse({ key }),
        ]),
    );
    goTo(`sheet:${key}`);
  };
  return (
    <Section title="Choices" lead="What customers are asked, in the order of the page.">
      <AddChoice />
      <HStack gap="3" wrap="wrap">
        <Button variant="outline" size="sm" colorPalette="ink" onClick={() => setCopying(true)}>
          <CopyPlus size={15} aria-hidden /> Copy from a product or sheet
        </Button>
        {productId !== null && sheets.length > 0 && (
          <HStack gap="1.5">
            <Layers size={16} aria-hidden />
            <SelectField
              label="Place a sheet"
              hideLabel
              small
              width="230px"
              value=""
              alternatives={[
                { value: '', label: 'Place a sheet …' },
                ...sheets.map(({ key, title: name }) => ({ value: key, label: name })),
              ]}
              onChange={(key) => key !== '' && place(key)}
            />
          </HStack>
        )}
      </HStack>
      {product.choices.length === 0 ? (
        <EmptyPlace title="Customers choose nothing yet">
          {productId === null
            ? 'A sheet is worth placing when it has choices.'
            : 'The product is sold as it is until it has a choice.'}
        </EmptyPlace>
      ) : (
        <Stack gap="1">
          {product.choices.map((choice) => (
            <Button
              key={choice.key}
              variant="ghost"
              colorPalette="oak"
              justifyContent="start"
              h="auto"
              py="2"
              onClick={() => goTo(`choice:${choice.key}`)}
            >
              <Text as="span" fontWeight="600">
                {insideNameOf(choice)}
              </Text>
              <Text as="span" color="fg.muted" fontWeight="400">
                {choiceKindsHere[choice.kind].words}
              </Text>
            </Button>
          ))}
        </Stack>
      )}
      <CopyChoices open={copying} onClose={() => setCopying(false)} />
    </Section>
  );
}
