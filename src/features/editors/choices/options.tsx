'use client';

import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { ClipboardPaste } from 'lucide-react';
import { useMemo, useState } from 'react';
import { giveSkuParts, MOST_OPTIONS, type Option, type OptionsChoice } from '@/core/catalog';
import { type OptionLine, readOptionList } from '@/core/exchange';
import { finderOf } from '@/core/text';
import { counted } from '@/core/words';
import { setWith } from '@/features/kit/shared';
import { TypedInput } from '@/ui/field';
import { useEditing } from '@/features/editors/frame';
import { useAmountScope } from '@/features/editors/fields';
import { LONG } from '@/ui/long-list';
import { moveEntry, Sortable } from '@/ui/sortable';
import { NewOptionLine } from './new-option-line';
import { OptionPictures } from './option-pictures';
import { OptionRow } from './option-row';
import { PasteOptions } from './paste-options';
import { SelectedOptions } from './selected-options';

const isSought = (words: string) => {
  const isIn = finderOf({ where: 'anywhere', texts: [words] });
  return ({ title, sku }: Option) => isIn(`${title} ${sku ?? ''}`);
};

export type EditOptionsChoice = (tag: string, recipe: (choice: OptionsChoice) => void) => void;

interface Props {
  choice: OptionsChoice;
  index: number;
  edit: EditOptionsChoice;
}

/** What the line of an option takes, in pixels. */
const OPTION_HEIGHT = 54;

/** The options of a list: a line each, with the rest unfolding under it; several can be changed at once. */
export function OptionsEditor({ choice, index, edit }: Props) {
  const { surroundings } = useEditing();
  const scope = useAmountScope(choice);
  const [pasting, setPasting] = useState<string | null>(null);
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const [unfolded, setUnfolded] = useState<ReadonlySet<string>>(new Set());
  const [search, setSearch] = useState('');
  // Only a long list is searched: in a short one everything is seen.
  const sought = choice.options.length < LONG ? '' : search;
  const shown = sought.trim() === '' ? choice.options : choice.options.filter(isSought(sought));
  const placeOf = useMemo(() => new Map(choice.options.map(({ key }, place) => [key, place])), [choice.options]);
  const fullPlace = (place: number) => placeOf.get(shown[place]?.key ?? '') ?? place;
  const here = new Set(choice.options.flatMap(({ key }) => (selected.has(key) ? key : [])));
  const isFull = choice.options.length >= MOST_OPTIONS;
  const take = (lines: readonly OptionLine[]) =>
    edit(`paste ${lines.length} options`, (draft) => {
      for (const { option, was } of lines) {
        const place = draft.options.findIndex(({ key }) => key === was?.key);
        if (option && place >= 0) draft.options[place] = option;
        else if (option) draft.options.push(option);
      }
    });
  // Several lines are a list: taken as they are where all of them are new and can be read, and shown with what is wrong
  // and what they change where not.
  const pasteList = (text: string) => {
    const lines = readOptionList(text, choice.options, surroundings.swatches.values(), scope);
    if (lines.every(({ option, was }) => option !== null && was === null)) take(lines);
    else setPasting(text);
  };
  return (
    <Box>
      <OptionsHead
        options={choice.options}
        onSkuParts={() => edit('SKU parts from the names', (draft) => giveSkuParts(draft.options))}
        areAllSelected={here.size === choice.options.length}
        onSelect={(all) => setSelected(all ? new Set(choice.options.map(({ key }) => key)) : new Set())}
        search={search}
        onSearch={setSearch}
        onPaste={() => setPasting('')}
      />
      {here.size > 0 && (
        <SelectedOptions
          choice={choice}
          index={index}
          selected={here}
          edit={edit}
          onDone={() => setSelected(new Set())}
        />
      )}
      {shown.length === 0 && choice.options.length > 0 && <Text color="fg.muted">No option is called that.</Text>}
      <Sortable
        entries={shown}
        height={OPTION_HEIGHT}
        nameOf={(option) => option.title}
        onMove={(from, to) =>
          edit(`move option ${from} ${to}`, (draft) => moveEntry(draft.options, fullPlace(from), fullPlace(to)))
        }
        render={(option, place, handle) => (
          <OptionRow
            choice={choice}
            choiceIndex={index}
            option={option}
            position={fullPlace(place)}
            handle={handle}
            edit={edit}
            selected={here.has(option.key)}
            onSelect={(on) => setSelected((current) => setWith(current, option.key, on))}
            open={unfolded.has(option.key)}
            onOpen={() => setUnfolded(setWith(unfolded, option.key, !unfolded.has(option.key)))}
          />
        )}
      />
      <NewOptionLine choice={choice} isFull={isFull} edit={edit} onPasteList={pasteList} />
      {isFull && <FullNote />}
      {choice.options.length > 0 && <OptionPictures choice={choice} edit={edit} />}
      <WithoutVariants choice={choice} />
      <PasteOptions choice={choice} text={pasting} onClose={() => setPasting(null)} onTake={take} />
    </Box>
  );
}

/** Options of a stocked choice that no variant has yet: nobody can buy them. */
function WithoutVariants({ choice }: { choice: OptionsChoice }) {
  const { product, goTo, productId } = useEditing();
  if (!('stocked' in choice) || !choice.stocked || productId === null) return null;
  const without = choice.options.filter(
    ({ key }) => !product.variants.some(({ options }) => options[choice.key] === key),
  );
  if (without.length === 0) return null;
  return (
    <HStack mt="3" px="3" py="2" bg="copper.subtle" borderRadius="l2" fontSize="sm" justify="space-between">
      <Text>
        {counted(without.length, 'option')} without a variant yet: {without.map(({ title }) => title).join(', ')}.
        Customers see them as not made.
      </Text>
      <Button size="xs" variant="outline" onClick={() => goTo('variants')}>
        To the variants
      </Button>
    </HStack>
  );
}

interface HeadProps {
  options: readonly Option[];
  onSkuParts: () => void;
  areAllSelected: boolean;
  onSelect: (all: boolean) => void;
  search: string;
  onSearch: (words: string) => void;
  onPaste: () => void;
}

/** Selects all options, finds one of many, gives them SKU parts, takes in a list. */
function OptionsHead({ options, onSkuParts, areAllSelected, onSelect, search, onSearch, onPaste }: HeadProps) {
  const count = options.length;
  return (
    <HStack justify="space-between" mb="2">
      <HStack gap="3">
        <Text fontWeight="600">Options</Text>
        {count > 1 && (
          <Button size="2xs" variant="ghost" colorPalette="ink" onClick={() => onSelect(!areAllSelected)}>
            {areAllSelected ? 'Select none' : 'Select all'}
          </Button>
        )}
        {count > 1 && options.some(({ sku }) => sku === null) && (
          <Button
            size="2xs"
            variant="ghost"
            colorPalette="ink"
            title="Gives every option without an SKU part a short one made of its title"
            onClick={onSkuParts}
          >
            SKU parts from the names
          </Button>
        )}
        {count >= LONG && (
          <TypedInput
            size="xs"
            w="190px"
            aria-label="Find an option"
            placeholder={`Find one of ${count}`}
            value={search}
            onChange={onSearch}
          />
        )}
      </HStack>
      <Button size="xs" variant="outline" colorPalette="ink" onClick={onPaste}>
        <ClipboardPaste size={14} aria-hidden /> Paste a list
      </Button>
    </HStack>
  );
}

function FullNote() {
  return (
    <Text mt="1" fontSize="sm" color="copper.fg">
      A choice has at most {MOST_OPTIONS} options, and this one has them. Take some out, or ask for the rest in a choice
      of its own.
    </Text>
  );
}
