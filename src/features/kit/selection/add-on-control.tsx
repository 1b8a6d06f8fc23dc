'use client';

import { Box, chakra, Checkbox } from '@chakra-ui/react';
import { type Choice } from '@/core/catalog';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { type ControlProps } from './control';
import { OptionQuantity } from './option-parts';

/** Another product to take along, or not. */
export function AddOnControl({
  choice,
  counted,
  currency,
  page,
  answer,
  onAnswer,
}: ControlProps<Extract<Choice, { kind: 'addOn' }>>) {
  const taken = counted !== undefined && counted.value !== 'no';
  const given = typeof answer === 'number' ? answer : 1;
  const price = page.addOnPrice(choice.key);
  const gone = page.isGone(choice.key);
  return (
    <Box>
      <Checkbox.Root
        checked={taken || typeof answer === 'number'}
        onCheckedChange={(details) => onAnswer(details.checked === true)}
        alignItems="start"
        disabled={gone && !taken}
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control borderColor="border.emphasized" mt="1" />
        <Checkbox.Label>
          {choice.title}{' '}
          {gone && (
            <chakra.span fontWeight="400" color="fg.muted">
              not available now
            </chakra.span>
          )}
          {price !== null && (
            <chakra.span fontWeight="400" color="fg.muted" whiteSpace="nowrap">
              +{formatMoney(Exact.from(price), currency)}
              {choice.mostQuantity > 1 ? ' each' : ''}
            </chakra.span>
          )}
        </Checkbox.Label>
      </Checkbox.Root>
      {choice.mostQuantity > 1 && (taken || typeof answer === 'number') && (
        <OptionQuantity name={choice.title} quantity={given} most={choice.mostQuantity} onChange={onAnswer} />
      )}
    </Box>
  );
}
