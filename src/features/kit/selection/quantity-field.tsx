'use client';

import { chakra, HStack, IconButton, NativeSelect, RadioGroup } from '@chakra-ui/react';
import { Minus, Plus } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { captionOf, everyOrderable, type ListedQuantity, nearestOrderable, type Orderable } from '@/core/ordering';
import { TypedInput } from '@/ui/field';
import { quantityFrom } from './use-selection';

interface Props {
  id: string;
  /** what may be ordered */
  orderable: Orderable;
  text: string;
  invalid: boolean;
  onChange: (text: string) => void;
}

/** Whether quantities are shown one by one, which takes room of its own. */
export const isShownInButtons = (given: Orderable): boolean =>
  given.asked === 'buttons' && everyOrderable(given) !== null;

/**
 * How many: typed, with a step up or down; or picked, where the product shows its quantities. What is typed is never
 * changed.
 */
export function QuantityField({ id, orderable, text, invalid, onChange }: Props) {
  const shown = orderable.asked === 'field' ? null : everyOrderable(orderable);
  const current = quantityFrom(text);
  if (shown)
    return (
      <QuantityPicks
        id={id}
        asButtons={orderable.asked === 'buttons'}
        quantities={shown}
        text={text}
        current={current}
        onChange={onChange}
      />
    );
  const step = (direction: 1 | -1) => {
    const { below, above } = nearestOrderable(orderable, Number.isFinite(current) ? current + direction * STEP : 0);
    const next = direction > 0 ? (above ?? below) : (below ?? above);
    if (next !== null) onChange(String(next));
  };
  const caption = captionOf(orderable, current);
  return (
    <Stepper id={id} label="Quantity" text={text} invalid={invalid} onStep={step} onChange={onChange}>
      {(orderable.multiple > 1 || caption !== '') && (
        <chakra.span fontSize="sm" color="fg.muted" ml="1">
          {caption !== '' ? caption : `in ${orderable.multiple}s`}
        </chakra.span>
      )}
    </Stepper>
  );
}

/** Anything less than one quantity and the next lie apart. */
const STEP = 0.5;

interface PicksProps {
  id: string;
  asButtons: boolean;
  quantities: readonly ListedQuantity[];
  text: string;
  current: number;
  onChange: (text: string) => void;
}

/** How many, picked among all that there are. A quantity that is none of them stands there until another is picked. */
function QuantityPicks({ id, asButtons, quantities, text, current, onChange }: PicksProps) {
  const isThere = quantities.some(({ quantity }) => quantity === current);
  if (asButtons) {
    return (
      <RadioGroup.Root
        id={id}
        aria-label="Quantity"
        size="sm"
        value={isThere ? String(current) : null}
        onValueChange={({ value }) => value !== null && onChange(value)}
      >
        <HStack gap="2" wrap="wrap">
          {quantities.map((entry) => (
            <RadioGroup.Item
              key={entry.quantity}
              value={String(entry.quantity)}
              borderWidth="1px"
              borderColor="border.emphasized"
              borderRadius="l2"
              px="3"
              py="1.5"
              cursor="pointer"
              _checked={{
                borderColor: 'copper.solid',
                bg: 'copper.subtle',
                boxShadow: 'inset 0 0 0 1px var(--chakra-colors-copper-solid)',
              }}
              _focusWithin={{ outline: '2px solid', outlineColor: 'copper.solid', outlineOffset: '2px' }}
            >
              <RadioGroup.ItemHiddenInput />
              <RadioGroup.ItemText fontWeight="600">
                {entry.quantity}
                {entry.caption !== '' && (
                  <chakra.span fontWeight="400" color="fg.muted" display="block" fontSize="xs">
                    {entry.caption}
                  </chakra.span>
                )}
              </RadioGroup.ItemText>
            </RadioGroup.Item>
          ))}
        </HStack>
      </RadioGroup.Root>
    );
  }
  return (
    <NativeSelect.Root size="md" minW="132px">
      <NativeSelect.Field
        id={id}
        aria-label="Quantity"
        bg="bg.panel"
        borderColor="border.emphasized"
        value={isThere ? String(current) : ''}
        onChange={(event) => onChange(event.target.value)}
      >
        {!isThere && <option value="">{text.trim() === '' ? 'Choose …' : `${text} – not sold so`}</option>}
        {quantities.map((entry) => (
          <option key={entry.quantity} value={String(entry.quantity)}>
            {entry.caption === '' ? entry.quantity : `${entry.quantity} – ${entry.caption}`}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
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
    <Stepper
      id={id}
      label={label}
      text={typed ?? String(count)}
      invalid={invalid || typed !== null}
      onStep={(direction) => take(String(Math.min(most, Math.max(least, count + direction))))}
      onChange={take}
    >
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
      <TypedInput
        id={id}
        aria-label={label}
        w="60px"
        px="1"
        textAlign="center"
        inputMode="numeric"
        value={text}
        aria-invalid={invalid}
        onChange={onChange}
      />
      <IconButton aria-label="More" size="sm" variant="outline" colorPalette="ink" onClick={() => onStep(1)}>
        <Plus size={14} />
      </IconButton>
      {children}
    </HStack>
  );
}
