'use client';

import { Box, HStack, Stack, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { readQuantityList } from '@/core/exchange';
import { everyOrderable, MOST_SHOWN, orderable, orderableRange, type QuantityRule } from '@/core/ordering';
import { PasteDialog, SmallTable } from '@/features/editors/fields';
import { SelectField, TypedInput } from '@/ui/field';
import { Whole } from '@/features/kit/shared';

const WAYS = [
  { value: 'bounds', label: 'a least, a most and a multiple' },
  { value: 'list', label: 'only these quantities' },
] as const;

const ASKED = [
  { value: 'field', label: 'a field with steps' },
  { value: 'menu', label: 'a menu' },
  { value: 'buttons', label: 'buttons' },
] as const;

const FROM = [
  { value: 'zero', label: 'counted from nothing' },
  { value: 'minimum', label: 'counted from the least' },
] as const;

interface Props {
  rule: QuantityRule;
  /** tells the fields of several rules on one page apart; empty where there is only one */
  of?: string;
  /** whether customers say the quantity; they don't where several are counted together */
  isSaid?: boolean;
  onChange: (change: Partial<QuantityRule>) => void;
}

/** In what numbers something may be bought: a sentence, or a list of quantities with captions. */
export function RuleFields({ rule, of = '', isSaid = true, onChange }: Props) {
  const isList = rule.list.length > 0;
  const named = (label: string) => (of === '' ? label : `${label} of ${of}`);
  return (
    <Stack gap="4">
      <HStack gap="3" wrap="wrap" align="center">
        <Text>Rule:</Text>
        <SelectField
          label={named('How quantities are said')}
          hideLabel
          width="290px"
          value={isList ? 'list' : 'bounds'}
          alternatives={WAYS}
          onChange={(way) =>
            onChange({
              list: way === 'list' ? [{ quantity: orderableRange(orderable(rule))?.least ?? 1, caption: '' }] : [],
            })
          }
        />
      </HStack>
      {isList ? (
        <ListedQuantities rule={rule} named={named} onChange={onChange} />
      ) : (
        <Bounds rule={rule} named={named} onChange={onChange} />
      )}
      <ComesTo rule={rule} />
      {isSaid && (
        <Box>
          <SelectField
            label={named('Customers enter it with')}
            width="240px"
            value={rule.asked}
            alternatives={ASKED}
            onChange={(asked) => onChange({ asked: ASKED.find(({ value }) => value === asked)?.value ?? 'field' })}
          />
          {rule.asked !== 'field' && everyOrderable(orderable(rule)) === null && (
            <Text fontSize="sm" color="oak.fg" mt="1">
              There are more than {MOST_SHOWN} quantities, too many to show: customers see a field until there is a
              most.
            </Text>
          )}
        </Box>
      )}
    </Stack>
  );
}

interface FieldsProps {
  rule: QuantityRule;
  named: (label: string) => string;
  onChange: Props['onChange'];
}

function Bounds({ rule: { minimum, maximum, multiple, countedFrom }, named, onChange }: FieldsProps) {
  return (
    <HStack gap="2" wrap="wrap" fontSize="lg">
      <Text>at least</Text>
      <Whole
        label={named('Minimum quantity')}
        value={minimum}
        onChange={(value) => onChange({ minimum: value ?? 1 })}
      />
      <Text>and at most</Text>
      <Whole
        label={named('Maximum quantity')}
        value={maximum}
        empty="any number"
        onChange={(value) => onChange({ maximum: value })}
      />
      <Text>only in multiples of</Text>
      <Whole
        label={named('Order multiple')}
        value={multiple}
        onChange={(value) => onChange({ multiple: value ?? 1 })}
      />
      {multiple > 1 && (
        <SelectField
          label={named('What multiples are counted from')}
          hideLabel
          width="210px"
          value={countedFrom}
          alternatives={FROM}
          onChange={(from) => onChange({ countedFrom: from === 'minimum' ? 'minimum' : 'zero' })}
        />
      )}
    </HStack>
  );
}

/** So many quantities a list has at most. */
const MOST_LISTED = 60;

function ListedQuantities({ rule: { list }, named, onChange }: FieldsProps) {
  const [pasting, setPasting] = useState(false);
  const edit = (index: number, change: Partial<QuantityRule['list'][number]>) =>
    onChange({ list: list.map((entry, place) => (place === index ? { ...entry, ...change } : entry)) });
  const next = Math.max(0, ...list.map(({ quantity }) => quantity));
  return (
    <>
      <SmallTable
        label={named('Quantities')}
        heads={['Quantity', 'What customers read']}
        rows={list}
        cells={(entry, index) => (
          <>
            <Table.Cell>
              <Whole
                label={named(`Quantity ${index + 1}`)}
                value={entry.quantity}
                onChange={(quantity) => edit(index, { quantity: quantity ?? 1 })}
              />
            </Table.Cell>
            <Table.Cell>
              <TypedInput
                aria-label={named(`Caption ${index + 1}`)}
                w="240px"
                value={entry.caption}
                maxLength={60}
                placeholder="one case"
                onChange={(caption) => edit(index, { caption })}
              />
            </Table.Cell>
          </>
        )}
        removes={({ quantity }) => `Take ${quantity} off the list`}
        least={1}
        most={MOST_LISTED}
        adds="Add a quantity"
        pastes="Paste a list"
        onAdd={() => onChange({ list: [...list, { quantity: Math.max(1, next * 2), caption: '' }] })}
        onPaste={() => setPasting(true)}
        onRemove={(index) => onChange({ list: list.filter((_, place) => place !== index) })}
      />
      <PasteDialog
        open={pasting}
        title="Paste quantities"
        help="A line each: a whole number, and behind it what customers read. The list takes the place of the one that is there."
        label="Quantities to paste"
        placeholder={'12 one case\n48 four cases\n576 a pallet layer'}
        read={readQuantityList}
        faultOf={({ fault }) => fault}
        columns={[{ head: 'Quantity', end: true }, { head: 'What customers read' }]}
        cells={({ listed }) => (
          <>
            <Table.Cell textAlign="end">{listed?.quantity}</Table.Cell>
            <Table.Cell>{listed?.caption}</Table.Cell>
          </>
        )}
        noun="quantity"
        nouns="quantities"
        onClose={() => setPasting(false)}
        onTake={(right) => onChange({ list: right.flatMap(({ listed }) => listed ?? []).slice(0, MOST_LISTED) })}
      />
    </>
  );
}

/** What a rule comes to, as the first few quantities that keep it. */
function ComesTo({ rule }: { rule: QuantityRule }) {
  const given = orderable(rule);
  const range = orderableRange(given);
  if (!range || rule.list.length > 0) return null;
  const first = [0, 1, 2]
    .map((step) => range.least + step * rule.multiple)
    .filter((quantity) => quantity <= range.most);
  return (
    <Text color="fg.muted">
      That is {first.join(', ')}
      {range.least + 2 * rule.multiple < range.most ? ` … ${rule.maximum === null ? '' : range.most}` : ''}
    </Text>
  );
}
