'use client';

import { Box, HStack, Input } from '@chakra-ui/react';
import { type Product } from '@/core/catalog';
import { type Amount } from '@/core/pricing';
import { type Path } from '@/core/problems';
import { unitByCode } from '@/core/quantity';
import { fittingUnits } from '@/features/shared/unit-alternatives';
import { FaultLine } from '@/ui/fault-line';
import { type Alternative, SelectField } from '@/ui/field';
import { useEditing, useFaultAt } from './editing';

interface Props {
  /** what the amount is of, for those who listen */
  label: string;
  amount: Amount | null;
  path: Path;
  /** key of the choice it belongs to, where an amount may count that choice's own answer */
  own: { readonly key: string; readonly kind: Product['choices'][number]['kind'] };
  onChange: (amount: Amount | null) => void;
}

/** What an answer adds to the price: nothing, so much, a share of the base, so much per character or per unit. */
export function AmountField({ label, amount, path, own, onChange }: Props) {
  const { assembled: product, shop } = useEditing();
  const texts = product.choices.filter(({ kind }) => kind === 'text' || kind === 'longText');
  const counted = product.choices.filter(({ kind }) => kind === 'measure' || kind === 'number');
  const ownText = own.kind === 'text' || own.kind === 'longText';
  const ownCounted = own.kind === 'measure' || own.kind === 'number';
  const kinds: Alternative[] = [
    { value: 'none', label: 'adds nothing' },
    { value: 'fixed', label: `adds ${shop.currency}` },
    { value: 'percentOfBase', label: 'adds % of base' },
    { value: 'percentOfSum', label: 'adds % of all so far' },
    { value: 'oncePerLine', label: 'adds once per line' },
    ...(texts.length > 0 ? [{ value: 'perCharacter', label: 'per character' }] : []),
    ...(counted.length > 0 ? [{ value: 'perUnit', label: 'per unit' }] : []),
  ];
  const fault = useFaultAt(...path, 'value');
  const ofFault = useFaultAt(...path, 'of');
  const unitFault = useFaultAt(...path, 'unit');

  const setKind = (kind: string) => {
    const value = amount?.value ?? '';
    switch (kind) {
      case 'fixed':
      case 'percentOfBase':
      case 'percentOfSum':
      case 'oncePerLine':
        return onChange({ kind, value });
      case 'perCharacter':
        return onChange({ kind, value, of: ownText ? null : (texts[0]?.key ?? null), spaces: 'free' });
      case 'perUnit': {
        const of = ownCounted ? own.key : (counted[0]?.key ?? null);
        return onChange({ kind, value, of: ownCounted ? null : of, unit: unitOf(product, of) });
      }
      default:
        return onChange(null);
    }
  };
  const faultText = fault ?? ofFault ?? unitFault;
  return (
    <Box maxW="340px">
      <HStack gap="1.5" wrap="wrap">
        <SelectField label={`${label}: kind of amount`} hideLabel small width="136px" value={amount?.kind ?? 'none'} alternatives={kinds} onChange={setKind} />
        {amount && (
          <Input
            aria-label={`${label}: amount`}
            aria-invalid={fault !== undefined}
            size="sm"
            w="72px"
            textAlign="end"
            inputMode="decimal"
            placeholder="0.00"
            bg="bg.panel"
            borderColor={fault ? 'brick.solid' : 'border.emphasized'}
            value={amount.value}
            onChange={(event) => onChange({ ...amount, value: event.target.value.trim() })}
          />
        )}
        {amount?.kind === 'perCharacter' && (
          <>
            {!ownText && (
              <SelectField
                label={`${label}: text that is counted`}
                hideLabel
                small
                width="112px"
                value={amount.of ?? ''}
                alternatives={texts.map(({ key, title }) => ({ value: key, label: `of ${title}` }))}
                onChange={(of) => onChange({ ...amount, of })}
              />
            )}
            <SelectField
              label={`${label}: spaces`}
              hideLabel
              small
              width="112px"
              value={amount.spaces}
              alternatives={[
                { value: 'free', label: 'spaces are free' },
                { value: 'counted', label: 'spaces count too' },
              ]}
              onChange={(spaces) => onChange({ ...amount, spaces: spaces === 'counted' ? 'counted' : 'free' })}
            />
          </>
        )}
        {amount?.kind === 'perUnit' && (
          <>
            <SelectField
              label={`${label}: unit`}
              hideLabel
              small
              width="112px"
              value={amount.unit}
              alternatives={fittingUnits(unitOf(product, amount.of ?? own.key)).map(({ value, label: words }) => ({ value, label: `per ${words}` }))}
              onChange={(unit) => onChange({ ...amount, unit })}
            />
            {!ownCounted && (
              <SelectField
                label={`${label}: measure`}
                hideLabel
                small
                width="112px"
                value={amount.of ?? ''}
                alternatives={counted.map(({ key, title }) => ({ value: key, label: `of ${title}` }))}
                onChange={(of) => onChange({ ...amount, of, unit: unitOf(product, of) })}
              />
            )}
          </>
        )}
      </HStack>
      <FaultLine mt="1">{faultText}</FaultLine>
    </Box>
  );
}

/** The unit in which a choice is measured; pieces for a number. */
function unitOf(product: Product, key: string | null): string {
  const choice = product.choices.find((candidate) => candidate.key === key);
  return choice?.kind === 'measure' && unitByCode(choice.unit) ? choice.unit : '1';
}
