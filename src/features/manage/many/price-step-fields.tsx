import { Box } from '@chakra-ui/react';
import { priceEndings, type PriceStep } from '@/core/catalog/many';
import { SelectField, TextField } from '@/ui/field';

const HOW = [
  { value: 'percent', label: 'go up or down by %' },
  { value: 'by', label: 'go up or down by an amount' },
  { value: 'to', label: 'become' },
] as const;
const ENDINGS = [
  { value: '', label: 'as it comes out' },
  ...priceEndings.map((ending) => ({ value: ending, label: `nearest ending in ${ending.slice(1)}` })),
];

/** A step of prices as it is typed. */
export interface StepSaid {
  readonly how: PriceStep['kind'];
  readonly figure: string;
  readonly ending: string;
}

export const STEP_TO_BEGIN_WITH: StepSaid = { how: 'percent', figure: '', ending: '' };

export function stepOf({ how, figure, ending }: StepSaid): PriceStep {
  const text = figure.trim();
  switch (how) {
    case 'to':
      return { kind: how, price: text };
    case 'by':
      return { kind: how, amount: text };
    case 'percent':
      return { kind: how, percent: text, ending: priceEndings.find((known) => known === ending) ?? null };
  }
}

/** How prices become others, by how much, and how they end. */
export function StepFields({
  said,
  say,
  what,
}: {
  said: StepSaid;
  say: (more: Partial<StepSaid>) => void;
  what: string;
}) {
  return (
    <>
      <SelectField
        label={what}
        width="220px"
        value={said.how}
        alternatives={HOW}
        onChange={(value) => say({ how: HOW.find((known) => known.value === value)?.value ?? 'percent' })}
      />
      <Box w="130px">
        <TextField
          label={said.how === 'percent' ? 'Per cent' : 'Amount'}
          value={said.figure}
          inputMode="decimal"
          placeholder={said.how === 'to' ? '12.50' : '-5'}
          onChange={(figure) => say({ figure })}
        />
      </Box>
      {said.how === 'percent' && (
        <SelectField
          label="Rounded"
          width="210px"
          value={said.ending}
          alternatives={ENDINGS}
          onChange={(ending) => say({ ending })}
        />
      )}
    </>
  );
}

/** Whether there is a figure at all: what can't be read is refused with its reason. */
export const isFigure = (text: string) => !['', '-'].includes(text.trim());
