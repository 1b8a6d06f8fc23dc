'use client';

import { Box, Button, Heading, HStack, IconButton, Stack, Table, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { freeKey, type Tax, type TaxShown } from '@/core/catalog';
import { countryName } from '@/features/kit/shared';
import { SelectField, TextField, TypedInput } from '@/ui/field';
import { Tick } from '@/ui/tick';
import { taxOfOneRate } from './one-rate';

export const SHOWN: readonly { readonly value: TaxShown; readonly label: string }[] = [
  { value: 'with', label: 'with tax' },
  { value: 'without', label: 'without tax' },
  { value: 'both', label: 'both' },
];

const ENTERED = [
  { value: 'with', label: 'with tax' },
  { value: 'without', label: 'without tax' },
] as const;

const ROUNDED = [
  { value: 'line', label: 'for each order line' },
  { value: 'order', label: 'once for the order' },
] as const;

/** Tax: how prices are entered and shown, and a small table of rates by country and kind of product. */
export function TaxFields({ tax, onChange }: { tax: Tax | null; onChange: (tax: Tax | null) => void }) {
  return (
    <Stack gap="3" as="section" aria-label="Tax">
      <Heading as="h2" size="lg">
        Tax
      </Heading>
      <Tick
        label="Prices are told with or without tax"
        checked={tax !== null}
        onChange={(on) => onChange(on ? taxOfOneRate('AT', '20') : null)}
      />
      {tax && (
        <>
          <Terms tax={tax} edit={(change) => onChange({ ...tax, ...change })} />
          <Rates tax={tax} edit={(change) => onChange({ ...tax, ...change })} />
          <AnotherCountry tax={tax} edit={(change) => onChange({ ...tax, ...change })} />
        </>
      )}
    </Stack>
  );
}

interface Props {
  tax: Tax;
  edit: (change: Partial<Tax>) => void;
}

/** The countries that have rates, the shop's own first. */
const countriesOf = ({ country, rates }: Tax): string[] => [
  ...new Set([country, ...rates.map((rate) => rate.country)]),
];

/** The rate for a kind of products in a country, as it is written; empty where there is none. */
const rateOf = ({ rates }: Tax, of: string, country: string): string =>
  rates.find((known) => known.class === of && known.country === country)?.percent ?? '';

/** What the tax is called, how prices are entered and shown, and where it is rounded. */
function Terms({ tax, edit }: Props) {
  return (
    <HStack gap="3" wrap="wrap">
      <Text>It is called</Text>
      <TypedInput
        size="sm"
        w="90px"
        aria-label="Name of the tax"
        maxLength={20}
        value={tax.name}
        onChange={(name) => edit({ name })}
      />
      <Text>Prices are entered</Text>
      <SelectField
        small
        hideLabel
        label="Prices are entered"
        width="140px"
        value={tax.pricesInclude ? 'with' : 'without'}
        alternatives={ENTERED}
        onChange={(value) => edit({ pricesInclude: value === 'with' })}
      />
      <Text>and shown</Text>
      <SelectField
        small
        hideLabel
        label="Prices are shown"
        width="140px"
        value={tax.shown}
        alternatives={SHOWN}
        onChange={(value) => edit({ shown: SHOWN.find((known) => known.value === value)?.value ?? 'with' })}
      />
      <Text>Tax is rounded</Text>
      <SelectField
        small
        hideLabel
        label="Tax is rounded"
        width="190px"
        value={tax.rounding}
        alternatives={ROUNDED}
        onChange={(value) => edit({ rounding: value === 'order' ? 'order' : 'line' })}
      />
    </HStack>
  );
}

/** The rates in percent, by country and kind of products. */
function Rates({ tax, edit }: Props) {
  const countries = countriesOf(tax);
  const addKind = () => {
    const key = freeKey(
      'kind',
      tax.classes.map((known) => known.key),
      'kind',
    );
    edit({
      classes: [...tax.classes, { key, title: 'Reduced' }],
      rates: [...tax.rates, ...countries.map((country) => ({ class: key, country, percent: '0' }))],
    });
  };
  return (
    <Table.Root size="sm" w="auto" bg="bg.panel" aria-label="Rates of tax in percent">
      <Table.Header>
        <Table.Row bg="transparent">
          <Table.ColumnHeader>Percent in</Table.ColumnHeader>
          {tax.classes.map((kind, place) => (
            <Table.ColumnHeader key={kind.key}>
              <KindOfProducts kind={kind} place={place} tax={tax} edit={edit} />
            </Table.ColumnHeader>
          ))}
          <Table.ColumnHeader>
            <Button size="2xs" variant="outline" onClick={addKind}>
              <Plus size={12} aria-hidden /> Kind of products
            </Button>
          </Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {countries.map((country) => (
          <RatesIn key={country} country={country} tax={tax} edit={edit} />
        ))}
      </Table.Body>
    </Table.Root>
  );
}

function KindOfProducts({
  kind: { key, title },
  place,
  tax,
  edit,
}: Props & { kind: Tax['classes'][number]; place: number }) {
  return (
    <HStack gap="1">
      <TypedInput
        size="xs"
        w="130px"
        aria-label={`Kind of products ${place + 1}`}
        maxLength={60}
        value={title}
        onChange={(text) =>
          edit({
            classes: tax.classes.map((known) => (known.key === key ? { ...known, title: text } : known)),
          })
        }
      />
      {place > 0 && (
        <IconButton
          aria-label={`Take ${title} away`}
          size="2xs"
          variant="ghost"
          colorPalette="brick"
          onClick={() =>
            edit({
              classes: tax.classes.filter((known) => known.key !== key),
              rates: tax.rates.filter((known) => known.class !== key),
            })
          }
        >
          <Trash2 size={12} />
        </IconButton>
      )}
    </HStack>
  );
}

/** The rates in one country. */
function RatesIn({ country, tax, edit }: Props & { country: string }) {
  const setRate = (of: string, percent: string) =>
    edit({
      rates: [
        ...tax.rates.filter((known) => !(known.class === of && known.country === country)),
        { class: of, country, percent },
      ],
    });
  return (
    <Table.Row bg="transparent">
      <Table.Cell>
        {countryName(country)}
        {country === tax.country && (
          <Text as="span" color="fg.muted" fontSize="xs">
            {' '}
            (the shop)
          </Text>
        )}
      </Table.Cell>
      {tax.classes.map(({ key, title }) => (
        <Table.Cell key={key}>
          <TypedInput
            size="xs"
            w="80px"
            textAlign="end"
            inputMode="decimal"
            aria-label={`${title} in ${countryName(country)}`}
            value={rateOf(tax, key, country)}
            onChange={(percent) => setRate(key, percent)}
          />
        </Table.Cell>
      ))}
      <Table.Cell>
        {country !== tax.country && (
          <HStack gap="1">
            <Button size="2xs" variant="ghost" colorPalette="ink" onClick={() => edit({ country })}>
              The shop is here
            </Button>
            <IconButton
              aria-label={`Take ${countryName(country)} away`}
              size="2xs"
              variant="ghost"
              colorPalette="brick"
              onClick={() => edit({ rates: tax.rates.filter((known) => known.country !== country) })}
            >
              <Trash2 size={12} />
            </IconButton>
          </HStack>
        )}
      </Table.Cell>
    </Table.Row>
  );
}

/** Adds a country, with the rates that the shop's own has. */
function AnotherCountry({ tax, edit }: Props) {
  const [adding, setAdding] = useState('');
  const code = adding.trim().toUpperCase();
  const addCountry = () => {
    const added = tax.classes.map(({ key }) => ({
      class: key,
      country: code,
      percent: rateOf(tax, key, tax.country) || '0',
    }));
    edit({ rates: [...tax.rates, ...added] });
    setAdding('');
  };
  return (
    <HStack gap="2" align="end">
      <Box w="150px">
        <TextField
          label="Another country"
          value={adding}
          maxLength={2}
          placeholder="DE"
          help={/^[A-Z]{2}$/.test(code) ? countryName(code) : 'Its code of two letters.'}
          onChange={setAdding}
        />
      </Box>
      <Button
        size="sm"
        variant="outline"
        mb="7"
        disabled={!/^[A-Z]{2}$/.test(code) || countriesOf(tax).includes(code)}
        onClick={addCountry}
      >
        Add it
      </Button>
    </HStack>
  );
}
