'use client';

import { Box, Button, chakra, HStack, IconButton, Input, Stack, Text } from '@chakra-ui/react';
import { ChevronDown, ChevronUp, Plus, Trash2 } from 'lucide-react';
import { type FormEvent, type ReactNode, useState } from 'react';
import { type Option, type OptionsChoice } from '@/core/catalog';
import { freeKey } from '@/features/shared/keys';
import { moveEntry, Sortable } from '../sortable';
import { useEditing, useFaultAt } from '../state/editing';
import { AmountField } from './amount-field';
import { DrawsField } from './draws-field';
import { orNull } from '../state/or-null';
import { WeightField } from './weight-field';

interface Props {
  choice: OptionsChoice;
  index: number;
  edit: (tag: string, recipe: (choice: OptionsChoice) => void) => void;
}

const FIRST_COLOURS = ['#66737b', '#b8945c', '#7c9a63', '#b05a2e', '#ad3d33', '#e4dcc6'];

/** The options of a list: a line each, with the rest unfolding under it. */
export function OptionsEditor({ choice, index, edit }: Props) {
  const [title, setTitle] = useState('');
  const add = (event: FormEvent) => {
    event.preventDefault();
    const name = title.trim();
    if (name === '') return;
    edit(`add option ${name}`, (draft) => {
      const key = freeKey(name, draft.options.map((option) => option.key), 'option');
      const option = { key, title: name, amount: null, sku: null, weight: null, draws: [] };
      if (draft.kind === 'swatch') draft.options.push({ ...option, colours: [FIRST_COLOURS[draft.options.length % FIRST_COLOURS.length] ?? '#66737b'] });
      else draft.options.push(option);
    });
    setTitle('');
  };
  return (
    <Box>
      <Text fontWeight="600" mb="2">
        Options
      </Text>
      <Sortable
        entries={choice.options}
        nameOf={(option) => option.title}
        onMove={(from, to) => edit(`move option ${from} ${to}`, (draft) => moveEntry(draft.options, from, to))}
        render={(option, position, handle) => <OptionRow choice={choice} choiceIndex={index} option={option} position={position} handle={handle} edit={edit} />}
      />
      <form onSubmit={add}>
        <HStack mt="2" gap="2">
          <Input aria-label="New option" placeholder="Type an option, press Enter, type the next" maxLength={120} bg="bg.panel" borderColor="border.emphasized" value={title} onChange={(event) => setTitle(event.target.value)} />
          <Button type="submit" variant="outline" disabled={title.trim() === ''}>
            <Plus size={16} aria-hidden /> Add option
          </Button>
        </HStack>
      </form>
    </Box>
  );
}

interface RowProps {
  choice: OptionsChoice;
  choiceIndex: number;
  option: Option;
  position: number;
  handle: ReactNode;
  edit: Props['edit'];
}

function OptionRow({ choice, choiceIndex, option, position, handle, edit }: RowProps) {
  const { change } = useEditing();
  const [open, setOpen] = useState(false);
  const path = ['choices', choiceIndex, 'options', position] as const;
  const titleFault = useFaultAt(...path, 'title');
  const skuFault = useFaultAt(...path, 'sku');
  const colourFault = useFaultAt(...path, 'colours');
  const weightFault = useFaultAt(...path, 'weight', 'value');
  const name = option.title || `option ${position + 1}`;
  const editOption = (what: string, recipe: (draft: Option) => void) =>
    edit(`option ${option.key} ${what}`, (draft) => {
      const target = draft.options.find(({ key }) => key === option.key);
      if (target) recipe(target);
    });
  const remove = () =>
    change(`remove option ${option.key}`, (draft) => {
      const target = draft.choices[choiceIndex];
      if (!target || !('options' in target)) return;
      target.options.splice(position, 1);
      if (target.default === option.key) target.default = null;
      // A combination with an option that is gone can't be chosen; its stock item stays in the store room.
      draft.variants = draft.variants.filter(({ options }) => options[choice.key] !== option.key);
    });
  const faults = [titleFault, skuFault, colourFault].filter((fault) => fault !== undefined);
  return (
    <Box bg="bg.panel" borderWidth="1px" borderColor={faults.length > 0 ? 'brick.border' : 'border'} borderRadius="l2" mb="1.5" px="2" py="1.5">
      <HStack gap="1.5" align="center">
        {handle}
        {'colours' in option && <Colours name={name} colours={option.colours} onChange={(colours) => editOption('colours', (draft) => 'colours' in draft && (draft.colours = colours))} />}
        <Input
          aria-label={`Title of ${name}`}
          size="sm"
          flex="1 1 110px"
          minW="110px"
          borderColor="border.emphasized"
          maxLength={120}
          value={option.title}
          onChange={(event) => editOption('title', (draft) => void (draft.title = event.target.value))}
        />
        <Box flex="0 1 auto" maxW="234px">
          <AmountField
            label={name}
            amount={option.amount}
            path={[...path, 'amount']}
            own={choice}
            onChange={(amount) => editOption('amount', (draft) => void (draft.amount = amount))}
          />
        </Box>
        <Input
          aria-label={`SKU part of ${name}`}
          placeholder="SKU"
          size="sm"
          w="76px"
          fontFamily="mono"
          borderColor={skuFault ? 'brick.solid' : 'border.emphasized'}
          maxLength={40}
          value={option.sku ?? ''}
          onChange={(event) => editOption('sku', (draft) => void (draft.sku = orNull(event.target.value)))}
        />
        <IconButton aria-label={`${open ? 'Less' : 'More'} about ${name}`} aria-expanded={open} size="xs" variant="ghost" colorPalette="ink" onClick={() => setOpen(!open)}>
          {open ? <ChevronUp size={14} /> : <ChevronDown size={14} />}
        </IconButton>
        <IconButton aria-label={`Remove ${name}`} size="xs" variant="ghost" colorPalette="brick" onClick={remove}>
          <Trash2 size={14} />
        </IconButton>
      </HStack>
      {faults.map((fault) => (
        <Text key={fault} fontSize="sm" color="brick.fg" pl="8">
          {fault}
        </Text>
      ))}
      {open && (
        <Stack gap="3" pl="8" py="3">
          <WeightField label="Adds weight" unit="g" weight={option.weight} fault={weightFault} onChange={(weight) => editOption('weight', (draft) => void (draft.weight = weight))} />
          <DrawsField label={name} draws={option.draws} path={[...path, 'draws']} onChange={(draws) => editOption('draws', (draft) => void (draft.draws = draws))} />
        </Stack>
      )}
    </Box>
  );
}

/** One to three colours, each picked or typed. */
function Colours({ name, colours, onChange }: { name: string; colours: readonly string[]; onChange: (colours: string[]) => void }) {
  return (
    <HStack gap="0.5">
      {colours.map((colour, index) => (
        <chakra.input
          key={index}
          type="color"
          aria-label={`Colour ${index + 1} of ${name}`}
          w="22px"
          h="26px"
          p="0"
          borderWidth="0"
          bg="transparent"
          cursor="pointer"
          value={/^#[0-9a-f]{6}$/i.test(colour) ? colour : '#888888'}
          onChange={(event) => onChange(colours.map((other, position) => (position === index ? event.target.value : other)))}
        />
      ))}
      {colours.length < 3 && (
        <IconButton aria-label={`Add a colour to ${name}`} size="2xs" variant="ghost" colorPalette="ink" onClick={() => onChange([...colours, '#2f2a24'])}>
          <Plus size={12} />
        </IconButton>
      )}
      {colours.length > 1 && (
        <IconButton aria-label={`Take a colour from ${name}`} size="2xs" variant="ghost" colorPalette="ink" onClick={() => onChange(colours.slice(0, -1))}>
          <Trash2 size={12} />
        </IconButton>
      )}
    </HStack>
  );
}
