'use client';

import { Box, Collapsible, HStack, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { ChevronDown } from 'lucide-react';
import { type Choice, isNote, type Note } from '@/core/catalog';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { useFaultAt } from '@/features/editors/frame';
import { GroupsField } from '@/features/editors/fields';
import { Tick } from '@/ui/tick';
import { WholeField } from '@/features/kit/shared';
import { type EditChoice } from './choice';

const LOOKS = {
  list: [
    { value: 'auto', label: 'buttons while they are few, else a menu' },
    { value: 'buttons', label: 'buttons' },
    { value: 'menu', label: 'a menu' },
    { value: 'cards', label: 'cards with pictures' },
  ],
  several: [
    { value: 'ticks', label: 'boxes to tick' },
    { value: 'cards', label: 'cards with pictures' },
    { value: 'swatches', label: 'swatches' },
  ],
} as const;

const WIDTHS = [
  { value: 'wide', label: 'the whole form' },
  { value: 'threeQuarters', label: 'three quarters of it' },
  { value: 'narrow', label: 'half of it' },
  { value: 'quarter', label: 'a quarter of it' },
] as const;

const NAMES = [
  { value: 'shown', label: 'stand under them' },
  { value: 'onPointing', label: 'are shown on pointing' },
  { value: 'hidden', label: 'only of the chosen one' },
] as const;

/** How a choice stands on the page, and who sees it: folded away, because it is seldom changed. */
export function ChoiceOnPage({ choice, index, edit }: { choice: Choice; index: number; edit: EditChoice }) {
  const groupsFault = useFaultAt('choices', index, 'groups');
  const quantityFault = useFaultAt('choices', index, 'ownQuantity');
  return (
    <Collapsible.Root
      defaultOpen={groupsFault !== undefined || quantityFault !== undefined}
      borderTopWidth="1px"
      borderColor="border"
    >
      <Collapsible.Trigger display="flex" alignItems="center" gap="2" py="3" cursor="pointer" fontWeight="600" w="full">
        Display and visibility
        <ChevronDown size={16} aria-hidden />
      </Collapsible.Trigger>
      <Collapsible.Content>
        <Stack gap="4" pb="2">
          <Looks choice={choice} edit={edit} />
          {!isNote(choice) && <WhatIsShown choice={choice} quantityFault={quantityFault} edit={edit} />}
          <Box>
            <Text fontWeight="600" mb="1">
              Customer groups
            </Text>
            <GroupsField
              what={choice.kind === 'heading' && choice.holds ? 'this section' : isNote(choice) ? 'it' : 'this choice'}
              groups={choice.groups}
              fault={groupsFault}
              onChange={(groups) => edit('groups', (draft) => void (draft.groups = groups))}
            />
          </Box>
        </Stack>
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

function OwnQuantity({
  choice,
  fault,
  edit,
}: {
  choice: Extract<Choice, { ownQuantity: unknown }>;
  fault?: string;
  edit: EditChoice;
}) {
  return (
    <HStack gap="3" align="center">
      <Tick
        label="Each picked option takes a quantity"
        checked={choice.ownQuantity}
        onChange={(on) => edit('ownQuantity', (draft) => 'ownQuantity' in draft && void (draft.ownQuantity = on))}
      />
      {choice.ownQuantity && (
        <Box w="110px">
          <WholeField
            label="at most"
            value={choice.mostEach}
            least={2}
            most={999}
            onChange={(value) => edit('mostEach', (draft) => 'mostEach' in draft && void (draft.mostEach = value))}
          />
        </Box>
      )}
      <FaultLine>{fault}</FaultLine>
    </HStack>
  );
}

interface Props {
  choice: Choice;
  edit: EditChoice;
}

/** How wide it is, how it stands beside others, and what it is called inside. */
function Looks({ choice, edit }: Props) {
  const foldable = choice.kind !== 'divider' && choice.kind !== 'link' && choice.kind !== 'paragraph';
  return (
    <SimpleGrid columns={2} gap="4">
      <LooksOfOptions choice={choice} edit={edit} />
      <SelectField
        label="Width"
        value={choice.width}
        alternatives={WIDTHS}
        onChange={(value) =>
          edit('width', (draft) => void (draft.width = WIDTHS.find((width) => width.value === value)?.value ?? 'wide'))
        }
      />
      {choice.kind === 'heading' && (
        <SelectField
          label="Side by side"
          value={choice.columns === null ? '' : String(choice.columns)}
          alternatives={[
            { value: '', label: 'each as wide as it says' },
            ...[1, 2, 3, 4].map((count) => ({
              value: String(count),
              label: count === 1 ? 'one below the other' : `${count} of them`,
            })),
          ]}
          onChange={(value) =>
            edit(
              'columns',
              (draft) => draft.kind === 'heading' && void (draft.columns = value === '' ? null : Number(value)),
            )
          }
        />
      )}
      {foldable && (
        <SelectField
          label={choice.kind === 'heading' ? 'What follows it' : 'Folding'}
          value={choice.fold}
          alternatives={[
            { value: 'fixed', label: 'always open' },
            { value: 'open', label: 'can be folded, open to begin with' },
            { value: 'folded', label: 'can be folded, folded to begin with' },
          ]}
          onChange={(value) =>
            edit('fold', (draft) => void (draft.fold = value === 'open' || value === 'folded' ? value : 'fixed'))
          }
        />
      )}
      <TextField
        label="Internal name"
        value={choice.insideName}
        maxLength={120}
        placeholder={choice.title}
        help="What you call it, where two have the same title."
        onChange={(value) => edit('insideName', (draft) => void (draft.insideName = value))}
      />
    </SimpleGrid>
  );
}

/** How its options are shown. */
function LooksOfOptions({ choice, edit }: Props) {
  return (
    <>
      {choice.kind === 'list' && (
        <SelectField
          label="Shown as"
          value={choice.look}
          alternatives={LOOKS.list}
          onChange={(value) =>
            edit(
              'look',
              (draft) =>
                draft.kind === 'list' &&
                void (draft.look = LOOKS.list.find((look) => look.value === value)?.value ?? 'auto'),
            )
          }
        />
      )}
      {choice.kind === 'several' && (
        <SelectField
          label="Shown as"
          value={choice.look}
          alternatives={LOOKS.several}
          onChange={(value) =>
            edit(
              'look',
              (draft) =>
                draft.kind === 'several' &&
                void (draft.look = LOOKS.several.find((look) => look.value === value)?.value ?? 'ticks'),
            )
          }
        />
      )}
      {'columns' in choice && (
        <SelectField
          label="Options in a row"
          value={choice.columns === null ? '' : String(choice.columns)}
          alternatives={[
            { value: '', label: 'as many as fit' },
            ...Array.from({ length: 8 }, (_, count) => ({ value: String(count + 1), label: String(count + 1) })),
          ]}
          onChange={(value) =>
            edit('columns', (draft) => 'columns' in draft && void (draft.columns = value === '' ? null : Number(value)))
          }
        />
      )}
      {'names' in choice && (choice.kind === 'swatch' || choice.look === 'swatches') && (
        <SelectField
          label="Names of swatches"
          value={choice.names}
          alternatives={NAMES}
          onChange={(value) =>
            edit(
              'names',
              (draft) =>
                'names' in draft && void (draft.names = NAMES.find((names) => names.value === value)?.value ?? 'shown'),
            )
          }
        />
      )}
    </>
  );
}

/** What of it customers see at once. */
function WhatIsShown({
  choice,
  quantityFault,
  edit,
}: {
  choice: Exclude<Choice, Note>;
  quantityFault?: string;
  edit: EditChoice;
}) {
  return (
    <HStack gap="6" wrap="wrap">
      <Tick
        label="Show its title"
        checked={choice.titleShown}
        onChange={(on) => edit('titleShown', (draft) => void (draft.titleShown = on))}
      />
      {'descriptionsShown' in choice && (
        <Tick
          label="Descriptions of options only on demand"
          checked={choice.descriptionsShown === 'onDemand'}
          onChange={(on) =>
            edit(
              'descriptionsShown',
              (draft) => 'descriptionsShown' in draft && void (draft.descriptionsShown = on ? 'onDemand' : 'always'),
            )
          }
        />
      )}
      <Tick
        label="Help only on demand"
        checked={choice.helpShown === 'onDemand'}
        onChange={(on) => edit('helpShown', (draft) => void (draft.helpShown = on ? 'onDemand' : 'always'))}
      />
      {'ownQuantity' in choice && <OwnQuantity choice={choice} fault={quantityFault} edit={edit} />}
    </HStack>
  );
}
