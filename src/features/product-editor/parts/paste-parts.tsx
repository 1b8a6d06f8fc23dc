'use client';

import { Button, Stack, Table, Text, Textarea } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { readPartsList } from '@/core/exchange';
import { counted } from '@/core/words';
import { useEditing } from '@/features/editor-kit/editing';
import { AppDialog } from '@/ui/dialog';
import { ScrollRegion } from '@/ui/scroll-region';
import { Sku } from '@/ui/text';
import { takenKeys } from './new-part';

/** Parts from a pasted list, seen before they are taken: nothing enters until it is accepted. */
export function PasteParts({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { product, inShop, bringAlong, change } = useEditing();
  const [text, setText] = useState('');
  const lines = useMemo(() => readPartsList(text, inShop.filter(({ slug }) => slug !== product.slug), takenKeys(product)), [text, inShop, product]);
  const right = lines.flatMap(({ part }) => part ?? []);
  const wrong = lines.length - right.length;
  const close = () => {
    setText('');
    onClose();
  };
  const take = async () => {
    await Promise.all([...new Set(lines.flatMap(({ part, product: meant }) => (part && meant ? [meant.slug] : [])))].map(bringAlong));
    change('paste parts', (draft) => void draft.parts.push(...right));
    close();
  };
  return (
    <AppDialog
      size="lg"
      open={open}
      title="Paste a parts list"
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
          <Button disabled={right.length === 0} onClick={() => void take()}>
            Add {counted(right.length, 'part')}
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <Text fontSize="sm" color="fg.muted">
          A line each: SKU and quantity, copied from a spreadsheet or parted by semicolons or commas. Without a quantity it is one.
        </Text>
        <Textarea aria-label="Parts list" rows={6} fontFamily="mono" fontSize="sm" borderColor="border.emphasized" placeholder={'SMOK; 1\nFRAME; 10'} value={text} onChange={(event) => setText(event.target.value)} />
        {lines.length > 0 && (
          <ScrollRegion label="Preview" height="260px">
            <Table.Root size="sm" aria-label="What the lines mean">
              <Table.Header>
                <Table.Row bg="bg.subtle">
                  <Table.ColumnHeader w="50px">Line</Table.ColumnHeader>
                  <Table.ColumnHeader>Product</Table.ColumnHeader>
                  <Table.ColumnHeader>SKU</Table.ColumnHeader>
                  <Table.ColumnHeader textAlign="end">Quantity</Table.ColumnHeader>
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {lines.map(({ line, text: given, part, product: meant, fault }) => (
                  <Table.Row key={line} bg={fault === null ? 'transparent' : 'brick.subtle'} verticalAlign="top">
                    <Table.Cell color="fg.muted">{line}</Table.Cell>
                    {part && meant ? (
                      <>
                        <Table.Cell fontWeight="600">{meant.title}</Table.Cell>
                        <Table.Cell>
                          <Sku>{meant.sku}</Sku>
                        </Table.Cell>
                        <Table.Cell textAlign="end">{part.quantity.usual}</Table.Cell>
                      </>
                    ) : (
                      <Table.Cell colSpan={3}>
                        <Text fontFamily="mono" fontSize="xs">
                          {given}
                        </Text>
                        <Text color="brick.fg" fontSize="sm">
                          {fault}
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
