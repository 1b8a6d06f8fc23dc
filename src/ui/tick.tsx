'use client';

import { Checkbox } from '@chakra-ui/react';

/** Yes or no, as a box to tick. */
export function Tick({
  label,
  checked,
  onChange,
  hideLabel = false,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
  hideLabel?: boolean;
}) {
  return (
    <Checkbox.Root checked={checked} onCheckedChange={(details) => onChange(details.checked === true)}>
      <Checkbox.HiddenInput aria-label={hideLabel ? label : undefined} />
      <Checkbox.Control borderColor="border.emphasized" />
      {!hideLabel && <Checkbox.Label>{label}</Checkbox.Label>}
    </Checkbox.Root>
  );
}
