'use client';

import { HStack, Text } from '@chakra-ui/react';
import { LARGEST_QUANTITY, orderableRange } from '@/core/ordering';
import { useEditing, useFaultAt } from '@/features/editor-kit/editing';
import { Section } from '@/features/editor-kit/section';
import { useWholeText } from '@/features/editor-kit/use-whole-text';
import { TypedInput } from '@/ui/field';

interface WholeProps {
  label: string;
  value: number | null;
  empty?: string;
  onChange: (value: number | null) => void;
}

/** A whole number inside a sentence. */
function Whole({ label, value, empty, onChange }: WholeProps) {
  const { text, fault, take } = useWholeText(value, { least: 1, most: LARGEST_QUANTITY, mayBeEmpty: empty !== undefined }, onChange);
  return (
    <span>
      <TypedInput
        aria-label={label}
        aria-invalid={fault !== undefined}
        borderColor={fault ? 'brick.solid' : 'border.emphasized'}
        placeholder={empty}
        w="104px"
        textAlign="center"
        inputMode="numeric"
        value={text}
        onChange={take}
      />
      {fault && (
        <Text as="span" display="block" fontSize="xs" color="brick.fg" maxW="200px" role="alert">
          {fault}
        </Text>
      )}
    </span>
  );
}

/** In what numbers it may be bought, as a sentence. */
export function QuantitySection() {
  const { product, change } = useEditing();
  const { minimum, maximum, multiple } = product.quantity;
  const fault = useFaultAt('quantity', 'maximum');
  const range = orderableRange(product.quantity);
  return (
    <Section title="Quantity rule" lead="In what numbers it may be bought. A quantity that breaks it is refused with the nearest that keep it.">
      <HStack gap="2" wrap="wrap" fontSize="lg">
        <Text>Customers buy at least</Text>
        <Whole label="Minimum quantity" value={minimum} onChange={(value) => change('minimum', (draft) => void (draft.quantity.minimum = value ?? 1))} />
        <Text>and at most</Text>
        <Whole label="Maximum quantity" value={maximum} empty="any number" onChange={(value) => change('maximum', (draft) => void (draft.quantity.maximum = value))} />
        <Text>only in multiples of</Text>
        <Whole label="Order multiple" value={multiple} onChange={(value) => change('multiple', (draft) => void (draft.quantity.multiple = value ?? 1))} />
      </HStack>
      {fault && (
        <Text color="brick.fg" role="alert">
          {fault}
        </Text>
      )}
      {range && (
        <Text color="fg.muted">
          That is {[range.least, range.least + multiple, range.least + 2 * multiple].filter((quantity) => quantity <= range.most).join(', ')}
          {range.least + 2 * multiple < range.most ? ` … ${maximum === null ? '' : range.most}` : ''}
        </Text>
      )}
    </Section>
  );
}
