'use client';

import { Button, Stack, Table, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { type OneOfChoice } from '@/core/catalog';
import { counted } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { anything, send, useBusy } from '@/features/kit/shared';
import { AppDialog } from '@/ui/dialog';
import { TextField } from '@/ui/field';
import { sayDone, sayFailed } from '@/ui/toasts';
import { combinationTitle, newVariant, sameCombination, variantIndex } from './combinations';
import { type DeliveryLine, readDelivery } from './delivery';
import { useNewItems } from './use-stock-items';

interface Props {
  stocked: readonly OneOfChoice[];
  open: boolean;
  onClose: () => void;
}

/** Books a delivery; combinations that are not kept yet become variants with their stock. */
export function DeliveryDialog({ stocked, open, onClose }: Props) {
  const { product, change, reloadStock } = useEditing();
  const newItems = useNewItems(stocked);
  const [text, setText] = useState('');
  const [reason, setReason] = useState('');
  const { busy, run } = useBusy();
  const lines = readDelivery(text, stocked);
  const right = lines.flatMap((line) => (line.combination ? [{ ...line, combination: line.combination }] : []));
  const variantOf = (line: DeliveryLine) =>
    line.combination ? product.variants[variantIndex(product, line.combination, stocked)] : undefined;
  const close = () => {
    setText('');
    onClose();
  };
  const book = async () => {
    const withoutItem = right.filter(
      (line, index) =>
        !variantOf(line)?.stock &&
        right.findIndex(
          (other) => combinationTitle(other.combination, stocked) === combinationTitle(line.combination, stocked),
        ) === index,
    );
    await run(
      async () => {
        const items = await newItems(withoutItem.map(({ combination }) => ({ options: { ...combination } })));
        const keyOf = (line: (typeof right)[number]) =>
          variantOf(line)?.stock ??
          items.find(({ variant }) => sameCombination(variant.options, line.combination, stocked))?.key ??
          '';
        await send(
          'POST',
          '/api/manage/stock/batch',
          {
            create: items.map(({ key, title }) => ({ key, title, unit: '1' })),
            entries: right.map((line) => ({ key: keyOf(line), kind: 'receipt', quantity: line.quantity })),
            reason: reason.trim() || 'Delivery',
          },
          anything,
        );
        await reloadStock(items.map(({ key }) => key));
        change('variants of a delivery', (draft) => {
          for (const { variant, key } of items) {
            const known = draft.variants[variantIndex(draft, variant.options, stocked)];
            if (known) known.stock = key;
            else draft.variants.push({ ...newVariant(variant.options), stock: key });
          }
        });
        sayDone(
          `${counted(right.length, 'line')} posted`,
          items.length > 0 ? `${counted(items.length, 'stock item')} created.` : undefined,
        );
        close();
      },
      { tell: (words) => sayFailed('Nothing was posted', words) },
    );
  };
  return (
    <AppDialog
      size="lg"
      open={open}
      title="Receive a delivery"
      onClose={close}
      footer={
        <>
          <Button variant="ghost" colorPalette="ink" onClick={close}>
            Cancel
          </Button>
          <Button
            disabled={right.length === 0 || right.length < lines.length}
            loading={busy}
            onClick={() => void book()}
          >
            Post {counted(right.length, 'line')}
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <Text fontSize="sm" color="fg.muted">
          A line each, as on the delivery note: {stocked.map(({ title }) => title).join(', ')} and how many.
          Combinations that you don’t keep yet are added with what came in.
        </Text>
        <Textarea
          aria-label="Delivery"
          rows={6}
          fontFamily="mono"
          fontSize="sm"
          borderColor="border.emphasized"
          placeholder={`${stocked.map((choice) => choice.options[0]?.title ?? choice.title).join('; ')}; 12`}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <TextField label="Why" value={reason} placeholder="Delivery" maxLength={200} onChange={setReason} />
        {lines.length > 0 && <ReadLines lines={lines} stocked={stocked} isNew={(line) => !variantOf(line)} />}
      </Stack>
    </AppDialog>
  );
}

/** What each line was read as. */
function ReadLines({
  lines,
  stocked,
  isNew,
}: {
  lines: readonly DeliveryLine[];
  stocked: readonly OneOfChoice[];
  isNew: (line: DeliveryLine) => boolean;
}) {
  return (
    <Table.Root size="sm" aria-label="What the lines mean">
      <Table.Body>
        {lines.map((line) => (
          <Table.Row key={line.line} bg={line.fault ? 'brick.subtle' : 'transparent'}>
            <Table.Cell color="fg.muted">{line.line}</Table.Cell>
            <Table.Cell fontWeight={line.fault ? '400' : '600'}>
              {line.combination ? combinationTitle(line.combination, stocked) : line.text}
            </Table.Cell>
            <Table.Cell textAlign="end">{line.combination ? line.quantity : ''}</Table.Cell>
            <Table.Cell color={line.fault ? 'brick.fg' : 'fg.muted'}>
              {line.fault ?? (isNew(line) ? 'new variant' : '')}
            </Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}
