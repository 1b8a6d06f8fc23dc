'use client';

import { Box, Button, Heading, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { type CustomerGroup, type Delivery, freeKey, type MarginFloor, type Tax } from '@/core/catalog';
import { currencies } from '@/core/money';
import { orNull } from '@/features/editor-kit/or-null';
import { anything, send, wordsOf } from '@/features/shared/api';
import { type SettingsView } from '@/services/settings/settings';
import { SelectField, TextField } from '@/ui/field';
import { PickField } from '@/ui/search-field';
import { EmptyPlace, PageHead } from '@/ui/text';
import { sayDone } from '@/ui/toasts';
import { DeliveryFields } from './delivery-fields';
import { FloorsField } from './floors-field';
import { SHOWN, TaxFields } from './tax-fields';

const names = new Intl.DisplayNames('en', { type: 'currency' });
const CURRENCIES = currencies.map((code) => ({ value: code, label: names.of(code) ?? code, hint: code }));

/** What holds for the whole shop, and its customer groups. */
export function ShopSettings({ shop, hasSold }: SettingsView) {
  const router = useRouter();
  const [name, setName] = useState(shop.name);
  const [timeZone, setTimeZone] = useState(shop.timeZone);
  const [currency, setCurrency] = useState(shop.currency);
  const [skuSeparator, setSkuSeparator] = useState(shop.skuSeparator);
  const [floors, setFloors] = useState<readonly MarginFloor[]>(shop.marginFloors);
  const [groups, setGroups] = useState<readonly CustomerGroup[]>(shop.groups);
  const [tax, setTax] = useState<Tax | null>(shop.tax);
  const [delivery, setDelivery] = useState<readonly Delivery[]>(shop.delivery);
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const edit = (index: number, change: Partial<CustomerGroup>) => setGroups(groups.map((group, place) => (place === index ? { ...group, ...change } : group)));
  const add = () => setGroups([...groups, { key: freeKey('group', groups.map(({ key }) => key), 'group'), title: '', code: null, taxShown: null }]);
  const save = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setFault(undefined);
    // A new group gets its inside name from its title; one that products may name keeps its own.
    const known = new Set(shop.groups.map(({ key }) => key));
    const named = groups.reduce<CustomerGroup[]>((done, group) => [...done, known.has(group.key) ? group : { ...group, key: freeKey(group.title, [...known, ...done.map(({ key }) => key)], 'group') }], []);
    try {
      await send('PUT', '/api/manage/settings', { name, timeZone, skuSeparator, groups: named, currency, marginFloors: floors, tax, delivery }, anything);
      setGroups(named);
      sayDone('Settings saved');
      router.refresh();
    } catch (error) {
      setFault(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Box p={{ base: '4', lg: '7' }} maxW="860px">
      <PageHead title="Settings" lead="What holds for the whole shop." />
      <form onSubmit={(event) => void save(event)}>
        <Stack gap="7">
          <Stack gap="4" as="section" aria-label="The shop">
            <HStack gap="4" align="start" wrap="wrap">
              <Box w="300px">
                <TextField label="Name of the shop" value={name} maxLength={120} onChange={setName} />
              </Box>
              <Box w="220px">
                <TextField label="Time zone" value={timeZone} maxLength={60} help="Says what day it is, such as Europe/Vienna." onChange={setTimeZone} />
              </Box>
              <Box w="150px">
                <TextField label="SKU separator" value={skuSeparator} maxLength={3} fontFamily="mono" help="Between the parts." onChange={setSkuSeparator} />
              </Box>
            </HStack>
            {hasSold ? (
              <Text fontSize="sm" color="fg.muted">
                Prices are in {shop.currency}. Orders have been paid in it, so it stays.
              </Text>
            ) : (
              <Box w="300px">
                <PickField label="Prices are in" picked={currency} mayBeNothing={false} findings={CURRENCIES} onPick={setCurrency} />
                <Text fontSize="sm" color="fg.muted" mt="1">
                  It can be changed until something has been sold. Figures stay as they are.
                </Text>
              </Box>
            )}
          </Stack>
          <Stack gap="3" as="section" aria-label="Customer groups">
            <HStack justify="space-between">
              <Heading as="h2" size="lg">
                Customer groups
              </Heading>
              <Button size="sm" variant="outline" onClick={add}>
                <Plus size={14} aria-hidden /> Add a group
              </Button>
            </HStack>
            <Text color="fg.muted" fontSize="sm">
              Choices and options can be for some groups only. A customer who types the code at the foot of the shop belongs to the group.
            </Text>
            {groups.length === 0 && <EmptyPlace title="Everybody sees the same">Trade customers who may order more? Add a group, and say on a choice who sees it.</EmptyPlace>}
            {groups.map((group, index) => (
              <HStack key={group.key} gap="4" align="end">
                <Box w="260px">
                  <TextField label="Group" value={group.title} maxLength={80} placeholder="Trade customers" onChange={(title) => edit(index, { title })} />
                </Box>
                <Box w="200px">
                  <TextField label="Code" value={group.code ?? ''} maxLength={40} fontFamily="mono" placeholder="none" onChange={(code) => edit(index, { code: orNull(code) })} />
                </Box>
                {tax && <SelectField label="See prices" width="170px" value={group.taxShown ?? ''} alternatives={[{ value: '', label: 'as everybody does' }, ...SHOWN]} onChange={(value) => edit(index, { taxShown: SHOWN.find((known) => known.value === value)?.value ?? null })} />}
                <IconButton aria-label={`Remove ${group.title || 'this group'}`} variant="ghost" colorPalette="brick" onClick={() => setGroups(groups.filter((_, place) => place !== index))}>
                  <Trash2 size={16} />
                </IconButton>
              </HStack>
            ))}
          </Stack>
          <TaxFields tax={tax} onChange={setTax} />
          <DeliveryFields delivery={delivery} currency={currency} onChange={setDelivery} />
          <FloorsField floors={floors} onChange={setFloors} />
          {fault && (
            <Text role="alert" color="brick.fg">
              {fault}
            </Text>
          )}
          <Button type="submit" alignSelf="start" loading={busy}>
            Save
          </Button>
        </Stack>
      </form>
    </Box>
  );
}
