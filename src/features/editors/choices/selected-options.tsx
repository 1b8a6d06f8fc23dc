'use client';

import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { isStocked, type Option, type OptionsChoice } from '@/core/catalog';
import { type Amount } from '@/core/pricing';
import { AmountField, GroupsField, WeightField } from '@/features/editors/fields';
import { useEditing } from '@/features/editors/frame';
import { type EditOptionsChoice } from './options';
import { removeOptions } from './remove-options';
import { RemoveStockedOptions } from './remove-stocked-options';

interface Props {
  choice: OptionsChoice;
  index: number;
  selected: ReadonlySet<string>;
  edit: EditOptionsChoice;
  onDone: () => void;
}

type What = 'amount' | 'weight' | 'groups';

/** Changes several options at once. */
export function SelectedOptions({ choice, index, selected, edit, onDone }: Props) {
  const { change, product } = useEditing();
  const [what, setWhat] = useState<What | null>(null);
  const [amount, setAmount] = useState<Amount | null>({ kind: 'fixed', value: '' });
  const [weight, setWeight] = useState<Option['weight']>(null);
  const [groups, setGroups] = useState<string[]>([]);
  const [removing, setRemoving] = useState(false);
  const options = choice.options.filter(({ key }) => selected.has(key));
  const apply = (tag: string, recipe: (option: Option) => void) =>
    edit(`${tag} of ${[...selected].join(' ')}`, (draft) =>
      draft.options.forEach((option) => selected.has(option.key) && recipe(option)),
    );
  const hasVariants =
    isStocked(choice) && product.variants.some((variant) => selected.has(variant.options[choice.key] ?? ''));
  const remove = () => {
    if (hasVariants) return setRemoving(true);
    change(`remove ${selected.size} options`, (draft) => removeOptions(draft, choice.key, [...selected]));
    onDone();
  };
  const button = (value: What, words: string) => (
    <Button
      size="xs"
      variant={what === value ? 'solid' : 'outline'}
      colorPalette="ink"
      aria-pressed={what === value}
      onClick={() => setWhat(what === value ? null : value)}
    >
      {words}
    </Button>
  );
  const set = (words: string, tag: string, recipe: (option: Option) => void) => (
    <Button size="xs" onClick={() => apply(tag, recipe)}>
      {words}
    </Button>
  );
  return (
    <HStack
      as="section"
      aria-label="Selected options"
      gap="2"
      mb="2"
      p="2"
      bg="copper.subtle"
      borderRadius="l2"
      wrap="wrap"
      align="end"
    >
      <Text fontWeight="600" alignSelf="center">
        {selected.size} selected:
      </Text>
      {button('amount', 'Amount')}
      {button('weight', 'Weight')}
      {button('groups', 'Who sees them')}
      <Button size="xs" variant="outline" colorPalette="brick" onClick={remove}>
        Remove
      </Button>
      <Button size="xs" variant="ghost" colorPalette="ink" onClick={onDone}>
        Done
      </Button>
      {what !== null && (
        <HStack w="full" gap="2" align="end" wrap="wrap">
          {what === 'amount' && (
            <>
              <AmountField
                label="All selected"
                amount={amount}
                path={['choices', index, 'selected']}
                own={choice}
                onChange={setAmount}
              />
              {set('Set for all selected', 'amount', (option) => void (option.amount = amount && { ...amount }))}
            </>
          )}
          {what === 'weight' && (
            <>
              <WeightField label="Each adds weight" unit="g" weight={weight} onChange={setWeight} />
              {set('Set for all selected', 'weight', (option) => void (option.weight = weight && { ...weight }))}
            </>
          )}
          {what === 'groups' && (
            <>
              <GroupsField what="them" groups={groups} onChange={setGroups} />
              {set('Set for all selected', 'groups', (option) => void (option.groups = [...groups]))}
            </>
          )}
        </HStack>
      )}
      {removing && (
        <RemoveStockedOptions
          choice={choice}
          options={options}
          onClose={() => {
            setRemoving(false);
            onDone();
          }}
        />
      )}
    </HStack>
  );
}
