'use client';

import { chakra, HStack, IconButton, Input, NumberInput } from '@chakra-ui/react';
import { Minus, Plus } from 'lucide-react';
import { type QuantityRule } from '@/core/ordering';
import { quantityFrom } from './use-selection';

interface Props {
  id: string;
  rule: QuantityRule;
  text: string;
  invalid: boolean;
  onChange: (text: string) => void;
}

interface CountProps {
  id: string;
  label: string;
  least: number;
  most: number;
  count: number;
  onChange: (count: number) => void;
}

/** How many of a part come with one: a step up or down within its limits, or typed. */
export function CountField({ id, label, least, most, count, onChange }: CountProps) {
  return (
    <NumberInput.Root size="sm" w="96px" min={least} max={most} step={1} value={String(count)} clampValueOnBlur={false} onValueChange={({ valueAsNumber }) => Number.isFinite(valueAsNumber) && onChange(valueAsNumber)}>
      <NumberInput.Control />
      <NumberInput.Input id={id} aria-label={label} bg="bg.panel" borderColor="border.emphasized" />
    </NumberInput.Root>
  );
}

/** How many: typed, or a step of the order multiple up or down. What is typed is never changed. */
export function QuantityField({ id, rule, text, invalid, onChange }: Props) {
  const current = quantityFrom(text);
  const step = (direction: 1 | -1) => {
    const steps = Number.isFinite(current) ? current / rule.multiple : rule.minimum / rule.multiple;
    const next = direction > 0 ? Math.floor(steps) + 1 : Math.ceil(steps) - 1;
    onChange(String(Math.max(rule.multiple, next * rule.multiple)));
  };
  return (
    <HStack gap="1">
      <IconButton aria-label="Fewer" size="sm" variant="outline" colorPalette="ink" onClick={() => step(-1)}>
        <Minus size={14} />
      </IconButton>
      <Input id={id} aria-label="Quantity" w="60px" px="1" textAlign="center" inputMode="numeric" bg="bg.panel" borderColor="border.emphasized" value={text} aria-invalid={invalid} onChange={(event) => onChange(event.target.value)} />
      <IconButton aria-label="More" size="sm" variant="outline" colorPalette="ink" onClick={() => step(1)}>
        <Plus size={14} />
      </IconButton>
      {rule.multiple > 1 && (
        <chakra.span fontSize="sm" color="fg.muted" ml="1">
          in {rule.multiple}s
        </chakra.span>
      )}
    </HStack>
  );
}
