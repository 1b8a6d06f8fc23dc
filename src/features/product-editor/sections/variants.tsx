'use client';

import { Box, Button, HStack, IconButton, Input, Table, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type OptionsChoice, type Variant } from '@/core/catalog';
import { formatQuantity, unitByCode } from '@/core/quantity';
import { Exact } from '@/core/number';
import { counted } from '@/core/words';
import { anything, send, wordsOf } from '@/features/shared/api';
import { freeKey } from '@/features/shared/keys';
import { SelectField } from '@/ui/field';
import { sayDone, sayFailed } from '@/ui/toasts';
import { useEditing } from '../state/editing';
import { orNull } from '../state/or-null';

/** Every combination of the options of some choices. */
function combinationsOf(choices: readonly OptionsChoice[]): Record<string, string>[] {
  return choices.reduce<Record<string, string>[]>(
    (partial, choice) => partial.flatMap((options) => choice.options.map(({ key }) => ({ ...options, [choice.key]: key }))),
    [{}],
  );
}

/** The combinations of stocked options that are really kept, each with its stock item. */
export function Variants({ stocked }: { stocked: readonly OptionsChoice[] }) {
  const { product, change, findings } = useEditing();
  const titleOf = (options: Readonly<Record<string, string>>) =>
    stocked.map((choice) => choice.options.find(({ key }) => key === options[choice.key])?.title ?? '?').join(' · ');
  const sameOptions = (a: Readonly<Record<string, string>>, b: Readonly<Record<string, string>>) => stocked.every(({ key }) => a[key] === b[key]);
  const missing = stocked.length === 0 ? [] : combinationsOf(stocked).filter((options) => !product.variants.some((variant) => sameOptions(variant.options, options)));
  const add = (combinations: readonly Record<string, string>[]) =>
    change(`add variants ${combinations.length}`, (draft) => void draft.variants.push(...combinations.map((options) => ({ options, sku: null, price: null, stock: null }))));
  const listFault = findings.find(({ path }) => path.length === 1 && path[0] === 'variants');
  return (
    <Box>
      <HStack justify="space-between" mb="2" wrap="wrap">
        <Text fontWeight="600">Variants: the combinations you keep</Text>
        <HStack gap="2">
          <CreateMissingStock titleOf={titleOf} />
          {missing.length > 0 && (
            <>
              <SelectField
                label="Add a combination"
                hideLabel
                width="210px"
                value=""
                alternatives={[{ value: '', label: 'Add a combination …' }, ...missing.map((options, index) => ({ value: String(index), label: titleOf(options) }))]}
                onChange={(value) => {
                  const options = missing[Number(value)];
                  if (value !== '' && options) add([options]);
                }}
              />
              <Button size="sm" variant="outline" onClick={() => add(missing)}>
                <Plus size={14} aria-hidden /> Add all {missing.length}
              </Button>
            </>
          )}
        </HStack>
      </HStack>
      {listFault && (
        <Text color="brick.fg" mb="2">
          {listFault.message}
        </Text>
      )}
      {product.variants.length > 0 && (
        <Table.Root size="sm" aria-label="Variants">
          <Table.Header>
            <Table.Row bg="transparent">
              <Table.ColumnHeader>Combination</Table.ColumnHeader>
              <Table.ColumnHeader>Stock item</Table.ColumnHeader>
              <Table.ColumnHeader>Own price</Table.ColumnHeader>
              <Table.ColumnHeader>Own SKU</Table.ColumnHeader>
              <Table.ColumnHeader />
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {product.variants.map((variant, index) => (
              <VariantRow key={index} variant={variant} index={index} title={titleOf(variant.options) || 'No stocked choice'} />
            ))}
          </Table.Body>
        </Table.Root>
      )}
    </Box>
  );
}

function VariantRow({ variant, index, title }: { variant: Variant; index: number; title: string }) {
  const { product, stock, change, findings } = useEditing();
  const faults = findings.filter(({ path }) => path[0] === 'variants' && path[1] === index).map(({ message }) => message);
  const item = stock.find(({ key }) => key === variant.stock);
  const unit = item && unitByCode(item.unit);
  const edit = (what: string, recipe: (draft: Variant) => void) =>
    change(`variant ${index} ${what}`, (draft) => {
      const target = draft.variants[index];
      if (target) recipe(target);
    });
  return (
    <>
      <Table.Row bg="transparent">
        <Table.Cell fontWeight="600" borderBottomWidth={faults.length > 0 ? '0' : undefined}>
          {title}
        </Table.Cell>
        <Table.Cell>
          <SelectField
            label={`Stock item of ${title}`}
            hideLabel
            value={variant.stock ?? ''}
            alternatives={[{ value: '', label: 'none yet' }, ...stock.map(({ key, title: name }) => ({ value: key, label: name }))]}
            onChange={(key) => edit('stock', (draft) => void (draft.stock = orNull(key)))}
          />
          {item && unit && (
            <Text fontSize="xs" color="fg.muted">
              {formatQuantity({ value: Exact.from(item.available), unit })} can be promised
            </Text>
          )}
        </Table.Cell>
        <Table.Cell>
          <Input aria-label={`Own price of ${title}`} size="sm" w="90px" textAlign="end" placeholder={product.price ?? ''} value={variant.price ?? ''} onChange={(event) => edit('price', (draft) => void (draft.price = orNull(event.target.value)))} />
        </Table.Cell>
        <Table.Cell>
          <Input aria-label={`Own SKU of ${title}`} size="sm" w="120px" fontFamily="mono" placeholder="from options" value={variant.sku ?? ''} onChange={(event) => edit('sku', (draft) => void (draft.sku = orNull(event.target.value)))} />
        </Table.Cell>
        <Table.Cell>
          <IconButton aria-label={`Remove ${title}`} size="xs" variant="ghost" colorPalette="brick" onClick={() => change(`remove variant ${title}`, (draft) => void draft.variants.splice(index, 1))}>
            <Trash2 size={14} />
          </IconButton>
        </Table.Cell>
      </Table.Row>
      {faults.length > 0 && (
        <Table.Row bg="transparent">
          <Table.Cell colSpan={5} color="brick.fg" pt="0">
            {faults.join(' ')}
          </Table.Cell>
        </Table.Row>
      )}
    </>
  );
}

/** Makes a stock item, with nothing in it yet, for every variant that has none. */
function CreateMissingStock({ titleOf }: { titleOf: (options: Readonly<Record<string, string>>) => string }) {
  const { product, stock, change, reloadStock } = useEditing();
  const [busy, setBusy] = useState(false);
  const without = product.variants.filter((variant) => variant.stock === null);
  if (without.length === 0) return null;
  const create = async () => {
    setBusy(true);
    try {
      const taken = stock.map(({ key }) => key);
      const made: { variant: Variant; key: string }[] = [];
      for (const variant of without) {
        const title = `${product.title} ${titleOf(variant.options).replaceAll(' · ', ' ')}`.trim();
        const key = freeKey(title, taken, 'item');
        taken.push(key);
        await send('POST', '/api/manage/stock', { key, title, unit: '1' }, anything);
        made.push({ variant, key });
      }
      await reloadStock();
      change('stock items for variants', (draft) => {
        for (const { variant, key } of made) {
          const target = draft.variants[product.variants.indexOf(variant)];
          if (target) target.stock = key;
        }
      });
      sayDone(`${counted(made.length, 'stock item')} created`, 'Nothing is in them yet: enter a receipt under Stock.');
    } catch (error) {
      sayFailed('Not every stock item was created', wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Button size="sm" variant="outline" loading={busy} onClick={() => void create()}>
      Create {counted(without.length, 'stock item')}
    </Button>
  );
}
