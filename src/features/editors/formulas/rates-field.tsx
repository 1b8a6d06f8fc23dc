'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { formulaName, freeKey, type Rate } from '@/core/catalog';
import { faultWords } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { useHalfTyped } from '@/features/editors/fields';
import { unitAlternatives } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TypedInput } from '@/ui/field';
import { RateSteps } from './rate-steps';

/** Named prices per unit, with other prices for customer groups. */
export function RatesField() {
  const { product, change } = useEditing();
  const [name, setName] = useHalfTyped('new rate');
  const add = () => {
    const title = name.trim();
    if (title === '') return;
    change(
      'add rate',
      (draft) =>
        void draft.rates.push({
          key: freeKey(
            title,
            draft.rates.map(({ key }) => key),
            'rate',
          ),
          title,
          value: '',
          per: 'm2',
          byGroup: {},
          steps: [],
        }),
    );
    setName('');
  };
  return (
    <Stack gap="2" as="section" aria-label="Rates">
      <Text fontWeight="600">Rates</Text>
      {product.rates.map((rate, index) => (
        <RateRow key={rate.key} rate={rate} index={index} />
      ))}
      <HStack gap="2">
        <TypedInput
          aria-label="New rate"
          size="sm"
          w="200px"
          placeholder="Cloth, by area"
          maxLength={120}
          value={name}
          onChange={setName}
        />
        <Button size="sm" variant="outline" colorPalette="ink" disabled={name.trim() === ''} onClick={add}>
          <Plus size={14} aria-hidden /> Add a rate
        </Button>
      </HStack>
    </Stack>
  );
}

/** A rate on a line: what it costs per unit, for everybody and for customer groups, and cheaper from so many on. */
function RateRow({ rate, index }: { rate: Rate; index: number }) {
  const { shop, change, findings } = useEditing();
  const found = findings.find(({ path }) => path[0] === 'rates' && path[1] === index);
  const fault = found && faultWords(found.data);
  const edit = (what: string, recipe: (rate: Rate) => void) =>
    change(`rate ${index} ${what}`, (draft) => {
      const target = draft.rates[index];
      if (target) recipe(target);
    });
  return (
    <Box>
      <HStack gap="2" wrap="wrap">
        <Text w="120px" lineHeight="1.2">
          {rate.title}
          <Text as="span" display="block" fontFamily="mono" fontSize="xs" color="fg.muted">
            {formulaName(rate.key)}
          </Text>
        </Text>
        <TypedInput
          aria-label={`Rate ${rate.title}`}
          size="sm"
          w="80px"
          textAlign="end"
          placeholder="0.00"
          borderColor={fault ? 'brick.solid' : 'border.emphasized'}
          value={rate.value}
          onChange={(text) => edit('value', (draft) => void (draft.value = text.trim()))}
        />
        <Text>{shop.currency} per</Text>
        <SelectField
          small
          hideLabel
          label={`Unit of the rate ${rate.title}`}
          width="172px"
          value={rate.per ?? ''}
          alternatives={[
            { value: '', label: 'no unit (plain amount)' },
            ...unitAlternatives('area', 'length', 'volume', 'mass', 'count'),
          ]}
          onChange={(code) => edit('per', (draft) => void (draft.per = code === '' ? null : code))}
        />
        {shop.groups.map((group) => (
          <TypedInput
            key={group.key}
            aria-label={`Rate ${rate.title} for ${group.title}`}
            size="sm"
            w="96px"
            textAlign="end"
            placeholder={group.title}
            title={`For ${group.title}`}
            value={rate.byGroup[group.key] ?? ''}
            onChange={(text) =>
              edit(`group ${group.key}`, (draft) => {
                const { [group.key]: _former, ...others } = draft.byGroup;
                const value = text.trim();
                draft.byGroup = value === '' ? others : { ...others, [group.key]: value };
              })
            }
          />
        ))}
        {rate.steps.length === 0 && (
          <Button
            size="xs"
            variant="ghost"
            colorPalette="ink"
            aria-label={`Make the rate ${rate.title} cheaper from so many on`}
            onClick={() => edit('first step', (draft) => void (draft.steps = [{ from: '10', value: '' }]))}
          >
            Add quantity breaks
          </Button>
        )}
        <IconButton
          aria-label={`Remove the rate ${rate.title}`}
          size="xs"
          variant="ghost"
          colorPalette="brick"
          onClick={() => change(`remove rate ${rate.key}`, (draft) => void draft.rates.splice(index, 1))}
        >
          <Trash2 size={14} />
        </IconButton>
      </HStack>
      <RateSteps rate={rate} onChange={(steps) => edit('steps', (draft) => void (draft.steps = [...steps]))} />
      <FaultLine>{fault}</FaultLine>
    </Box>
  );
}
