'use client';

import { Box, Button, HStack, Stack, Text, Wrap } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { useState } from 'react';
import { type Discount, type DiscountGives } from '@/core/catalog';
import { GroupTicks, orNull } from '@/features/editors/fields';
import { PlaceFields } from '@/features/manage/quantity-rules';
import { askProducts, Whole } from '@/features/kit/shared';
import { type DiscountsView } from '@/services/prices/discounts';
import { SelectField, TextArea, TextField, TypedInput } from '@/ui/field';
import { PickField, SearchField } from '@/ui/search-field';
import { Tick } from '@/ui/tick';

const GIVES = [
  { value: 'percent', label: 'a percentage off' },
  { value: 'amount', label: 'an amount off' },
  { value: 'product', label: 'a free product' },
  { value: 'delivery', label: 'free delivery' },
] as const;

/** What a kind of discount begins with. */
const BEGINS: { readonly [K in DiscountGives['kind']]: Extract<DiscountGives, { kind: K }> } = {
  percent: { kind: 'percent', percent: '10' },
  amount: { kind: 'amount', amount: '5' },
  product: { kind: 'product', product: '', pieces: 1 },
  delivery: { kind: 'delivery' },
};

interface Props extends Pick<DiscountsView, 'groups' | 'products' | 'suggestions' | 'currency'> {
  discount: Discount;
  /** as typed, a line each; null where there are too many to be shown */
  codes: string | null;
  onChange: (change: Partial<Discount>) => void;
  onCodes: (codes: string) => void;
}

/** A discount in sentences: what it gives, by which codes, when, to whom, and for what. */
export function DiscountFields({ discount, codes, groups, products, suggestions, currency, onChange, onCodes }: Props) {
  const { title, gives, from, until, least, uses, usesPerCustomer, combines } = discount;
  const { ask, titleOf } = useNamedProducts(products);
  return (
    <Stack gap="4">
      <NameAndCodes title={title} codes={codes} onChange={onChange} onCodes={onCodes} />
      <Gives gives={gives} ask={ask} titleOf={titleOf} currency={currency} onChange={onChange} />
      <When from={from} until={until} least={least} currency={currency} onChange={onChange} />
      <HStack gap="3" wrap="wrap">
        <Text>Each code can be used</Text>
        <Whole label="Uses in all" value={uses} empty="any" onChange={(value) => onChange({ uses: value })} />
        <Text>times in all, and by one customer</Text>
        <Whole
          label="Uses by one customer"
          value={usesPerCustomer}
          empty="any"
          onChange={(value) => onChange({ usesPerCustomer: value })}
        />
        <Text>times.</Text>
        <Tick
          label="Can be combined with other codes"
          checked={combines}
          onChange={(on) => onChange({ combines: on })}
        />
      </HStack>
      <GroupTicks groups={groups} chosen={discount.groups} onChange={(chosen) => onChange({ groups: chosen })} />
      <PlaceFields
        places={discount.places}
        suggestions={suggestions}
        everywhere={discount.products.length === 0 ? 'For everything in the basket.' : 'For these products:'}
        onChange={(places) => onChange({ places })}
      />
      <HStack gap="3" wrap="wrap">
        <SearchField
          small
          label={
            discount.places.length === 0 && discount.products.length === 0 ? 'Only for a product' : 'Also for a product'
          }
          width="280px"
          onAsk={async (words) => (await ask(words)).filter(({ value }) => !discount.products.includes(value))}
          onPick={(slug) => onChange({ products: [...discount.products, slug] })}
        />
        <Wrap gap="2" mt="6">
          {discount.products.map((slug) => (
            <Button
              key={slug}
              size="xs"
              variant="outline"
              colorPalette="ink"
              aria-label={`Not for ${titleOf(slug)}`}
              onClick={() => onChange({ products: discount.products.filter((other) => other !== slug) })}
            >
              {titleOf(slug)} <X size={12} aria-hidden />
            </Button>
          ))}
        </Wrap>
      </HStack>
    </Stack>
  );
}

/** Finds products, and knows what those are called that are named or have been found. */
function useNamedProducts(named: Props['products']) {
  const [found, setFound] = useState<ReadonlyMap<string, string>>(new Map());
  const ask = async (words: string) => {
    const findings = await askProducts(words, { withDrafts: true });
    setFound((before) => new Map([...before, ...findings.map(({ value, label }) => [value, label] as const)]));
    return findings;
  };
  const titleOf = (slug: string) => named.find((product) => product.slug === slug)?.title ?? found.get(slug) ?? slug;
  return { ask, titleOf };
}

const small = { size: 'sm', bg: 'bg.panel' } as const;

function NameAndCodes({
  title,
  codes,
  onChange,
  onCodes,
}: Pick<Discount, 'title'> & Pick<Props, 'codes' | 'onChange' | 'onCodes'>) {
  return (
    <HStack gap="4" align="start" wrap="wrap">
      <Box w="300px">
        <TextField
          label="Name"
          value={title}
          maxLength={80}
          placeholder="Welcome"
          help="Customers read it in the basket."
          onChange={(value) => onChange({ title: value })}
        />
      </Box>
      <Box w="280px">
        {codes === null ? (
          <Text mt="7">It has many codes; they are in the CSV file.</Text>
        ) : (
          <TextArea
            label="Codes, one a line"
            rows={2}
            value={codes}
            help="What customers type. Capitals make no difference."
            onChange={onCodes}
          />
        )}
      </Box>
    </HStack>
  );
}

/** What is given, and how much of it. */
function Gives({
  gives,
  ask,
  titleOf,
  currency,
  onChange,
}: Pick<Discount, 'gives'> & Pick<Props, 'currency' | 'onChange'> & ReturnType<typeof useNamedProducts>) {
  return (
    <HStack gap="3" wrap="wrap">
      <Text>It gives</Text>
      <SelectField
        small
        hideLabel
        label="What it gives"
        width="210px"
        value={gives.kind}
        alternatives={GIVES}
        onChange={(kind) => onChange({ gives: BEGINS[GIVES.find(({ value }) => value === kind)?.value ?? 'percent'] })}
      />
      {gives.kind === 'percent' && (
        <TypedInput
          {...small}
          w="90px"
          textAlign="end"
          inputMode="decimal"
          aria-label="Percent"
          value={gives.percent}
          onChange={(percent) => onChange({ gives: { ...gives, percent } })}
        />
      )}
      {gives.kind === 'amount' && (
        <TypedInput
          {...small}
          w="110px"
          textAlign="end"
          inputMode="decimal"
          aria-label={`Amount in ${currency}`}
          value={gives.amount}
          onChange={(amount) => onChange({ gives: { ...gives, amount } })}
        />
      )}
      {gives.kind === 'product' && (
        <>
          <Whole
            label="How many"
            value={gives.pieces}
            onChange={(pieces) => onChange({ gives: { ...gives, pieces: pieces ?? 1 } })}
          />
          <PickField
            small
            hideLabel
            label="Which product"
            width="260px"
            picked={gives.product}
            pickedLabel={gives.product === '' ? undefined : titleOf(gives.product)}
            onAsk={ask}
            onPick={(product) => onChange({ gives: { ...gives, product } })}
          />
        </>
      )}
      {gives.kind === 'percent' && <Text>%</Text>}
    </HStack>
  );
}

/** From when to when, and from what value on. */
function When({
  from,
  until,
  least,
  currency,
  onChange,
}: Pick<Discount, 'from' | 'until' | 'least'> & Pick<Props, 'currency' | 'onChange'>) {
  return (
    <HStack gap="3" wrap="wrap">
      <Text>From</Text>
      <TypedInput
        {...small}
        type="date"
        w="160px"
        aria-label="First day"
        value={from ?? ''}
        onChange={(value) => onChange({ from: orNull(value) })}
      />
      <Text>to</Text>
      <TypedInput
        {...small}
        type="date"
        w="160px"
        aria-label="Last day"
        value={until ?? ''}
        onChange={(value) => onChange({ until: orNull(value) })}
      />
      <Text>where what it is for comes to at least</Text>
      <TypedInput
        {...small}
        w="110px"
        textAlign="end"
        inputMode="decimal"
        placeholder="anything"
        aria-label={`Least value in ${currency}`}
        value={least ?? ''}
        onChange={(value) => onChange({ least: orNull(value) })}
      />
    </HStack>
  );
}
