'use client';

import { Box, Button, chakra, HStack, Text } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ClipboardCopy, ClipboardPaste } from 'lucide-react';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { type ListInForce, type PriceList } from '@/core/catalog';
import { type PriceCell, priceIn, readPriceTable, withPrice, writePriceTable } from '@/core/exchange';
import { formatMoney, minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { isInForce, kindOfThing, listAlone, listedOf, type ThingOf, titleOfThing } from '@/core/price-lists';
import { counted } from '@/core/words';
import { PasteDialog } from '@/features/editors/fields';
import { type ListedProduct } from '@/services/prices/price-lists';
import { TypedInput } from '@/ui/field';
import { Tick } from '@/ui/tick';
import { sayDone, sayFailed } from '@/ui/toasts';

interface Props {
  lists: readonly PriceList[];
  products: readonly ListedProduct[];
  currency: string;
  today: string;
  onChange: (lists: readonly PriceList[]) => void;
}

interface Row {
  readonly product: ListedProduct;
  readonly thing: ThingOf;
}

const ROW_HEIGHT = 38;

interface Shown {
  /** what is looked for, in lower case */
  readonly wanted: string;
  readonly onlyNamed: boolean;
  readonly withOptions: boolean;
}

/**
 * The rows of the grid.
 *
 * @param lists those that may name a price: also as they began, so that a row stays while its field is empty
 */
function rowsShown(
  products: readonly ListedProduct[],
  lists: readonly PriceList[],
  { wanted, onlyNamed, withOptions }: Shown,
): Row[] {
  const isNamed = (product: ListedProduct, { thing }: ThingOf) =>
    lists.some(({ prices }) => priceIn(prices, product.slug, thing) !== null);
  return products.flatMap((product): Row[] => {
    const isHit =
      wanted === '' ||
      [product.title, product.sku, product.category ?? ''].some((text) => text.toLowerCase().includes(wanted));
    return product.things
      .filter((thing) => isHit || thing.title.toLowerCase().includes(wanted))
      .filter((thing) => (!onlyNamed && (!kindOfThing(thing.thing).isAdded || withOptions)) || isNamed(product, thing))
      .map((thing) => ({ product, thing }));
  });
}

/** Lists in one of which something has another price, or none where its field is empty. */
const named = (lists: readonly PriceList[], key: string, { slug }: ListedProduct, { thing }: ThingOf, text: string) =>
  lists.map((list) =>
    list.key === key
      ? {
          ...list,
          prices: withPrice(list.prices, slug, thing, text.trim() === '' ? null : text.trim().replace(',', '.')),
        }
      : list,
  );

/** Lists with the prices of a table that was pasted. */
const taken = (lists: readonly PriceList[], cells: readonly PriceCell[]) =>
  lists.map((list) => ({
    ...list,
    prices: cells
      .filter((cell) => cell.list === list.key)
      .reduce((prices, { product, thing, price }) => withPrice(prices, product, thing, price), [...list.prices]),
  }));

async function copyTable(products: readonly ListedProduct[], lists: readonly PriceList[]): Promise<void> {
  try {
    await navigator.clipboard.writeText(writePriceTable(products, lists));
  } catch {
    // Browsers lend the clipboard only to pages they trust.
    sayFailed(
      'The table could not be copied',
      'The browser keeps the clipboard from this page. Open it under https, or as localhost.',
    );
    return;
  }
  sayDone('The whole table is copied', 'Paste it into a spreadsheet; what comes back from there is pasted here.');
}

/**
 * Every price that lists can name, products and what they have of prices down, lists across: typed, pasted, or copied
 * out.
 */
export function PriceGrid({ lists, products, currency, today, onChange }: Props) {
  const [search, setSearch] = useState('');
  const [onlyNamed, setOnlyNamed] = useState(false);
  const [withOptions, setWithOptions] = useState(false);
  const [pasting, setPasting] = useState(false);
  const [begun] = useState(lists);
  const wanted = useDeferredValue(search.trim().toLowerCase());
  const rows = useMemo(
    () => rowsShown(products, [...lists, ...begun], { wanted, onlyNamed, withOptions }),
    [products, lists, begun, wanted, onlyNamed, withOptions],
  );
  const inForce = useMemo(() => lists.map((list) => listAlone(list, lists)), [lists]);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  const name = (key: string, product: ListedProduct, thing: ThingOf, text: string) =>
    onChange(named(lists, key, product, thing, text));
  const take = (cells: readonly PriceCell[]) => {
    onChange(taken(lists, cells));
    sayDone(`${counted(cells.length, 'price')} taken over`, 'Nothing holds before it is saved.');
  };
  const columns = `minmax(260px, 1fr) 110px ${lists.map(() => 'minmax(120px, 170px)').join(' ')}`;
  return (
    <Box as="section" aria-label="Prices">
      <HStack gap="4" mb="3" wrap="wrap">
        <TypedInput
          size="sm"
          w="260px"
          aria-label="Find a price"
          placeholder="Find a product, SKU, category or option"
          value={search}
          onChange={setSearch}
        />
        <Tick label="Only what a list names" checked={onlyNamed} onChange={setOnlyNamed} />
        <Tick label="What options add, too" checked={withOptions} onChange={setWithOptions} />
        <Box flex="1" />
        <Button size="sm" variant="outline" onClick={() => void copyTable(products, lists)}>
          <ClipboardCopy size={14} aria-hidden /> Copy table
        </Button>
        <Button size="sm" variant="outline" onClick={() => setPasting(true)}>
          <ClipboardPaste size={14} aria-hidden /> Paste a table
        </Button>
      </HStack>
      <Box
        ref={scroller}
        role="table"
        aria-label="Prices by list"
        aria-rowcount={rows.length + 1}
        tabIndex={0}
        maxH="560px"
        overflow="auto"
        borderWidth="1px"
        borderColor="border"
        borderRadius="l2"
        bg="bg.panel"
      >
        <HeadRow lists={lists} columns={columns} today={today} />
        {rows.length === 0 && (
          <Text px="4" py="6" color="fg.muted">
            {onlyNamed ? 'No list names a price here.' : 'No matches.'}
          </Text>
        )}
        <chakra.div position="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start, key }) => {
            const row = rows[index];
            return (
              row && (
                <PriceRow
                  key={key}
                  place={index}
                  start={start}
                  row={row}
                  lists={lists}
                  inForce={inForce}
                  columns={columns}
                  currency={currency}
                  onName={name}
                />
              )
            );
          })}
        </chakra.div>
      </Box>
      <Text fontSize="sm" color="fg.muted" mt="2">
        {counted(rows.length, 'price')}. A greyed figure is what the list comes to without naming a price; what a list
        names stands in its field, and is empty again when it is taken away.
      </Text>
      <PastePrices open={pasting} products={products} lists={lists} onClose={() => setPasting(false)} onTake={take} />
    </Box>
  );
}

function HeadRow({ lists, columns, today }: { lists: readonly PriceList[]; columns: string; today: string }) {
  return (
    <chakra.div
      role="row"
      display="grid"
      gridTemplateColumns={columns}
      position="sticky"
      top="0"
      zIndex="1"
      bg="bg.subtle"
      borderBottomWidth="1px"
      borderColor="border"
      fontSize="sm"
      fontWeight="600"
      minW="max-content"
    >
      <Head>What</Head>
      <Head end>Usual</Head>
      {lists.map((list) => (
        <Head key={list.key} end>
          {list.title || 'without a name'}
          {!isInForce(list, today) && (
            <Text as="span" display="block" fontWeight="400" fontSize="xs" color="fg.muted">
              not today
            </Text>
          )}
        </Head>
      ))}
    </chakra.div>
  );
}

interface PasteProps {
  open: boolean;
  products: readonly ListedProduct[];
  lists: readonly PriceList[];
  onClose: () => void;
  onTake: (cells: readonly PriceCell[]) => void;
}

function PastePrices({ open, products, lists, onClose, onTake }: PasteProps) {
  return (
    <PasteDialog
      open={open}
      title="Paste prices"
      help="A table as “Copy table” gives it: the first line says which column is which. Empty cells name no price; columns that are missing stay as they are."
      label="Table of prices"
      placeholder={'Product\tOf\tTrade\nhoney-jar\t\t0.85'}
      read={(text) => readPriceTable(text, products, lists)}
      faultOf={({ fault }) => fault}
      columns={[{ head: 'What' }, { head: 'List' }, { head: 'Now', end: true }, { head: 'New', end: true }]}
      cells={(cell) =>
        [
          cell.title,
          lists.find(({ key }) => key === cell.list)?.title ?? '',
          priceIn(lists.find(({ key }) => key === cell.list)?.prices ?? [], cell.product, cell.thing) ?? 'none',
          cell.price ?? 'none',
        ].map((text, place) => (
          <PastedCell key={place} end={place > 1}>
            {text}
          </PastedCell>
        ))
      }
      noun="price"
      onClose={onClose}
      onTake={onTake}
    />
  );
}

function PastedCell({ end, children }: { end: boolean; children: string }) {
  return (
    <chakra.td px="2" py="1" textAlign={end ? 'end' : 'start'}>
      {children}
    </chakra.td>
  );
}

function Head({ end = false, children }: { end?: boolean; children: React.ReactNode }) {
  return (
    <chakra.div role="columnheader" px="3" py="2" textAlign={end ? 'end' : 'start'}>
      {children}
    </chakra.div>
  );
}

interface RowProps {
  place: number;
  start: number;
  row: Row;
  lists: readonly PriceList[];
  /** the same by themselves, as they come to prices */
  inForce: readonly ListInForce[];
  columns: string;
  currency: string;
  onName: (list: string, product: ListedProduct, thing: ThingOf, text: string) => void;
}

function PriceRow({ place, start, row: { product, thing }, lists, inForce, columns, currency, onName }: RowProps) {
  const usual = thing.usual ?? (kindOfThing(thing.thing).followsProduct ? (product.things[0]?.usual ?? null) : null);
  const of = titleOfThing(product.title, thing);
  return (
    <chakra.div
      role="row"
      aria-rowindex={place + 2}
      display="grid"
      gridTemplateColumns={columns}
      position="absolute"
      top="0"
      left="0"
      w="full"
      minW="max-content"
      alignItems="center"
      borderBottomWidth="1px"
      borderColor="border.muted"
      style={{ height: ROW_HEIGHT, transform: `translateY(${start}px)` }}
    >
      <chakra.div role="cell" px="3" overflow="hidden" whiteSpace="nowrap" textOverflow="ellipsis" title={of}>
        {kindOfThing(thing.thing).isWhole ? (
          <Text as="span" fontWeight="600">
            {product.title}
          </Text>
        ) : (
          <Text as="span" color="fg.muted" ps="4">
            {thing.title}
          </Text>
        )}
      </chakra.div>
      <chakra.div role="cell" px="3" textAlign="end" css={{ fontVariantNumeric: 'tabular-nums' }}>
        {usual === null ? '–' : told(usual, currency)}
      </chakra.div>
      {lists.map((list, at) => {
        const alone = inForce[at];
        const named = priceIn(list.prices, product.slug, thing.thing);
        const wrong = named !== null && !Exact.parse(named);
        const comes = named === null && alone ? comesTo(alone, product, thing, usual, currency) : null;
        return (
          <chakra.div role="cell" key={list.key} px="1.5">
            <TypedInput
              size="xs"
              textAlign="end"
              inputMode="decimal"
              aria-label={`${list.title || 'The new list'}: ${of}`}
              aria-invalid={wrong}
              title={wrong ? `“${named}” is no price. Write it like 12.50.` : undefined}
              borderColor={wrong ? 'brick.solid' : named === null ? 'transparent' : 'oak.emphasized'}
              fontWeight={named === null ? undefined : '700'}
              placeholder={comes ?? '–'}
              value={named ?? ''}
              css={{ fontVariantNumeric: 'tabular-nums' }}
              onChange={(text) => onName(list.key, product, thing, text)}
            />
          </chakra.div>
        );
      })}
    </chakra.div>
  );
}

const told = (text: string, currency: string) => {
  const value = Exact.parse(text);
  return value && (text.split('.')[1]?.length ?? 0) <= (minorUnits(currency) ?? 2)
    ? formatMoney(value, currency)
    : text;
};

/** What something costs by a list that names no price for it; null where it says nothing. */
function comesTo(
  list: ListInForce,
  { slug, shelf }: ListedProduct,
  { thing }: ThingOf,
  usual: string | null,
  currency: string,
): string | null {
  return (
    listedOf(
      [list],
      { slug, ...shelf },
      thing,
      usual === null ? null : Exact.parse(usual),
      minorUnits(currency) ?? 2,
    )?.price.toString() ?? null
  );
}
