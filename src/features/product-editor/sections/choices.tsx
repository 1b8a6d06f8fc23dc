'use client';

import { Button, chakra, HStack, Stack, Text } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { type ChoiceKind, choiceKinds } from '@/core/catalog';
import { freeKey } from '@/features/shared/keys';
import { SelectField, TextField } from '@/ui/field';
import { EmptyPlace } from '@/ui/text';
import { useEditing } from '../state/editing';
import { kindWords, newChoice } from '../state/new-choice';
import { Section } from './section';

/** Adds a choice, as a sentence, and lists what is asked already. */
export function Choices() {
  const { product, change, goTo } = useEditing();
  const [title, setTitle] = useState('');
  const [kind, setKind] = useState<ChoiceKind>('list');
  const [fault, setFault] = useState<string>();

  const add = (event: FormEvent) => {
    event.preventDefault();
    if (title.trim() === '') {
      setFault('Say what customers are asked for, such as Cloth colour.');
      return;
    }
    const key = freeKey(title, product.choices.map((choice) => choice.key), 'choice');
    change(`add choice ${key}`, (draft) => void draft.choices.push(newChoice(kind, key, title.trim())));
    goTo(`choice:${key}`);
  };
  return (
    <Section title="Choices" lead="What customers are asked, in the order of the page.">
      <form onSubmit={add}>
        <HStack gap="3" align="start" p="4" bg="bg.panel" borderWidth="1px" borderRadius="l3" wrap="wrap">
          <chakra.div flex="1 1 150px">
            <TextField label="Ask customers for" value={title} fault={fault} maxLength={120} placeholder="Cloth colour" onChange={setTitle} />
          </chakra.div>
          <SelectField
            label="as"
            value={kind}
            width="196px"
            alternatives={choiceKinds.map((value) => ({ value, label: kindWords[value] }))}
            onChange={(value) => setKind(choiceKinds.find((candidate) => candidate === value) ?? 'list')}
          />
          <Button type="submit" mt="26px">
            <Plus size={16} aria-hidden /> Add choice
          </Button>
        </HStack>
      </form>
      {product.choices.length === 0 ? (
        <EmptyPlace title="Customers choose nothing yet">The product is sold as it is until it has a choice.</EmptyPlace>
      ) : (
        <Stack gap="1">
          {product.choices.map((choice) => (
            <Button key={choice.key} variant="ghost" colorPalette="oak" justifyContent="start" h="auto" py="2" onClick={() => goTo(`choice:${choice.key}`)}>
              <Text as="span" fontWeight="600">
                {choice.title || 'Without a title'}
              </Text>
              <Text as="span" color="fg.muted" fontWeight="400">
                {kindWords[choice.kind]}
              </Text>
            </Button>
          ))}
        </Stack>
      )}
    </Section>
  );
}
