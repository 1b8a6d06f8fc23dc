'use client';

import { Badge, Box, HStack, Table, Text } from '@chakra-ui/react';
import { dequal } from 'dequal';
import { useCallback } from 'react';
import { type Option, type OptionsChoice } from '@/core/catalog';
import { type OptionLine, readOptionList } from '@/core/exchange';
import { amountWords, counted } from '@/core/words';
import { swatchBackground } from '@/ui/swatch-background';
import { useEditing } from '@/features/editors/frame';
import { PasteDialog, useAmountScope } from '@/features/editors/fields';

interface Props {
  choice: OptionsChoice;
  /** what is pasted to begin with; null while the dialog is closed */
  text: string | null;
  onClose: () => void;
  onTake: (lines: readonly OptionLine[]) => void;
}

const COLUMNS = [{ head: 'Title' }, { head: 'Amount', end: true }, { head: 'SKU part' }, { head: 'Colour' }];

/** Whether a line changes nothing of an option that is there. */
const isAsItWas = ({ option, was }: OptionLine) => was !== null && dequal(option, was);

/** What taking lines in does. */
function takesWords(right: readonly OptionLine[]): string {
  const added = right.filter(({ was }) => was === null).length;
  const changed = right.filter((line) => line.was !== null && !isAsItWas(line)).length;
  if (changed === 0) return `Add ${counted(added, 'option')}`;
  return added === 0 ? `Change ${counted(changed, 'option')}` : `Add ${added}, change ${changed}`;
}

/** What stands in a cell, beside what stood there. */
function Changed({ was, now }: { was: string | null; now: string }) {
  if (was === null || was === '' || was === now) return <>{now || '–'}</>;
  return (
    <>
      <Text as="s" color="fg.muted">
        {was}
      </Text>{' '}
      {now || '–'}
    </>
  );
}

/** Options from a pasted list: title, amount, SKU part and colour. */
export function PasteOptions({ choice, text, onClose, onTake }: Props) {
  const { surroundings, shop } = useEditing();
  const scope = useAmountScope(choice);
  const read = useCallback(
    (text: string) => readOptionList(text, choice.options, surroundings.swatches.values(), scope),
    [choice.options, surroundings.swatches, scope],
  );
  const money = (option: Option) => amountWords(option.amount, shop.currency);
  return (
    <PasteDialog
      open={text !== null}
      begin={text ?? ''}
      title="Paste a list of options"
      help="A line each: title, amount, SKU part, colour. Columns copied from a spreadsheet, or parted by semicolons or commas. An amount is 9.50, -2, 12 %, 5 once or 3 per m; a colour is #5b7a5e, rgb(…), lab(…) or the name of a swatch, and two or three with a slash between them: #5b7a5e / #eee. A first line of headings, such as SKU; Title; Amount, says another order. A line with the title or the SKU part of an option that is there changes that one, in what it says."
      label="List of options"
      placeholder={'Pine; 0; P\nOak; 35 %; O\nAsh; 22.50; A'}
      read={read}
      faultOf={({ faults }) => faults.join(' ')}
      columns={COLUMNS}
      cells={(line) => {
        const { option, was, notes } = line;
        if (!option) return null;
        return (
          <>
            <Table.Cell fontWeight="600">
              <Changed was={was?.title ?? null} now={option.title} />
              {was && (
                <Badge ml="2" variant="subtle" colorPalette={isAsItWas(line) ? 'ink' : 'copper'}>
                  {isAsItWas(line) ? 'as it is' : 'changes'}
                </Badge>
              )}
            </Table.Cell>
            <Table.Cell textAlign="end">
              <Changed was={was && money(was)} now={money(option)} />
            </Table.Cell>
            <Table.Cell fontFamily="mono">
              <Changed was={was && (was.sku ?? '')} now={option.sku ?? ''} />
            </Table.Cell>
            <Table.Cell>
              <HStack gap="2">
                {(option.colours.length > 0 || option.swatch !== null) && (
                  <Box
                    w="22px"
                    h="22px"
                    borderRadius="full"
                    borderWidth="1px"
                    style={swatchBackground(
                      option.swatch === null
                        ? option
                        : { colours: surroundings.swatches.get(option.swatch)?.colours ?? [] },
                    )}
                  />
                )}
                <Text fontSize="xs" color="fg.muted">
                  {notes.join(', ')}
                </Text>
              </HStack>
            </Table.Cell>
          </>
        );
      }}
      noun="option"
      takes={takesWords}
      onClose={onClose}
      onTake={onTake}
    />
  );
}
