'use client';

import { Button, HStack, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { changedKind, type Choice, type ChoiceField, type ChoiceKind, hasOptions } from '@/core/catalog';
import { counted, listed } from '@/core/words';
import { AppDialog } from '@/ui/dialog';
import { KindField } from './kind-field';
import { newChoice } from './new-choice';

/** What is said to be lost of a choice; one that is forgotten does not compile. */
const LOST: Readonly<Record<Exclude<ChoiceField, 'options'>, string>> = {
  key: 'its inside name',
  kind: 'its kind',
  title: 'its title',
  insideName: 'what you call it',
  help: 'its help',
  helpShown: 'how its help is shown',
  titleShown: 'whether its title is shown',
  width: 'its width',
  fold: 'whether it can be folded',
  groups: 'which customers see it',
  forWorkshop: 'that the workshop alone sees it',
  required: 'whether it is required',
  sameSku: 'that it does not change the SKU',
  amount: 'its price',
  breaks: 'what it costs from so many on',
  wasPrice: 'its crossed-out price',
  sku: 'its SKU part',
  weight: 'its weight',
  draws: 'what it draws from stock',
  columns: 'how many stand in a row',
  ownQuantity: 'that each option is counted by customers',
  mostEach: 'the most of each option',
  parts: 'that it is written in parts',
  belowNothing: 'that it may be below nothing',
  stocked: 'that its options are counted separately',
  default: 'what it begins with',
  look: 'how it looks',
  shows: 'which text it shows',
  minCharacters: 'the fewest characters',
  maxCharacters: 'the most characters',
  lines: 'how many lines it has',
  min: 'its least',
  max: 'its most',
  step: 'its step',
  unit: 'its unit',
  picks: 'its quick picks',
  onPicture: 'its place on the picture',
  least: 'the fewest of them',
  most: 'the most of them',
  earliest: 'its first day',
  latest: 'its last day',
  weekdays: 'its days of the week',
  months: 'its months',
  past: 'whether past days can be chosen',
  leftOut: 'the days that are left out',
  types: 'the kinds of file',
  largest: 'how large a file may be',
  moved: 'whether pictures can be moved',
  perInch: 'how many pixels to an inch it needs',
  statement: 'what customers agree to',
  address: 'its address',
  product: 'the product it takes along',
  answers: 'what is settled of it',
  mostQuantity: 'how many can be taken along',
  price: 'what that costs',
  text: 'its text',
  picture: 'its picture',
  pictureAlt: 'what its picture shows',
  placeholder: 'what stands in the empty field',
  names: 'how the names of swatches are shown',
  descriptionsShown: 'how descriptions are shown',
  holds: 'whether it is a section',
  joins: 'what joins by condition',
  settled: 'what is settled of its candidates',
  keepsOrder: 'whether it keeps its order',
};

function lostWords(choice: Choice, field: ChoiceField): string {
  if (field === 'options')
    return hasOptions(choice) ? `its ${counted(choice.options.length, 'option')}` : 'its options';
  return LOST[field];
}

/** Makes a choice ask in another way; what that can't keep is said before. */
export function ChangeKindDialog({
  choice,
  onClose,
  onChange,
}: {
  choice: Choice;
  onClose: () => void;
  onChange: (changed: Choice) => void;
}) {
  const [kind, setKind] = useState<ChoiceKind>(choice.kind);
  const begin = (one: ChoiceKind) => newChoice(one, choice.key, choice.title);
  const { choice: changed, lost } = changedKind(choice, { before: begin(choice.kind), after: begin(kind) });
  return (
    <AppDialog
      title={`Ask for ${choice.title || 'it'} in another way`}
      open
      onClose={onClose}
      footer={
        <HStack>
          <Button variant="ghost" colorPalette="ink" onClick={onClose}>
            Leave it as it is
          </Button>
          <Button disabled={kind === choice.kind} onClick={() => onChange(changed)}>
            Change it
          </Button>
        </HStack>
      }
    >
      <Stack gap="4">
        <KindField label="It is" kind={kind} onChange={setKind} />
        {kind !== choice.kind && (
          <Text role="status" color={lost.length > 0 ? 'brick.fg' : 'lichen.fg'}>
            {lost.length > 0
              ? `This is lost: ${listed(
                  lost.map((field) => lostWords(choice, field)),
                  'and',
                )}. Undo brings it back.`
              : 'Everything that was said of it is kept.'}
          </Text>
        )}
      </Stack>
    </AppDialog>
  );
}
