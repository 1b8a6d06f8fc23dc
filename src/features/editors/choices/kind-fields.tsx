'use client';

import { Box, HStack, SimpleGrid } from '@chakra-ui/react';
import { type Choice, LONGEST_LONG_TEXT, LONGEST_TEXT, numberLimits } from '@/core/catalog';
import { unitByCode } from '@/core/quantity';
import { unitAlternatives, WholeField } from '@/features/kit/shared';
import { SelectField, TextArea, TextField } from '@/ui/field';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { orNull } from '@/features/editors/fields';
import { Tick } from '@/ui/tick';
import { type EditChoice } from './choice';

/** What the fields of a kind of choice get. */
export interface KindProps<K extends Choice['kind'] = Choice['kind']> {
  choice: Extract<Choice, { kind: K }>;
  index: number;
  edit: EditChoice;
}

export function SeveralBounds({ choice, index, edit }: KindProps<'several'>) {
  const bounds = { least: 1, most: 500, placeholder: 'any' };
  const fault = useFaultAt('choices', index, 'least');
  return (
    <SimpleGrid columns={2} gap="4" maxW="340px">
      <WholeField
        label="Minimum"
        {...bounds}
        mayBeEmpty
        value={choice.least}
        fault={fault}
        onChange={(value) => edit('least', (draft) => draft.kind === 'several' && void (draft.least = value))}
      />
      <WholeField
        label="Maximum"
        {...bounds}
        mayBeEmpty
        value={choice.most}
        onChange={(value) => edit('most', (draft) => draft.kind === 'several' && void (draft.most = value))}
      />
    </SimpleGrid>
  );
}

export function LetteringFields({ choice, edit }: KindProps<'lettering'>) {
  const { product } = useEditing();
  const texts = product.choices.filter(({ kind }) => kind === 'text' || kind === 'longText');
  return (
    <Box maxW="340px">
      <SelectField
        label="The faces show"
        value={choice.shows ?? ''}
        alternatives={[
          { value: '', label: 'a sample' },
          ...texts.map(({ key, title }) => ({ value: key, label: `what is typed for ${title}` })),
        ]}
        onChange={(key) => edit('shows', (draft) => draft.kind === 'lettering' && void (draft.shows = orNull(key)))}
      />
    </Box>
  );
}

export function TextLimits({ choice, index, edit }: KindProps<'text' | 'longText'>) {
  const longest = choice.kind === 'text' ? LONGEST_TEXT : LONGEST_LONG_TEXT;
  const bounds = { least: 1, most: longest };
  const editText = (tag: string, recipe: (draft: Extract<Choice, { kind: 'text' | 'longText' }>) => void) =>
    edit(tag, (draft) => (draft.kind === 'text' || draft.kind === 'longText') && recipe(draft));
  const minFault = useFaultAt('choices', index, 'minCharacters');
  const defaultFault = useFaultAt('choices', index, 'default');
  return (
    <SimpleGrid columns={choice.kind === 'text' ? 4 : 5} gap="4">
      <WholeField
        label="Minimum characters"
        {...bounds}
        mayBeEmpty
        value={choice.minCharacters}
        fault={minFault}
        placeholder="1"
        onChange={(value) => editText('minCharacters', (draft) => void (draft.minCharacters = value))}
      />
      <WholeField
        label="Maximum characters"
        {...bounds}
        mayBeEmpty
        value={choice.maxCharacters}
        placeholder={String(longest)}
        onChange={(value) => editText('maxCharacters', (draft) => void (draft.maxCharacters = value))}
      />
      <TextField
        label="Default"
        value={choice.default ?? ''}
        fault={defaultFault}
        placeholder="empty"
        maxLength={longest}
        onChange={(value) => editText('default', (draft) => void (draft.default = value === '' ? null : value))}
      />
      <TextField
        label="Placeholder text"
        value={choice.placeholder}
        placeholder="nothing"
        maxLength={120}
        onChange={(value) => editText('placeholder', (draft) => void (draft.placeholder = value))}
      />
      {choice.kind === 'longText' && (
        <WholeField
          label="Lines to see"
          value={choice.lines}
          least={2}
          most={20}
          onChange={(value) => edit('lines', (draft) => draft.kind === 'longText' && void (draft.lines = value))}
        />
      )}
    </SimpleGrid>
  );
}

const LIMITS = [
  ['min', 'Minimum'],
  ['max', 'Maximum'],
  ['step', 'Step'],
  ['default', 'Default'],
] as const;

export function NumberLimits({ choice, index, edit }: KindProps<'number' | 'measure'>) {
  const faults = {
    min: useFaultAt('choices', index, 'min'),
    max: useFaultAt('choices', index, 'max'),
    step: useFaultAt('choices', index, 'step'),
    default: useFaultAt('choices', index, 'default'),
  };
  const unitFault = useFaultAt('choices', index, 'unit');
  // What holds although nothing is said stands there, greyed.
  const limits: Partial<Record<(typeof LIMITS)[number][0], string | null>> =
    choice.kind === 'number' ? numberLimits(choice) : {};
  const unit = choice.kind === 'measure' ? unitByCode(choice.unit) : undefined;
  return (
    <>
      {choice.kind === 'measure' && (
        <Box maxW="340px">
          <SelectField
            label="Measured in"
            value={choice.unit}
            fault={unitFault}
            alternatives={unitAlternatives('length', 'area', 'volume', 'mass', 'count')}
            help="Customers may type any unit that fits; this is the one it is checked and priced in."
            onChange={(value) => edit('unit', (draft) => draft.kind === 'measure' && void (draft.unit = value))}
          />
        </Box>
      )}
      <SimpleGrid columns={4} gap="4">
        {LIMITS.map(([field, label]) => (
          <TextField
            key={field}
            label={unit ? `${label} (${unit.symbol})` : label}
            value={choice[field] ?? ''}
            fault={faults[field]}
            inputMode="decimal"
            data-begin-here={field === 'min' ? true : undefined}
            placeholder={limits[field] ?? (field === 'default' ? 'empty' : 'none')}
            onChange={(value) =>
              edit(field, (draft) => {
                if (draft.kind === 'number' || draft.kind === 'measure') draft[field] = orNull(value);
              })
            }
          />
        ))}
      </SimpleGrid>
      <Box maxW="340px">
        <TextField
          label="Placeholder text"
          value={choice.placeholder}
          placeholder="nothing"
          maxLength={120}
          help="Greyed, such as “e.g. 4 ft 6 in”; never an answer."
          onChange={(value) =>
            edit(
              'placeholder',
              (draft) => (draft.kind === 'number' || draft.kind === 'measure') && void (draft.placeholder = value),
            )
          }
        />
      </Box>
      {choice.kind === 'number' && (
        <HStack gap="6" wrap="wrap">
          <Tick
            label="Allow decimals, such as 2.5"
            checked={choice.parts}
            onChange={(parts) => edit('parts', (draft) => draft.kind === 'number' && void (draft.parts = parts))}
          />
          <Tick
            label="Allow negative numbers"
            checked={choice.belowNothing}
            onChange={(on) =>
              edit('belowNothing', (draft) => draft.kind === 'number' && void (draft.belowNothing = on))
            }
          />
        </HStack>
      )}
    </>
  );
}

export function YesNoDefault({ choice, edit }: KindProps<'yesNo'>) {
  return (
    <Box maxW="340px">
      <SelectField
        label="Default"
        value={choice.default === null ? '' : choice.default ? 'yes' : 'no'}
        alternatives={[
          { value: 'no', label: 'no' },
          { value: 'yes', label: 'yes' },
          { value: '', label: 'none, customer must choose' },
        ]}
        onChange={(value) =>
          edit('default', (draft) => {
            if (draft.kind !== 'yesNo') return;
            draft.default = value === '' ? null : value === 'yes';
            draft.required = value === '' || draft.required;
          })
        }
      />
    </Box>
  );
}

export function AgreementFields({ choice, index, edit }: KindProps<'agreement'>) {
  return (
    <>
      <TextArea
        label="Customers agree to"
        rows={3}
        maxLength={2000}
        value={choice.statement}
        fault={useFaultAt('choices', index, 'statement')}
        onChange={(value) => edit('statement', (draft) => draft.kind === 'agreement' && void (draft.statement = value))}
      />
      <TextField
        label="The terms in full are at"
        value={choice.address ?? ''}
        fault={useFaultAt('choices', index, 'address')}
        placeholder="https://… or nothing"
        maxLength={500}
        onChange={(value) =>
          edit('address', (draft) => draft.kind === 'agreement' && void (draft.address = orNull(value)))
        }
      />
    </>
  );
}

export function LinkAddress({ choice, index, edit }: KindProps<'link'>) {
  return (
    <TextField
      label="Leads to"
      value={choice.address}
      fault={useFaultAt('choices', index, 'address')}
      placeholder="https://… or /shop/…"
      maxLength={500}
      onChange={(value) => edit('address', (draft) => draft.kind === 'link' && void (draft.address = value.trim()))}
    />
  );
}
