'use client';

import { Box, HStack, IconButton } from '@chakra-ui/react';
import { SlidersHorizontal } from 'lucide-react';
import { useState } from 'react';
import { type Choice, type Product } from '@/core/catalog';
import {
  type AmountScope,
  isCounted,
  isText,
  measuresOf,
  readTypedAmount,
  textsOf,
  unitMeasured,
  writeTypedAmount,
} from '@/core/exchange';
import { Exact, LONGEST_FIGURE } from '@/core/number';
import { type Amount, type AmountKind } from '@/core/pricing';
import { type Path } from '@/core/problems';
import { fittingUnits } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { type Alternative, SelectField, TypedInput } from '@/ui/field';
import { useEditing, useFaultAt } from '@/features/editors/frame';

interface Props {
  /** what the amount is of, for those who listen */
  label: string;
  amount: Amount | null;
  path: Path;
  /** key of the choice it belongs to, where an amount may count that choice's own answer */
  own: { readonly key: string; readonly kind: Product['choices'][number]['kind'] };
  onChange: (amount: Amount | null) => void;
}

/**
 * What an amount begins with: the text or measure that it counts, null for its own choice's, and that measure's unit.
 */
interface First {
  readonly text: string | null;
  readonly measure: string | null;
  readonly unit: string;
}

interface AmountHere<K extends AmountKind> {
  readonly words: (currency: string) => string;
  /** what there must be to count, for it to be offered */
  readonly counts: 'characters' | 'measure' | null;
  fresh(value: string, first: First): Extract<Amount, { kind: K }>;
}

/** The kinds of amount, in the order in which they are offered; one that is forgotten does not compile. */
const AMOUNTS: { readonly [K in AmountKind]: AmountHere<K> } = {
  fixed: { words: (currency) => currency, counts: null, fresh: (value) => ({ kind: 'fixed', value }) },
  percentOfBase: { words: () => '% of base price', counts: null, fresh: (value) => ({ kind: 'percentOfBase', value }) },
  percentOfSum: {
    words: () => '% of running total',
    counts: null,
    fresh: (value) => ({ kind: 'percentOfSum', value }),
  },
  oncePerLine: {
    words: (currency) => `${currency} once per order line`,
    counts: null,
    fresh: (value) => ({ kind: 'oncePerLine', value }),
  },
  perCharacter: {
    words: () => 'per character',
    counts: 'characters',
    fresh: (value, { text }) => ({ kind: 'perCharacter', value, of: text, spaces: 'free' }),
  },
  perUnit: {
    words: () => 'per unit',
    counts: 'measure',
    fresh: (value, { measure, unit }) => ({ kind: 'perUnit', value, of: measure, unit }),
  },
};

/** What an amount may count where it stands. */
export function useAmountScope(own: Props['own']): AmountScope {
  const { assembled, shop } = useEditing();
  return { currency: shop.currency, own, choices: assembled.choices };
}

/**
 * What an answer adds to the price, typed on one line: nothing, so much, a share of the base, so much per character or
 * per unit. What can be said of it unfolds.
 */
export function AmountField({ label, amount, path, own, onChange }: Props) {
  const [open, setOpen] = useState(false);
  const scope = useAmountScope(own);
  const fault = useFaultAt(...path, 'value');
  const ofFault = useFaultAt(...path, 'of');
  const unitFault = useFaultAt(...path, 'unit');
  const unread =
    amount?.kind === 'fixed' && Exact.parse(amount.value) === null ? readTypedAmount(amount.value, scope) : null;
  // What can't be read is kept as it was typed, and said to be no amount.
  const take = (text: string) => {
    const { amount: read = { kind: 'fixed', value: text.trim().slice(0, LONGEST_FIGURE) } } = readTypedAmount(
      text,
      scope,
    );
    onChange(read);
  };
  return (
    <Box maxW="360px">
      <HStack gap="1" wrap="wrap">
        {open ? (
          <InParts
            label={label}
            amount={amount}
            own={own}
            scope={scope}
            isWrong={fault !== undefined}
            onChange={onChange}
          />
        ) : (
          <TypedInput
            aria-label={`${label}: amount`}
            aria-invalid={fault !== undefined}
            size="sm"
            w="136px"
            maxLength={200}
            placeholder="+10 or 10 %"
            borderColor={fault ? 'brick.solid' : 'border.emphasized'}
            value={writeTypedAmount(amount, scope)}
            onChange={take}
          />
        )}
        <IconButton
          aria-label={open ? `${label}: amount on one line` : `${label}: ways to charge`}
          title={open ? 'On one line' : 'Ways to charge: a percentage, once, per character, per unit'}
          aria-expanded={open}
          size="2xs"
          variant="ghost"
          colorPalette="ink"
          onClick={() => setOpen(!open)}
        >
          <SlidersHorizontal size={13} />
        </IconButton>
      </HStack>
      <FaultLine mt="1">{unread?.fault ?? fault ?? ofFault ?? unitFault}</FaultLine>
    </Box>
  );
}

/** The same in parts: its kind, its figure, and what it counts. */
function InParts({
  label,
  amount,
  own,
  scope,
  isWrong,
  onChange,
}: Omit<Props, 'path'> & { scope: AmountScope; isWrong: boolean }) {
  const [texts, counted] = [textsOf(scope), measuresOf(scope)];
  const [ownText, ownCounted] = [isText(own), isCounted(own)];
  const isThere = { characters: texts.length > 0, measure: counted.length > 0 };
  const offered = (Object.keys(AMOUNTS) as AmountKind[]).filter((kind) => {
    const { counts } = AMOUNTS[kind];
    return counts === null || isThere[counts];
  });
  const kinds: Alternative[] = [
    { value: 'none', label: 'no amount' },
    ...offered.map((kind) => ({ value: kind, label: AMOUNTS[kind].words(scope.currency) })),
  ];
  const setKind = (kind: string) => {
    const known = offered.find((candidate) => candidate === kind);
    if (!known) return onChange(null);
    const measure = ownCounted ? own.key : (counted[0]?.key ?? null);
    const first = {
      text: ownText ? null : (texts[0]?.key ?? null),
      measure: ownCounted ? null : measure,
      unit: unitMeasured(scope, measure),
    };
    onChange(AMOUNTS[known].fresh(amount?.value ?? '', first));
  };
  return (
    <>
      <SelectField
        label={`${label}: kind of amount`}
        hideLabel
        small
        width="140px"
        value={amount?.kind ?? 'none'}
        alternatives={kinds}
        onChange={setKind}
      />
      {amount && (
        <TypedInput
          aria-label={`${label}: figure`}
          aria-invalid={isWrong}
          size="sm"
          w="72px"
          textAlign="end"
          inputMode="decimal"
          placeholder="0.00"
          borderColor={isWrong ? 'brick.solid' : 'border.emphasized'}
          value={amount.value}
          onChange={(text) => onChange({ ...amount, value: text.trim() })}
        />
      )}
      {amount?.kind === 'perCharacter' && (
        <Characters label={label} amount={amount} texts={ownText ? null : texts} onChange={onChange} />
      )}
      {amount?.kind === 'perUnit' && (
        <Units label={label} amount={amount} own={own} counted={ownCounted ? null : counted} onChange={onChange} />
      )}
    </>
  );
}

type AmountOf<K extends AmountKind> = Extract<Amount, { kind: K }>;

/** Which text is counted, and how. */
function Characters({
  label,
  amount,
  texts,
  onChange,
}: Pick<Props, 'label' | 'onChange'> & {
  amount: AmountOf<'perCharacter'>;
  /** null where it is the choice itself */
  texts: readonly Choice[] | null;
}) {
  return (
    <>
      {texts && (
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
  );
}

/** Per which unit it is, and of what. */
function Units({
  label,
  amount,
  own,
  counted,
  onChange,
}: Pick<Props, 'label' | 'own' | 'onChange'> & {
  amount: AmountOf<'perUnit'>;
  /** null where it is the choice itself */
  counted: readonly Choice[] | null;
}) {
  const scope = useAmountScope(own);
  return (
    <>
      <SelectField
        label={`${label}: unit`}
        hideLabel
        small
        width="112px"
        value={amount.unit}
        alternatives={fittingUnits(unitMeasured(scope, amount.of ?? own.key)).map(({ value, label: words }) => ({
          value,
          label: `per ${words}`,
        }))}
        onChange={(unit) => onChange({ ...amount, unit })}
      />
      {counted && (
        <SelectField
          label={`${label}: measure`}
          hideLabel
          small
          width="112px"
          value={amount.of ?? ''}
          alternatives={counted.map(({ key, title }) => ({ value: key, label: `of ${title}` }))}
          onChange={(of) => onChange({ ...amount, of, unit: unitMeasured(scope, of) })}
        />
      )}
    </>
  );
}
