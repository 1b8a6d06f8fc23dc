'use client';

import { Box, Button, chakra, HStack, Text } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ClipboardPaste } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type ListInForce, type PriceList } from '@/core/catalog';
import { type PriceCell, priceIn, withPrice } from '@/core/exchange';
import { formatMoney, minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { isInForce, kindOfThing, listAlone, listedOf, type ThingOf, titleOfThing } from '@/core/price-lists';
import { counted } from '@/core/words';
import { type ListedProduct, type PricedPage } from '@/services/prices/priced';
import { FaultLine } from '@/ui/fault-line';
import { TypedInput } from '@/ui/field';
import { Pages } from '@/ui/table-frame';
import { Tick } from '@/ui/tick';
import { sayDone } from '@/ui/toasts';
import { CopyTable } from './copy-table';
import { PastePrices } from './paste-prices';
import { usePriced } from './use-priced';

interface Props {
  lists: readonly PriceList[];
  first: PricedPage;
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
  { onlyNamed, withOptions }: Shown,
): Row[] {
  const isNamed = ({ slug }: ListedProduct, { thing }: ThingOf) =>
    lists.some(({ prices }) => priceIn(prices, slug, thing) !== null);
  return products.flatMap((product) =>
    product.things
      .filter((thing) => (!onlyNamed && (!kindOfThing(thing.thing).isAdded || withOptions)) || isNamed(product, thing))
      .map((thing) => ({ product, thing })),
  );
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

/**
 * Every price that lists can name, products and what they have of prices down, lists across: typed, pasted, or copied
 * out.
 */
export function PriceGrid({ lists, first, currency, today, onChange }: Props) {
  const {
    page: shown,
    wanted,
    begun,
    find,
    setFind,
    onlyNamed,
    setOnlyNamed,
    setPage,
    isWaiting,
    fault,
  } = usePriced(first, lists);
  const [withOptions, setWithOptions] = useState(false);
  const [pasting, setPasting] = useState(false);
  const rows = useMemo(
    () => rowsShown(shown.rows, [...lists, ...begun], { onlyNamed, withOptions }),
    [shown, lists, begun, onlyNamed, withOptions],
  );
  const name = (key: string, product: ListedProduct, thing: ThingOf, text: string) =>
    onChange(named(lists, key, product, thing, text));
  const take = (cells: readonly PriceCell[]) => {
    onChange(taken(lists, cells));
    sayDone(`${counted(cells.length, 'price')} taken over`, 'Nothing holds before it is saved.');
  };
  return (
    <Box as="section" aria-label="Prices">
      <HStack gap="4" mb="3" wrap="wrap">
        <TypedInput
          size="sm"
          w="260px"
          aria-label="Find a price"
          placeholder="Find a product, SKU or category"
          maxLength={200}
          value={find}
          onChange={setFind}
        />
        <Tick label="Only what a list names" checked={onlyNamed} onChange={setOnlyNamed} />
        <Tick label="What options add, too" checked={withOptions} onChange={setWithOptions} />
        <Box flex="1" />
        <CopyTable wanted={wanted} lists={lists} />
        <Button size="sm" variant="outline" onClick={() => setPasting(true)}>
          <ClipboardPaste size={14} aria-hidden /> Paste a table
        </Button>
      </HStack>
      <PriceTable
        rows={rows}
        lists={lists}
        none={onlyNamed ? 'No list names a price here.' : 'No matches.'}
        isWaiting={isWaiting}
        read={`${shown.first} ${find}`}
        currency={currency}
        today={today}
        onName={name}
      />
      {shown.pages > 1 && (
        <Pages
          label="Prices by list"
          first={shown.first}
          shown={shown.rows.length}
          found={shown.found}
          onBefore={shown.page > 1 ? () => setPage(shown.page - 1) : null}
          onAfter={shown.page < shown.pages ? () => setPage(shown.page + 1) : null}
        />
      )}
      <FaultLine role="alert">{fault ?? undefined}</FaultLine>
      <Text fontSize="sm" color="fg.muted" mt="2">
        {counted(shown.found, 'product')}. A greyed figure is what the list comes to without naming a price; what a list
        names stands in its field, and is empty again when it is taken away.
      </Text>
      <PastePrices open={pasting} lists={lists} onClose={() => setPasting(false)} onTake={take} />
    </Box>
  );
}

interface TableProps extends Pick<RowProps, 'lists' | 'currency' | 'onName'> {
  rows: readonly Row[];
  /** what is said where there are none */
  none: string;
  isWaiting: boolean;
  /** what is read: another is read from its top */
  read: string;
  today: string;
}

/** The rows of a page, of which those are drawn that can be seen. */
function PriceTable({ rows, lists, none, isWaiting, read, currency, today, onName }: TableProps) {
  const inForce = useMemo(() => lists.map((list) => listAlone(list, lists)), [lists]);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  useEffect(() => {
    scroller.current?.scrollTo({ top: 0 });
  }, [read]);
  const columns = `minmax(260px, 1fr) 110px ${lists.map(() => 'minmax(120px, 170px)').join(' ')}`;
  return (
    <Box
      ref={scroller}
      role="table"
      aria-label="Prices by list"
      aria-rowcount={rows.length + 1}
      aria-busy={isWaiting}
      opacity={isWaiting ? 0.6 : 1}
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
          {none}
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
                onName={onName}
              />
            )
          );
        })}
      </chakra.div>
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
