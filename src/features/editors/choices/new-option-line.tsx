'use client';

import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { type ClipboardEvent, type FormEvent, useState } from 'react';
import { freeKey, type Option, type OptionsChoice, skuPartFrom } from '@/core/catalog';
import { readOptionLine, type TypedOption } from '@/core/exchange';
import { plainWords } from '@/core/text';
import { amountWords } from '@/core/words';
import { useAmountScope, useHalfTyped } from '@/features/editors/fields';
import { useEditing } from '@/features/editors/frame';
import { FaultLine } from '@/ui/fault-line';
import { TypedInput } from '@/ui/field';
import { colourOfName, newOption } from './new-choice';
import { type EditOptionsChoice } from './options';

/** So many characters a title has at most, and an SKU part. */
const [LONGEST_TITLE, LONGEST_PART] = [120, 40];

interface Props {
  choice: OptionsChoice;
  isFull: boolean;
  edit: EditOptionsChoice;
  /** takes several lines that are pasted here */
  onPasteList: (text: string) => void;
}

/** An SKU part for one more option, where all others have one. */
function proposedPart(title: string, options: readonly Option[]): string | null {
  const parts = options.flatMap(({ sku }) => sku ?? []);
  if (title === '' || parts.length === 0 || parts.length < options.length) return null;
  return skuPartFrom(title, new Set(parts), String(options.length + 1));
}

/** Where options are typed one after the other: a title, or a title with its amount and SKU part on one line. */
export function NewOptionLine({ choice, isFull, edit, onPasteList }: Props) {
  const { surroundings } = useEditing();
  const scope = useAmountScope(choice);
  const [text, setText] = useHalfTyped(`new option of ${choice.key}`);
  const [asTitle, setAsTitle] = useState(false);
  const typed: TypedOption = asTitle
    ? { title: text.trim(), amount: null, sku: null, isParted: false }
    : readOptionLine(text, scope);
  const there = choice.options.find(({ title }) => plainWords(title) === plainWords(typed.title));
  const isOnlyThere = there !== undefined && typed.amount === null && typed.sku === null;
  const isTooLong = typed.title.length > LONGEST_TITLE || (typed.sku?.length ?? 0) > LONGEST_PART;
  const proposed = typed.sku === null && !there ? proposedPart(typed.title, choice.options) : null;
  const type = (next: string) => {
    setText(next);
    if (next.trim() === '') setAsTitle(false);
  };
  const add = (event: FormEvent) => {
    event.preventDefault();
    const { title, amount, sku } = typed;
    if (title === '' || isTooLong || isOnlyThere) return;
    if (there) {
      edit(`change option ${title}`, (draft) => {
        const option = draft.options.find(({ key }) => key === there.key);
        if (!option) return;
        if (amount !== null) option.amount = amount;
        if (sku !== null) option.sku = sku;
      });
      return type('');
    }
    if (isFull) return;
    const colour = choice.kind === 'swatch' ? colourOfName(surroundings.swatches.values(), title) : null;
    edit(`add option ${title}`, (draft) => {
      const keys = draft.options.map(({ key }) => key);
      draft.options.push(newOption(freeKey(title, keys, 'option'), title, { ...colour, amount, sku: sku ?? proposed }));
    });
    type('');
  };
  const paste = (event: ClipboardEvent) => {
    const pasted = event.clipboardData.getData('text');
    if (!/[\n\t]/.test(pasted.trim())) return;
    event.preventDefault();
    onPasteList(pasted);
  };
  return (
    <form onSubmit={add}>
      <HStack mt="2" gap="2">
        <TypedInput
          aria-label="New option"
          placeholder="Type an option, press Enter, type the next. Or: Medium +10 · MED"
          maxLength={200}
          value={text}
          onChange={type}
          onPaste={paste}
          data-begin-here
          autoFocus={choice.options.length === 0}
        />
        <Button
          type="submit"
          variant="outline"
          disabled={typed.title === '' || isTooLong || (there ? isOnlyThere : isFull)}
        >
          {!there && <Plus size={16} aria-hidden />} {there ? 'Change option' : 'Add option'}
        </Button>
      </HStack>
      {isTooLong && (
        <FaultLine mt="1">{`A title has ${LONGEST_TITLE} characters at most, an SKU part ${LONGEST_PART}.`}</FaultLine>
      )}
      {isOnlyThere && (
        <FaultLine mt="1">{`${there.title} is there already. To change it, add what it becomes: ${there.title} +10.`}</FaultLine>
      )}
      {(typed.isParted || proposed !== null) && (
        <Understood
          typed={typed}
          there={there}
          proposed={proposed}
          onAsTitle={typed.isParted ? () => setAsTitle(true) : null}
        />
      )}
    </form>
  );
}

/** What a line is understood to be, before it is added. */
function Understood({
  typed: { title, amount, sku },
  there,
  proposed,
  onAsTitle,
}: {
  typed: TypedOption;
  /** the option that is changed by it; undefined where it is a new one */
  there: Option | undefined;
  proposed: string | null;
  /** takes all of it as the title; null where it is that already */
  onAsTitle: (() => void) | null;
}) {
  const { shop } = useEditing();
  const words = [
    title,
    amountWords(amount, shop.currency),
    sku ? `SKU part ${sku}` : proposed && `SKU part ${proposed}`,
  ];
  const before = there
    ? [
        amount === null ? '' : amountWords(there.amount, shop.currency) || 'no amount',
        sku === null ? '' : (there.sku ?? 'no SKU part'),
      ]
        .filter((word) => word !== '')
        .join(' · ')
    : '';
  return (
    <HStack mt="1" gap="2" fontSize="sm" color="fg.muted">
      <Box data-understood>
        {there ? 'Changes' : 'Adds'}:{' '}
        <Text as="span" fontWeight="600" color="fg">
          {words.filter((word) => word).join(' · ')}
        </Text>
        {there && before !== '' && ` (was ${before})`}
      </Box>
      {onAsTitle && (
        <Button type="button" size="2xs" variant="ghost" colorPalette="ink" onClick={onAsTitle}>
          Use it all as the title
        </Button>
      )}
    </HStack>
  );
}
