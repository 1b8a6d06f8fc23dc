'use client';

import { HStack, Stack, Text } from '@chakra-ui/react';
import { type ChargeRule, type Product } from '@/core/catalog';
import { unitByCode } from '@/core/quantity';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { orNull } from '@/features/editors/fields';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TypedInput } from '@/ui/field';

const EXACTLY: ChargeRule = { waste: null, minimum: null, step: null, pack: null };

const ROUNDINGS = [
  { value: 'exactly', label: 'exactly that' },
  { value: 'step', label: 'in full steps of' },
  { value: 'pack', label: 'in whole packs of' },
];

/** How what is needed becomes what is charged, as sentences. */
export function ChargeFields({ soldBy }: { soldBy: Exclude<Product['soldBy'], { kind: 'each' }> }) {
  const { change } = useEditing();
  const rule = soldBy.charge ?? EXACTLY;
  const symbol = unitByCode(soldBy.unit)?.symbol ?? soldBy.unit;
  const faults = {
    waste: useFaultAt('soldBy', 'charge', 'waste'),
    minimum: useFaultAt('soldBy', 'charge', 'minimum'),
    step: useFaultAt('soldBy', 'charge', 'step'),
  };
  const edit = (part: Partial<ChargeRule>) =>
    change(`charge ${Object.keys(part).join()}`, (draft) => {
      if (draft.soldBy.kind === 'each') return;
      const next = { ...EXACTLY, ...draft.soldBy.charge, ...part };
      draft.soldBy.charge = Object.values(next).every((value) => value === null) ? null : next;
    });
  const rounding = rule.pack !== null ? 'pack' : rule.step !== null ? 'step' : 'exactly';
  const input = (
    label: string,
    field: 'waste' | 'minimum' | 'step',
    value: string | null,
    onText: (text: string) => void,
  ) => (
    <TypedInput
      aria-label={label}
      aria-invalid={faults[field] !== undefined}
      size="sm"
      w="80px"
      textAlign="end"
      inputMode="decimal"
      placeholder={field === 'step' ? '0' : 'none'}
      borderColor={faults[field] ? 'brick.solid' : 'border.emphasized'}
      value={value ?? ''}
      onChange={(text) => onText(text.trim())}
    />
  );
  return (
    <Stack as="section" aria-label="What is charged" gap="2">
      <Text fontWeight="600">Charged quantity</Text>
      <HStack gap="2" wrap="wrap">
        <Text>What is needed, and</Text>
        {input('Waste allowance in percent', 'waste', rule.waste, (text) => edit({ waste: orNull(text) }))}
        <Text>% for waste, but at least</Text>
        {input('The least that is charged', 'minimum', rule.minimum, (text) => edit({ minimum: orNull(text) }))}
        <Text>{symbol}</Text>
      </HStack>
      <HStack gap="2" wrap="wrap">
        <Text>Charge</Text>
        <SelectField
          small
          hideLabel
          label="Round up by"
          width="190px"
          value={rounding}
          alternatives={ROUNDINGS}
          onChange={(value) =>
            edit(
              value === 'exactly'
                ? { step: null, pack: null }
                : { step: rule.step ?? '', pack: value === 'pack' ? (rule.pack ?? 'pack') : null },
            )
          }
        />
        {rounding !== 'exactly' && (
          <>
            {input(rounding === 'pack' ? 'What a pack holds' : 'Step', 'step', rule.step, (text) =>
              edit({ step: text }),
            )}
            <Text>{rounding === 'pack' ? `${symbol}, called` : symbol}</Text>
          </>
        )}
        {rounding === 'pack' && (
          <TypedInput
            aria-label="What a pack is called"
            size="sm"
            w="120px"
            maxLength={60}
            value={rule.pack ?? ''}
            onChange={(text) => edit({ pack: text })}
          />
        )}
      </HStack>
      <FaultLine>{faults.waste ?? faults.minimum ?? faults.step}</FaultLine>
    </Stack>
  );
}
