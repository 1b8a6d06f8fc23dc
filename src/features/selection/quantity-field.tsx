'use client';

import { chakra, HStack, IconButton } from '@chakra-ui/react';
import { Minus, Plus } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { type QuantityRule } from '@/core/ordering';
import { TypedInput } from '@/ui/field';
import { quantityFrom } from './use-selection';

interface Props {
  id: string;
  rule: QuantityRule;
  text: string;
  invalid: boolean;
  onChange: (text: string) => void;
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
    <Stepper id={id} label="Quantity" text={text} invalid={invalid} onStep={step} onChange={onChange}>
      {rule.multiple > 1 && (
        <chakra.span fontSize="sm" color="fg.muted" ml="1">
          in {rule.multiple}s
        </chakra.span>
      )}
    </Stepper>
  );
}

interface CountProps {
  id: string;
  label: string;
  least: number;
  most: number;
  count: number;
  invalid: boolean;
  /** whether its limits stand beside it; they do where nothing else says them */
  limits?: boolean;
  onChange: (count: number) => void;
}

/** How many of a part come with one: a step up or down within its limits, or typed; what is not within them is told. */
export function CountField({ id, label, least, most, count, invalid, limits = true, onChange }: CountProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = (text: string) => {
    const value = quantityFrom(text);
    setTyped(Number.isInteger(value) && value > 0 ? null : text);
    if (Number.isInteger(value) && value > 0) onChange(value);
  };
  return (
    <Stepper id={id} label={label} text={typed ?? String(count)} invalid={invalid || typed !== null} onStep={(direction) => take(String(Math.min(most, Math.max(least, count + direction))))} onChange={take}>
      {limits && (
        <chakra.span fontSize="sm" color="fg.muted" ml="1">
          {least} to {most}
        </chakra.span>
      )}
    </Stepper>
  );
}

interface StepperProps {
  id: string;
  label: string;
  text: string;
  invalid: boolean;
  onStep: (direction: 1 | -1) => void;
  onChange: (text: string) => void;
  children?: ReactNode;
}

/** A number to type, with a step down and a step up beside it. */
function Stepper({ id, label, text, invalid, onStep, onChange, children }: StepperProps) {
  return (
    <HStack gap="1">
      <IconButton aria-label="Fewer" size="sm" variant="outline" colorPalette="ink" onClick={() => onStep(-1)}>
        <Minus size={14} />
      </IconButton>
      <TypedInput id={id} aria-label={label} w="60px" px="1" textAlign="center" inputMode="numeric" value={text} aria-invalid={invalid} onChange={onChange} />
      <IconButton aria-label="More" size="sm" variant="outline" colorPalette="ink" onClick={() => onStep(1)}>
        <Plus size={14} />
      </IconButton>
      {children}
    </HStack>
  );
}
