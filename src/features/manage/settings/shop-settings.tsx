'use client';

import { Box, Button, Heading, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type FormEvent } from 'react';
import { type CustomerGroup, type Delivery, freeKey, type Shop } from '@/core/catalog';
import { orNull, useUnsaved } from '@/features/editors/fields';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type SettingsView } from '@/services/settings/settings';
import { SelectField, TextField } from '@/ui/field';
import { PickField } from '@/ui/search-field';
import { EmptyPlace, PageHead } from '@/ui/text';
import { CURRENCIES } from './currency-names';
import { DeliveryFields } from './delivery-fields';
import { FloorsField } from './floors-field';
import { PagesFields } from './pages-fields';
import { PersonalDataFields } from './personal-data-fields';
import { SHOWN, TaxFields } from './tax-fields';

type SettingsForm = Pick<
  Shop,
  'name' | 'timeZone' | 'currency' | 'skuSeparator' | 'marginFloors' | 'groups' | 'tax' | 'personalData' | 'pages'
> & { readonly delivery: readonly Delivery[] };

/** What of a shop is changed here. */
const formOf = ({
  name,
  timeZone,
  currency,
  skuSeparator,
  marginFloors,
  groups,
  tax,
  delivery,
  personalData,
  pages,
}: Shop): SettingsForm => ({
  name,
  timeZone,
  currency,
  skuSeparator,
  marginFloors,
  groups,
  tax,
  delivery,
  personalData,
  pages,
});

/** What holds for the whole shop, and its customer groups. */
export function ShopSettings({ shop, hasSold }: Omit<SettingsView, 'isSaid'>) {
  const { value: form, edit, isChanged, reset, saved } = useUnsaved('settings', formOf(shop));
  const { currency, marginFloors, groups, tax, delivery, personalData, pages } = form;
  const say = (change: Partial<SettingsForm>) => edit({ ...form, ...change });
  const { busy, fault, attempt } = useAttempt();
  const save = (event: FormEvent) => {
    event.preventDefault();
    const named = namedGroups(groups, shop.groups);
    void attempt(async () => {
      await send('PUT', '/api/manage/settings', { ...form, groups: named }, anything);
      saved({ ...form, groups: named });
    }, 'Settings saved');
  };
  return (
    <Box p={{ base: '4', lg: '7' }} maxW="860px">
      <PageHead title="Settings" lead="What holds for the whole shop." />
      <form onSubmit={save}>
        <Stack gap="7">
          <TheShop shop={shop} hasSold={hasSold} form={form} say={say} />
          <Groups groups={groups} tax={tax} onChange={(next) => say({ groups: next })} />
          <TaxFields tax={tax} onChange={(next) => say({ tax: next })} />
          <DeliveryFields delivery={delivery} currency={currency} onChange={(next) => say({ delivery: next })} />
          <PagesFields pages={pages} onChange={(next) => say({ pages: next })} />
          <FloorsField floors={marginFloors} onChange={(next) => say({ marginFloors: next })} />
          <PersonalDataFields kept={personalData} onChange={(next) => say({ personalData: next })} />
          {fault && (
            <Text role="alert" color="brick.fg">
              {fault}
            </Text>
          )}
          <HStack gap="3">
            <Button type="submit" loading={busy}>
              Save
            </Button>
            {isChanged && (
              <>
                <Button variant="ghost" colorPalette="ink" onClick={reset}>
                  Discard changes
                </Button>
                <Text fontSize="sm" color="fg.muted">
                  Not saved yet.
                </Text>
              </>
            )}
          </HStack>
        </Stack>
      </form>
    </Box>
  );
}

/** A new group gets its inside name from its title; one that products may name keeps its own. */
function namedGroups(groups: readonly CustomerGroup[], before: readonly CustomerGroup[]): CustomerGroup[] {
  const known = new Set(before.map(({ key }) => key));
  return groups.reduce<CustomerGroup[]>(
    (done, group) => [
      ...done,
      known.has(group.key)
        ? group
        : { ...group, key: freeKey(group.title, [...known, ...done.map(({ key }) => key)], 'group') },
    ],
    [],
  );
}

interface TheShopProps extends Omit<SettingsView, 'isSaid'> {
  form: SettingsForm;
  say: (change: Partial<SettingsForm>) => void;
}

/** What the shop is called, what day it is there, and in what its prices are. */
function TheShop({ shop, hasSold, form: { name, timeZone, skuSeparator, currency }, say }: TheShopProps) {
  return (
    <Stack gap="4" as="section" aria-label="The shop">
      <HStack gap="4" align="start" wrap="wrap">
        <Box w="300px">
          <TextField label="Name of the shop" value={name} maxLength={120} onChange={(next) => say({ name: next })} />
        </Box>
        <Box w="220px">
          <TextField
            label="Time zone"
            value={timeZone}
            maxLength={60}
            help="Says what day it is, such as Europe/Vienna."
            onChange={(next) => say({ timeZone: next })}
          />
        </Box>
        <Box w="150px">
          <TextField
            label="SKU separator"
            value={skuSeparator}
            maxLength={3}
            fontFamily="mono"
            help="Between the parts."
            onChange={(next) => say({ skuSeparator: next })}
          />
        </Box>
      </HStack>
      {hasSold ? (
        <Text fontSize="sm" color="fg.muted">
          Prices are in {shop.currency}. Orders have been paid in it, so it stays.
        </Text>
      ) : (
        <Box w="300px">
          <PickField
            label="Prices are in"
            picked={currency}
            mayBeNothing={false}
            findings={CURRENCIES}
            onPick={(next) => say({ currency: next })}
          />
          <Text fontSize="sm" color="fg.muted" mt="1">
            It can be changed until something has been sold. Figures stay as they are.
          </Text>
        </Box>
      )}
    </Stack>
  );
}

interface GroupsProps {
  groups: readonly CustomerGroup[];
  tax: Shop['tax'];
  onChange: (groups: CustomerGroup[]) => void;
}

/** Customer groups, each with its code. */
function Groups({ groups, tax, onChange }: GroupsProps) {
  const add = () => {
    const key = freeKey(
      'group',
      groups.map((group) => group.key),
      'group',
    );
    onChange([...groups, { key, title: '', code: null, taxShown: null }]);
  };
  return (
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
        Choices and options can be for some groups only. A customer who types the code at the foot of the shop belongs
        to the group.
      </Text>
      {groups.length === 0 && (
        <EmptyPlace title="Everybody sees the same">
          Trade customers who may order more? Add a group, and say on a choice who sees it.
        </EmptyPlace>
      )}
      {groups.map((group, index) => (
        <Group
          key={group.key}
          group={group}
          tax={tax}
          onChange={(change) =>
            onChange(groups.map((other, place) => (place === index ? { ...other, ...change } : other)))
          }
          onRemove={() => onChange(groups.filter((_, place) => place !== index))}
        />
      ))}
    </Stack>
  );
}

interface GroupProps {
  group: CustomerGroup;
  tax: Shop['tax'];
  onChange: (change: Partial<CustomerGroup>) => void;
  onRemove: () => void;
}

function Group({ group, tax, onChange, onRemove }: GroupProps) {
  return (
    <HStack gap="4" align="end">
      <Box w="260px">
        <TextField
          label="Group"
          value={group.title}
          maxLength={80}
          placeholder="Trade customers"
          onChange={(title) => onChange({ title })}
        />
      </Box>
      <Box w="200px">
        <TextField
          label="Code"
          value={group.code ?? ''}
          maxLength={40}
          fontFamily="mono"
          placeholder="none"
          onChange={(code) => onChange({ code: orNull(code) })}
        />
      </Box>
      {tax && (
        <SelectField
          label="See prices"
          width="170px"
          value={group.taxShown ?? ''}
          alternatives={[{ value: '', label: 'as everybody does' }, ...SHOWN]}
          onChange={(value) => onChange({ taxShown: SHOWN.find((known) => known.value === value)?.value ?? null })}
        />
      )}
      <IconButton
        aria-label={`Remove ${group.title || 'this group'}`}
        variant="ghost"
        colorPalette="brick"
        onClick={onRemove}
      >
        <Trash2 size={16} />
      </IconButton>
    </HStack>
  );
}
