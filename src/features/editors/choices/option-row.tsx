'use client';

import { Box, HStack, IconButton, Image, Text } from '@chakra-ui/react';
import { Copy, Trash2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { freeKey, isStocked, MOST_OPTIONS, type Option, type OptionsChoice } from '@/core/catalog';
import { FaultLine } from '@/ui/fault-line';
import { TypedInput } from '@/ui/field';
import { AmountField, MoreAbout, orNull, SwatchField, useDroppedPicture } from '@/features/editors/fields';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { OptionDetails } from './option-details';
import { colourOfName } from './new-choice';
import { type EditOptionsChoice } from './options';
import { removeOptions } from './remove-options';
import { RemoveStockedOptions } from './remove-stocked-options';
import { showPicture } from './show-picture';

interface Props {
  choice: OptionsChoice;
  choiceIndex: number;
  option: Option;
  position: number;
  handle: ReactNode;
  edit: EditOptionsChoice;
  selected: boolean;
  onSelect: (selected: boolean) => void;
  /** whether the rest is unfolded under it */
  open: boolean;
  onOpen: () => void;
}

/** An option once more, as another one of its choice. */
const copyOf = (option: Option, { options }: { options: readonly Option[] }): Option => ({
  ...structuredClone(option),
  key: freeKey(
    option.key.replace(/-/g, ' '),
    options.map(({ key }) => key),
    'option',
  ),
  title: `${option.title} (copy)`,
  sku: null,
});

/** What is wrong with an option, of all that is said on its line. */
function useSaidOfOption(choice: number, position: number): readonly string[] {
  const path = ['choices', choice, 'options', position] as const;
  const faults = [
    useFaultAt(...path, 'title'),
    useFaultAt(...path, 'sku'),
    useFaultAt(...path, 'colours'),
    useFaultAt(...path, 'swatch'),
    useFaultAt(...path, 'face'),
    useFaultAt(...path, 'changesPicture'),
    useFaultAt(...path, 'leadDays'),
    useFaultAt(...path, 'groups'),
  ];
  return faults.filter((fault) => fault !== undefined);
}

/** One option on a line: what is edited all day; the rest unfolds under it. */
export function OptionRow({
  choice,
  choiceIndex,
  option,
  position,
  handle,
  edit,
  selected,
  onSelect,
  open,
  onOpen,
}: Props) {
  const { change, product } = useEditing();
  const [removing, setRemoving] = useState(false);
  const path = ['choices', choiceIndex, 'options', position] as const;
  const said = useSaidOfOption(choiceIndex, position);
  const dead = useFaultAt(...path);
  const name = option.title || `option ${position + 1}`;
  const editOption: EditOption = (what, recipe) =>
    edit(`option ${option.key} ${what}`, (draft) => {
      const target = draft.options.find(({ key }) => key === option.key);
      if (target) recipe(target, draft);
    });
  const duplicate = () =>
    edit(`copy option ${option.key}`, (draft) => void draft.options.splice(position + 1, 0, copyOf(option, draft)));
  const {
    isOver,
    fault: pictureFault,
    place,
  } = useDroppedPicture((src) => editOption('picture', (draft, within) => showPicture(within, draft, src)));
  const hasVariants = isStocked(choice) && product.variants.some(({ options }) => options[choice.key] === option.key);
  const remove = () =>
    hasVariants
      ? setRemoving(true)
      : change(`remove option ${option.key}`, (draft) => removeOptions(draft, choice.key, [option.key]));
  return (
    <Box
      bg={selected ? 'copper.subtle' : 'bg.panel'}
      borderWidth="1px"
      borderColor={isOver ? 'copper.solid' : said.length > 0 ? 'brick.border' : 'border'}
      borderRadius="l2"
      mb="1.5"
      px="2"
      py="1.5"
      {...place}
    >
      <HStack gap="1.5" align="center">
        {handle}
        <Tick hideLabel label={`Select ${name}`} checked={selected} onChange={onSelect} />
        <OptionFields choice={choice} option={option} name={name} path={path} edit={editOption} />
        <OptionButtons
          name={name}
          open={open}
          onOpen={onOpen}
          onDuplicate={choice.options.length < MOST_OPTIONS ? duplicate : null}
          onRemove={remove}
        />
      </HStack>
      {[...(pictureFault === undefined ? [] : [pictureFault]), ...said].map((fault) => (
        <FaultLine key={fault} pl="8">
          {fault}
        </FaultLine>
      ))}
      {dead && (
        <Text pl="8" fontSize="sm" color="copper.fg">
          {dead}
        </Text>
      )}
      {open && <OptionDetails choice={choice} option={option} name={name} path={path} edit={editOption} />}
      {removing && <RemoveStockedOptions choice={choice} options={[option]} onClose={() => setRemoving(false)} />}
    </Box>
  );
}

/** Changes one option of a choice. */
export type EditOption = (what: string, recipe: (draft: Option, within: OptionsChoice) => void) => void;

/** What is edited of an option all day: its swatch, title, amount and SKU part. */
function OptionFields({
  choice,
  option,
  name,
  path,
  edit: editOption,
}: Pick<Props, 'choice' | 'option'> & {
  name: string;
  path: readonly [string, number, string, number];
  edit: EditOption;
}) {
  const { surroundings } = useEditing();
  const skuFault = useFaultAt(...path, 'sku');
  const coloured = choice.kind === 'swatch' || (choice.kind === 'several' && choice.look === 'swatches');
  const takeColourByName = (text: string) => {
    if (!coloured || option.swatch !== null || option.colours.length > 0 || option.texture !== null) return;
    const found = colourOfName(surroundings.swatches.values(), text);
    if (found) editOption('swatch', (draft) => void Object.assign(draft, found));
  };
  return (
    <>
      {coloured && (
        <SwatchField
          name={name}
          option={option}
          onChange={({ colours, swatch, texture }) =>
            editOption('colours', (draft) => {
              draft.colours = [...colours];
              draft.swatch = swatch;
              draft.texture = texture;
            })
          }
        />
      )}
      {option.picture !== null && (
        <Image src={option.picture} alt="" w="36px" h="28px" flexShrink={0} objectFit="cover" borderRadius="l1" />
      )}
      <TypedInput
        aria-label={`Title of ${name}`}
        size="sm"
        flex="1 1 100px"
        minW="96px"
        maxLength={120}
        value={option.title}
        onChange={(text) => editOption('title', (draft) => void (draft.title = text))}
        onLeave={takeColourByName}
      />
      <Box flex="0 1 auto" maxW="264px">
        <AmountField
          label={name}
          amount={option.amount}
          path={[...path, 'amount']}
          own={choice}
          onChange={(amount) => editOption('amount', (draft) => void (draft.amount = amount))}
        />
      </Box>
      <TypedInput
        aria-label={`SKU part of ${name}`}
        placeholder="SKU"
        size="sm"
        w="72px"
        flexShrink={0}
        fontFamily="mono"
        borderColor={skuFault ? 'brick.solid' : 'border.emphasized'}
        maxLength={40}
        value={option.sku ?? ''}
        onChange={(text) => editOption('sku', (draft) => void (draft.sku = orNull(text)))}
      />
    </>
  );
}

/** Unfolds an option, copies it, removes it. */
function OptionButtons({
  name,
  open,
  onOpen,
  onDuplicate,
  onRemove,
}: Pick<Props, 'open' | 'onOpen'> & {
  name: string;
  /** null where no further option fits */
  onDuplicate: (() => void) | null;
  onRemove: () => void;
}) {
  return (
    <HStack gap="0">
      <MoreAbout name={name} open={open} onOpen={onOpen} />
      <IconButton
        aria-label={`Duplicate ${name}`}
        disabled={onDuplicate === null}
        size="2xs"
        variant="ghost"
        colorPalette="ink"
        onClick={onDuplicate ?? undefined}
      >
        <Copy size={13} />
      </IconButton>
      <IconButton aria-label={`Remove ${name}`} size="2xs" variant="ghost" colorPalette="brick" onClick={onRemove}>
        <Trash2 size={13} />
      </IconButton>
    </HStack>
  );
}
