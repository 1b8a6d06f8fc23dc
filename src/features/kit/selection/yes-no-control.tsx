'use client';

import { chakra, Checkbox, HStack } from '@chakra-ui/react';
import { type Choice } from '@/core/catalog';
import { amountWords } from '@/core/words';
import { type ControlProps } from './control';

type YesNoChoice = Extract<Choice, { kind: 'yesNo' }>;

/** A question with two answers: a box to tick, or two answers where the customer must say which. */
export function YesNoControl({ choice, id, counted, currency, aria, onAnswer }: ControlProps<YesNoChoice>) {
  const note = amountWords(choice.amount, currency);
  if (!choice.required) {
    return (
      <Checkbox.Root
        checked={counted?.value === 'yes'}
        onCheckedChange={({ checked }) => onAnswer(checked === true)}
        ids={{ hiddenInput: id }}
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control borderColor="border.emphasized" />
        <Checkbox.Label fontWeight="400">Yes{note ? `, ${note}` : ''}</Checkbox.Label>
      </Checkbox.Root>
    );
  }
  return (
    <HStack gap="4" role="radiogroup" aria-labelledby={`${id}-label`} {...aria}>
      {([true, false] as const).map((value) => (
        <chakra.label key={String(value)} display="inline-flex" gap="2" alignItems="center" cursor="pointer">
          <input
            type="radio"
            name={id}
            checked={counted?.value === (value ? 'yes' : 'no')}
            onChange={() => onAnswer(value)}
          />
          {value ? `Yes${note ? `, ${note}` : ''}` : 'No'}
        </chakra.label>
      ))}
    </HStack>
  );
}
