'use client';

import { Box, Button, Heading, HStack, Link, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { isCountry, type Shop } from '@/core/catalog';
import { anything, countryName, send, useAttempt } from '@/features/kit/shared';
import { type SettingsView } from '@/services/settings/settings';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { PageLink } from '@/ui/page-link';
import { PickField } from '@/ui/search-field';
import { CURRENCIES, currencyName } from './currency-names';
import { taxOfOneRate } from './one-rate';

const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
const countries = () =>
  LETTERS.flatMap((first) => LETTERS.map((second) => first + second))
    .filter(isCountry)
    .map((code) => ({ value: code, label: countryName(code), hint: code }))
    .sort((a, b) => a.label.localeCompare(b.label));

const timeZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone;

/**
 * What a new shop is called, and in what its prices are: asked before the first product, as everything else is told in
 * it. Once it has been said, one line that leads to the settings.
 */
export function YourShop({ shop, isSaid }: Pick<SettingsView, 'shop' | 'isSaid'>) {
  if (isSaid) return <Said shop={shop} />;
  return <Asked shop={shop} />;
}

function Said({ shop: { name, currency, tax } }: { shop: Shop }) {
  const rate = tax?.rates.find(({ country }) => country === tax.country)?.percent;
  return (
    <Text color="fg.muted" mb="5">
      {name}: prices in {currencyName(currency)}
      {tax && rate !== undefined ? `, ${tax.name} of ${rate} % in ${countryName(tax.country)}` : ', no VAT told'}.{' '}
      <Link asChild>
        <PageLink href="/manage/settings">Change settings</PageLink>
      </Link>
    </Text>
  );
}

function Asked({ shop }: { shop: Shop }) {
  const [name, setName] = useState('');
  const [currency, setCurrency] = useState('');
  const [country, setCountry] = useState('');
  const [percent, setPercent] = useState('');
  const [findings] = useState(countries);
  const { busy, fault, setFault, attempt } = useAttempt();
  const save = async () => {
    if (name.trim() === '') return setFault('Enter the name of your shop.');
    if (currency === '') return setFault('Choose the currency of your prices.');
    if (percent.trim() !== '' && country === '') return setFault('Choose the country whose VAT rate this is.');
    const tax = percent.trim() === '' || country === '' ? undefined : taxOfOneRate(country, percent.trim());
    const { skuSeparator, groups } = shop;
    await attempt(
      () =>
        send(
          'PUT',
          '/api/manage/settings',
          { name: name.trim(), currency, timeZone: timeZone(), skuSeparator, groups, ...(tax && { tax }) },
          anything,
        ),
      'Shop set up',
    );
  };
  return (
    <Box
      as="section"
      aria-label="Your shop"
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
      p={{ base: '5', lg: '8' }}
      mb="5"
    >
      <Heading as="h2" size="xl" mb="1">
        Your shop
      </Heading>
      <Text color="fg.muted" mb="4" maxW="62ch">
        Two things first: what it is called, and what currency its prices are in. The currency stays once something has
        been sold. All else can wait.
      </Text>
      <form
        noValidate
        onSubmit={(event: FormEvent) => {
          event.preventDefault();
          void save();
        }}
      >
        <HStack gap="4" align="start" wrap="wrap">
          <Box w="240px">
            <TextField label="Name of the shop" value={name} maxLength={120} onChange={setName} required />
          </Box>
          <PickField
            label="Prices are in"
            width="200px"
            placeholder="Choose a currency"
            picked={currency}
            mayBeNothing={false}
            findings={CURRENCIES}
            onPick={setCurrency}
          />
          <PickField
            label="Country"
            width="200px"
            placeholder="later"
            picked={country}
            findings={findings}
            onPick={setCountry}
          />
          <Box w="120px">
            <TextField
              label="VAT (%)"
              value={percent}
              inputMode="decimal"
              placeholder="none told"
              onChange={setPercent}
            />
          </Box>
          <Button type="submit" loading={busy} mt="7">
            Set up shop
          </Button>
        </HStack>
        <FaultLine role="alert" mt="3">
          {fault}
        </FaultLine>
        <Text fontSize="sm" color="fg.muted" mt="3">
          Prices are entered with VAT. The day follows the clock of {timeZone().replace(/_/g, ' ')}.
        </Text>
      </form>
    </Box>
  );
}
