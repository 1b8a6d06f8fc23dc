'use client';

import { Box, Button, Checkbox, HStack, Menu, Portal, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { Copy, Ellipsis, Trash2 } from 'lucide-react';
import { type Choice, hasOptions, LONGEST_TEXT, type OptionsChoice } from '@/core/catalog';
import { unitByCode } from '@/core/quantity';
import { freeKey } from '@/features/shared/keys';
import { SelectField, TextField } from '@/ui/field';
import { unitAlternatives } from '@/features/shared/unit-alternatives';
import { useEditing, useFaultAt } from '../state/editing';
import { kindWords } from '../state/new-choice';
import { useWholeText } from '../state/use-whole-text';
import { AmountField } from './amount-field';
import { DrawsField } from './draws-field';
import { OptionsEditor } from './options';
import { orNull } from '../state/or-null';
import { Section } from './section';
import { WeightField } from './weight-field';

type TypedChoice = Exclude<Choice, OptionsChoice>;
type LimitedChoice = Extract<Choice, { min: unknown }>;

/** One choice: what every choice has, then what its kind has. */
export function ChoiceSection({ choiceKey }: { choiceKey: string }) {
  const { product, change, goTo } = useEditing();
  const index = product.choices.findIndex(({ key }) => key === choiceKey);
  const choice = product.choices[index];
  const titleFault = useFaultAt('choices', index, 'title');
  const requiredFault = useFaultAt('choices', index, 'required');
  if (!choice) return <Text>This choice is gone.</Text>;

  const edit = (tag: string, recipe: (draft: Choice) => void) =>
    change(`choice ${choiceKey} ${tag}`, (draft) => {
      const target = draft.choices.find(({ key }) => key === choiceKey);
      if (target) recipe(target);
    });
  const duplicate = () => {
    const key = freeKey(choice.title, product.choices.map((other) => other.key), 'choice');
    change(`copy choice ${key}`, (draft) => void draft.choices.splice(index + 1, 0, { ...structuredClone(choice), key, title: `${choice.title} (copy)` }));
    goTo(`choice:${key}`);
  };
  const remove = () => {
    goTo('choices');
    change(`remove choice ${choiceKey}`, (draft) => {
      draft.choices = draft.choices.filter(({ key }) => key !== choiceKey);
      // A combination without one of its stocked choices means nothing any more.
      for (const variant of draft.variants) {
        variant.options = Object.fromEntries(Object.entries(variant.options).filter(([key]) => key !== choiceKey));
      }
    });
  };
  const actions = (
    <Menu.Root>
      <Menu.Trigger asChild>
        <Button size="sm" variant="ghost" colorPalette="ink" aria-label="More for this choice">
          <Ellipsis size={16} />
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            <Menu.Item value="duplicate" onClick={duplicate}>
              <Copy size={14} /> Duplicate
            </Menu.Item>
            <Menu.Item value="remove" color="brick.fg" onClick={remove}>
              <Trash2 size={14} /> Remove
            </Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
  return (
    <Section title={choice.title || 'Without a title'} lead={`Asks for ${kindWords[choice.kind]}. Inside it is called “${choice.key}”.`} actions={actions}>
      <SimpleGrid columns={2} gap="4">
        <TextField label="Title" value={choice.title} fault={titleFault} maxLength={120} onChange={(value) => edit('title', (draft) => void (draft.title = value))} />
        <TextField label="Help" value={choice.help ?? ''} maxLength={500} placeholder="none" onChange={(value) => edit('help', (draft) => void (draft.help = value === '' ? null : value))} />
      </SimpleGrid>
      <HStack gap="6" wrap="wrap">
        <Tick label="Required" checked={choice.required} onChange={(required) => edit('required', (draft) => void (draft.required = required))} />
        {hasOptions(choice) && (
          <Tick
            label="Stocked: its options are counted separately"
            checked={choice.stocked}
            onChange={(stocked) =>
              edit('stocked', (draft) => {
                if (!hasOptions(draft)) return;
                draft.stocked = stocked;
                if (stocked) draft.required = true;
              })
            }
          />
        )}
      </HStack>
      {requiredFault && <Text color="brick.fg">{requiredFault}</Text>}
      {hasOptions(choice) ? (
        <>
          <OptionsEditor choice={choice} index={index} edit={(tag, recipe) => edit(tag, (draft) => hasOptions(draft) && recipe(draft))} />
          <DefaultOption choice={choice} index={index} onChange={(key) => edit('default', (draft) => hasOptions(draft) && (draft.default = key))} />
        </>
      ) : (
        <TypedFields choice={choice} index={index} edit={edit} />
      )}
    </Section>
  );
}

function Tick({ label, checked, onChange }: { label: string; checked: boolean; onChange: (checked: boolean) => void }) {
  return (
    <Checkbox.Root checked={checked} onCheckedChange={(details) => onChange(details.checked === true)}>
      <Checkbox.HiddenInput />
      <Checkbox.Control borderColor="border.emphasized" />
      <Checkbox.Label>{label}</Checkbox.Label>
    </Checkbox.Root>
  );
}

function DefaultOption({ choice, index, onChange }: { choice: OptionsChoice; index: number; onChange: (key: string | null) => void }) {
  return (
    <Box maxW="340px">
      <SelectField
        label="To begin with"
        value={choice.default ?? ''}
        fault={useFaultAt('choices', index, 'default')}
        alternatives={[{ value: '', label: 'customers must choose' }, ...choice.options.map(({ key, title }) => ({ value: key, label: `${title} is chosen` }))]}
        onChange={(key) => onChange(key === '' ? null : key)}
      />
    </Box>
  );
}

interface TypedProps {
  choice: TypedChoice;
  index: number;
  edit: (tag: string, recipe: (draft: Choice) => void) => void;
}

function TypedFields({ choice, index, edit }: TypedProps) {
  const editTyped = (tag: string, recipe: (draft: TypedChoice) => void) => edit(tag, (draft) => !hasOptions(draft) && recipe(draft));
  const skuFault = useFaultAt('choices', index, 'sku');
  return (
    <>
      <LimitFields choice={choice} index={index} edit={edit} />
      <Box>
        <Text fontWeight="600" mb="1.5">
          {choice.kind === 'yesNo' ? 'Saying yes' : 'Answering it'}
        </Text>
        <AmountField label={choice.title} amount={choice.amount} path={['choices', index, 'amount']} own={choice} onChange={(amount) => editTyped('amount', (draft) => void (draft.amount = amount))} />
      </Box>
      <HStack gap="4" align="start">
        <Box w="180px">
          <TextField label="Adds to the SKU" value={choice.sku ?? ''} fault={skuFault} placeholder="nothing" fontFamily="mono" maxLength={40} onChange={(value) => editTyped('sku', (draft) => void (draft.sku = orNull(value)))} />
        </Box>
        <WeightField
          label="Adds weight"
          unit="g"
          weight={choice.weight}
          fault={useFaultAt('choices', index, 'weight', 'value')}
          onChange={(weight) => editTyped('weight', (draft) => void (draft.weight = weight))}
        />
      </HStack>
      <Stack gap="1.5">
        <Text fontWeight="600">Takes from stock, beside what the product takes</Text>
        <DrawsField label={choice.title} draws={choice.draws} path={['choices', index, 'draws']} onChange={(draws) => editTyped('draws', (draft) => void (draft.draws = draws))} />
      </Stack>
    </>
  );
}

function LimitFields({ choice, index, edit }: TypedProps) {
  switch (choice.kind) {
    case 'text':
      return <TextLimits choice={choice} index={index} edit={edit} />;
    case 'number':
    case 'measure':
      return <NumberLimits choice={choice} index={index} edit={edit} />;
    case 'yesNo':
      return (
        <Box maxW="340px">
          <SelectField
            label="To begin with"
            value={choice.default === null ? '' : choice.default ? 'yes' : 'no'}
            alternatives={[
              { value: 'no', label: 'no' },
              { value: 'yes', label: 'yes' },
              { value: '', label: 'customers must say which' },
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
}

function TextLimits({ choice, index, edit }: { choice: Extract<Choice, { kind: 'text' }>; index: number; edit: TypedProps['edit'] }) {
  const bounds = { least: 1, most: LONGEST_TEXT, mayBeEmpty: true };
  const fewest = useWholeText(choice.minCharacters, bounds, (value) => edit('minCharacters', (draft) => draft.kind === 'text' && (draft.minCharacters = value)));
  const most = useWholeText(choice.maxCharacters, bounds, (value) => edit('maxCharacters', (draft) => draft.kind === 'text' && (draft.maxCharacters = value)));
  const minFault = useFaultAt('choices', index, 'minCharacters');
  const defaultFault = useFaultAt('choices', index, 'default');
  return (
    <SimpleGrid columns={3} gap="4">
      <TextField label="Fewest characters" value={fewest.text} fault={fewest.fault ?? minFault} placeholder="1" inputMode="numeric" onChange={fewest.take} />
      <TextField label="Most characters" value={most.text} fault={most.fault} placeholder={String(LONGEST_TEXT)} inputMode="numeric" onChange={most.take} />
      <TextField label="To begin with" value={choice.default ?? ''} fault={defaultFault} placeholder="empty" maxLength={500} onChange={(value) => edit('default', (draft) => draft.kind === 'text' && (draft.default = value === '' ? null : value))} />
    </SimpleGrid>
  );
}

const LIMITS = [
  ['min', 'Least'],
  ['max', 'Most'],
  ['step', 'In steps of'],
  ['default', 'To begin with'],
] as const;

function NumberLimits({ choice, index, edit }: { choice: LimitedChoice; index: number; edit: TypedProps['edit'] }) {
  const faults = {
    min: useFaultAt('choices', index, 'min'),
    max: useFaultAt('choices', index, 'max'),
    step: useFaultAt('choices', index, 'step'),
    default: useFaultAt('choices', index, 'default'),
  };
  const unitFault = useFaultAt('choices', index, 'unit');
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
            onChange={(value) => edit('unit', (draft) => draft.kind === 'measure' && (draft.unit = value))}
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
            placeholder={field === 'default' ? 'empty' : 'none'}
            onChange={(value) =>
              edit(field, (draft) => {
                if (draft.kind === 'number' || draft.kind === 'measure') draft[field] = orNull(value);
              })
            }
          />
        ))}
      </SimpleGrid>
    </>
  );
}
