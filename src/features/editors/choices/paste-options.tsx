'use client';

import { Box, HStack, Table, Text } from '@chakra-ui/react';
import { useCallback } from 'react';
import { type Option, type OptionsChoice } from '@/core/catalog';
import { readOptionList } from '@/core/exchange';
import { amountWords } from '@/core/words';
import { swatchBackground } from '@/ui/swatch-background';
import { useEditing } from '@/features/editors/frame';
import { PasteDialog } from '@/features/editors/fields';

interface Props {
  choice: OptionsChoice;
  /** what is pasted to begin with; null while the dialog is closed */
  text: string | null;
  onClose: () => void;
  onTake: (options: Option[]) => void;
}

const COLUMNS = [{ head: 'Title' }, { head: 'Amount', end: true }, { head: 'SKU part' }, { head: 'Colour' }];

/** Options from a pasted list: title, amount, SKU part and colour. */
export function PasteOptions({ choice, text, onClose, onTake }: Props) {
  const { surroundings, shop } = useEditing();
  const read = useCallback(
    (text: string) => readOptionList(text, choice.options, surroundings.swatches.values(), surroundings.shop.currency),
    [choice.options, surroundings.swatches, surroundings.shop.currency],
  );
  return (
    <PasteDialog
      open={text !== null}
      begin={text ?? ''}
      title="Paste a list of options"
      help="A line each: title, amount, SKU part, colour. Columns copied from a spreadsheet, or parted by semicolons or commas. An amount is 9.50, -2 or 12 %; a colour is #5b7a5e, rgb(…), lab(…) or the name of a swatch, and two or three with a slash between them: #5b7a5e / #eee. A first line of headings, such as SKU; Title; Amount, says another order."
      label="List of options"
      placeholder={'Pine; 0; P\nOak; 35 %; O\nAsh; 22.50; A'}
      read={read}
      faultOf={({ faults }) => faults.join(' ')}
      columns={COLUMNS}
      cells={({ option, notes }) =>
        option && (
          <>
            <Table.Cell fontWeight="600">{option.title}</Table.Cell>
            <Table.Cell textAlign="end">{amountWords(option.amount, shop.currency) || '–'}</Table.Cell>
            <Table.Cell fontFamily="mono">{option.sku ?? '–'}</Table.Cell>
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
        )
      }
      noun="option"
      onClose={onClose}
      onTake={(right) => onTake(right.flatMap(({ option }) => option ?? []))}
    />
  );
}
