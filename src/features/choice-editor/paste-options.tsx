'use client';

import { Box, Button, HStack, Stack, Table, Text, Textarea } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { type Option, type OptionsChoice } from '@/core/catalog';
import { readOptionList } from '@/core/exchange';
import { amountWords, counted } from '@/core/words';
import { AppDialog } from '@/ui/dialog';
import { ScrollRegion } from '@/ui/scroll-region';
import { swatchBackground } from '@/ui/swatch-background';
import { useEditing } from '../editor-kit/editing';

interface Props {
  choice: OptionsChoice;
  open: boolean;
  onClose: () => void;
  onTake: (options: Option[]) => void;
}

/** Options from a pasted list, seen before they are taken: nothing enters until it is accepted. */
export function PasteOptions({ choice, open, onClose, onTake }: Props) {
  const { surroundings, shop } = useEditing();
  const [text, setText] = useState('');
  const lines = useMemo(() => readOptionList(text, choice.options, surroundings.swatches.values()), [text, choice.options, surroundings.swatches]);
  const right = lines.flatMap(({ option }) => option ?? []);
  const wrong = lines.length - right.length;
  const close = () => {
    setText('');
    onClose();
  };
  const take = () => {
    onTake(right);
    close();
  };
  return (
    <AppDialog
      size="xl"
      open={open}
      title="Paste a list of options"
      onClose={close}
      footer={
        <>
          {wrong > 0 && (
            <Text color="brick.fg" fontSize="sm" flex="1">
              {counted(wrong, 'line')} with faults {wrong === 1 ? 'stays' : 'stay'} out until mended above.
            </Text>
          )}
          <Button variant="ghost" colorPalette="ink" onClick={close}>
            Cancel
          </Button>
          <Button disabled={right.length === 0} onClick={take}>
            Add {counted(right.length, 'option')}
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <Text fontSize="sm" color="fg.muted">
          A line each: title, amount, SKU part, colour. Columns copied from a spreadsheet, or parted by semicolons or commas. An amount is 9.50, -2 or 12 %; a colour is #5b7a5e, rgb(…), lab(…) or the name of a swatch.
        </Text>
        <Textarea aria-label="List of options" rows={6} fontFamily="mono" fontSize="sm" borderColor="border.emphasized" placeholder={'Pine; 0; P\nOak; 35 %; O\nAsh; 22.50; A'} value={text} onChange={(event) => setText(event.target.value)} />
        {lines.length > 0 && (
          <ScrollRegion label="Preview" height="300px">
            <Table.Root size="sm" aria-label="What the lines mean">
              <Table.Header>
                <Table.Row bg="bg.subtle">
                  <Table.ColumnHeader w="50px">Line</Table.ColumnHeader>
                  <Table.ColumnHeader>Title</Table.ColumnHeader>
                  <Table.ColumnHeader textAlign="end">Amount</Table.ColumnHeader>
                  <Table.ColumnHeader>SKU part</Table.ColumnHeader>
                  <Table.ColumnHeader>Colour</Table.ColumnHeader>
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {lines.map(({ line, text: given, option, faults, notes }) => (
                  <Table.Row key={line} bg={faults.length > 0 ? 'brick.subtle' : 'transparent'} verticalAlign="top">
                    <Table.Cell color="fg.muted">{line}</Table.Cell>
                    {option ? (
                      <>
                        <Table.Cell fontWeight="600">{option.title}</Table.Cell>
                        <Table.Cell textAlign="end">{amountWords(option.amount, shop.currency) || '–'}</Table.Cell>
                        <Table.Cell fontFamily="mono">{option.sku ?? '–'}</Table.Cell>
                        <Table.Cell>
                          <HStack gap="2">
                            {(option.colours.length > 0 || option.swatch !== null) && (
                              <Box w="22px" h="22px" borderRadius="full" borderWidth="1px" style={swatchBackground(option.swatch === null ? option : { colours: surroundings.swatches.get(option.swatch)?.colours ?? [] })} />
                            )}
                            <Text fontSize="xs" color="fg.muted">
                              {notes.join(', ')}
                            </Text>
                          </HStack>
                        </Table.Cell>
                      </>
                    ) : (
                      <Table.Cell colSpan={4}>
                        <Text fontFamily="mono" fontSize="xs">
                          {given}
                        </Text>
                        <Text color="brick.fg" fontSize="sm">
                          {faults.join(' ')}
                        </Text>
                      </Table.Cell>
                    )}
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          </ScrollRegion>
        )}
      </Stack>
    </AppDialog>
  );
}
