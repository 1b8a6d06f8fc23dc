'use client';

import { Button, chakra, HStack, Stack, Text } from '@chakra-ui/react';
import { CopyPlus, Layers, Plus } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { type ChoiceKind, choiceKinds, freeKey, insideNameOf, placementSchema, placementsOf } from '@/core/catalog';
import { SelectField, TextField } from '@/ui/field';
import { EmptyPlace } from '@/ui/text';
import { useEditing } from '../editor-kit/editing';
import { Section } from '../editor-kit/section';
import { CopyChoices } from './copy-choices';
import { choiceKindsHere } from './kinds';
import { newChoice } from './new-choice';

/** Kinds that need no title to be added. */
const UNTITLED: readonly ChoiceKind[] = ['divider', 'paragraph'];

/** Adds a choice, as a sentence, and lists what is asked already. */
export function Choices() {
  const { product, productId, surroundings, change, goTo } = useEditing();
  const [title, setTitle] = useState('');
  const [kind, setKind] = useState<ChoiceKind>('list');
  const [fault, setFault] = useState<string>();
  const [copying, setCopying] = useState(false);

  const add = (event: FormEvent) => {
    event.preventDefault();
    if (title.trim() === '' && !UNTITLED.includes(kind)) {
      setFault('Say what customers are asked for, such as Cloth colour.');
      return;
    }
    const key = freeKey(title || kind, product.choices.map((choice) => choice.key), 'choice');
    change(`add choice ${key}`, (draft) => void draft.choices.push(newChoice(kind, key, title.trim())));
    goTo(`choice:${key}`);
  };
  const placed = new Set(placementsOf(product, surroundings.sheets.values()).map((placement) => placement.key));
  const sheets = [...surroundings.sheets.values()].filter((sheet) => !placed.has(sheet.key));
  const place = (key: string) => {
    // One that was left out before comes back as it is.
    change(`place sheet ${key}`, (draft) => void (draft.sheets = [...draft.sheets.filter((placement) => placement.key !== key), placementSchema.parse({ key })]));
    goTo(`sheet:${key}`);
  };
  return (
    <Section title="Choices" lead="What customers are asked, in the order of the page.">
      <form onSubmit={add}>
        <HStack gap="3" align="start" p="4" bg="bg.panel" borderWidth="1px" borderRadius="l3" wrap="wrap">
          <chakra.div flex="1 1 150px">
            <TextField label="Ask customers for" value={title} fault={fault} maxLength={120} placeholder="Cloth colour" onChange={setTitle} />
          </chakra.div>
          <SelectField label="as" value={kind} width="226px" alternatives={choiceKinds.map((value) => ({ value, label: choiceKindsHere[value].words }))} onChange={(value) => setKind(choiceKinds.find((candidate) => candidate === value) ?? 'list')} />
          <Button type="submit" mt="26px">
            <Plus size={16} aria-hidden /> Add choice
          </Button>
        </HStack>
      </form>
      <HStack gap="3" wrap="wrap">
        <Button variant="outline" size="sm" colorPalette="ink" onClick={() => setCopying(true)}>
          <CopyPlus size={15} aria-hidden /> Copy from a product or sheet
        </Button>
        {productId !== null && sheets.length > 0 && (
          <HStack gap="1.5">
            <Layers size={16} aria-hidden />
            <SelectField label="Place a sheet" hideLabel small width="230px" value="" alternatives={[{ value: '', label: 'Place a sheet …' }, ...sheets.map(({ key, title: name }) => ({ value: key, label: name }))]} onChange={(key) => key !== '' && place(key)} />
          </HStack>
        )}
      </HStack>
      {product.choices.length === 0 ? (
        <EmptyPlace title="Customers choose nothing yet">{productId === null ? 'A sheet is worth placing when it has choices.' : 'The product is sold as it is until it has a choice.'}</EmptyPlace>
      ) : (
        <Stack gap="1">
          {product.choices.map((choice) => (
            <Button key={choice.key} variant="ghost" colorPalette="oak" justifyContent="start" h="auto" py="2" onClick={() => goTo(`choice:${choice.key}`)}>
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
