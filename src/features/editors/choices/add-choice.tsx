'use client';

import { Button, chakra, HStack } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { type ChoiceKind, freeKey } from '@/core/catalog';
import { TextField } from '@/ui/field';
import { useEditing } from '@/features/editors/frame';
import { useHalfTyped } from '@/features/editors/fields';
import { KindField } from './kind-field';
import { newChoice } from './new-choice';

/** Kinds that need no title to be added. */
const UNTITLED: readonly ChoiceKind[] = ['divider', 'paragraph'];

/** Adds a choice, as a sentence, and opens it. */
export function AddChoice({ onAdded }: { onAdded?: () => void }) {
  const { product, change, goTo } = useEditing();
  const [title, setTitle] = useHalfTyped('new choice');
  const [kind, setKind] = useState<ChoiceKind>('list');
  const [fault, setFault] = useState<string>();
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (title.trim() === '' && !UNTITLED.includes(kind)) {
      setFault('Enter what customers are asked for, such as Cloth colour.');
      return;
    }
    const key = freeKey(
      title || kind,
      product.choices.map((choice) => choice.key),
      'choice',
    );
    change(`add choice ${key}`, (draft) => void draft.choices.push(newChoice(kind, key, title.trim())));
    setTitle('');
    goTo(`choice:${key}`);
    onAdded?.();
  };
  return (
    <form onSubmit={add}>
      <HStack gap="3" align="start" p="4" bg="bg.panel" borderWidth="1px" borderRadius="l3" wrap="wrap">
        <chakra.div flex="1 1 150px">
          <TextField
            label="Ask customers for"
            value={title}
            fault={fault}
            maxLength={120}
            placeholder="Cloth colour"
            onChange={setTitle}
          />
        </chakra.div>
        <KindField label="as" kind={kind} width="226px" onChange={setKind} />
        <Button type="submit" mt="26px">
          <Plus size={16} aria-hidden /> Add choice
        </Button>
      </HStack>
    </form>
  );
}
