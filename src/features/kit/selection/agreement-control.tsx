'use client';

import { Checkbox, Link } from '@chakra-ui/react';
import { type Choice, isSafeAddress } from '@/core/catalog';
import { type ControlProps } from './control';

/** Terms to agree to. */
export function AgreementControl({ choice, counted, onAnswer }: ControlProps<Extract<Choice, { kind: 'agreement' }>>) {
  return (
    <Checkbox.Root
      checked={counted !== undefined}
      onCheckedChange={(details) => onAnswer(details.checked === true ? true : null)}
      alignItems="start"
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control borderColor="border.emphasized" mt="1" />
      <Checkbox.Label fontWeight="400">
        {choice.statement}{' '}
        {choice.address !== null && isSafeAddress(choice.address) && (
          <Link href={choice.address} target="_blank" rel="noopener" textDecoration="underline">
            Read the terms
          </Link>
        )}
      </Checkbox.Label>
    </Checkbox.Root>
  );
}
