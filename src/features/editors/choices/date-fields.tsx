'use client';

import { Box, HStack, IconButton, Input, Stack, Tag, Text, Wrap } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { dayWords, monthNames, parseDay, weekdayNames } from '@/core/calendar';
import { type DateChoice, type DayBound } from '@/core/catalog';
import { FaultLine } from '@/ui/fault-line';
import { SelectField } from '@/ui/field';
import { useFaultAt } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { type KindProps } from './kind-fields';

type Default = DateChoice['default'];

/** Which days can be chosen, and which is to begin with. */
export function DateFields({ choice, index, edit }: KindProps<'date'>) {
  const editDate = (tag: string, recipe: (draft: DateChoice) => void) =>
    edit(tag, (draft) => draft.kind === 'date' && recipe(draft));
  const monthsFault = useFaultAt('choices', index, 'months');
  const weekdaysFault = useFaultAt('choices', index, 'weekdays');
  return (
    <Stack gap="4">
      <HStack gap="5" align="start" wrap="wrap">
        <BoundField
          label="Earliest"
          bound={choice.earliest}
          none={choice.past ? 'any day' : 'today'}
          fault={useBoundFault(index, 'earliest')}
          onChange={(bound) =>
            editDate('earliest', (draft) => void (draft.earliest = bound?.kind === 'first' ? null : bound))
          }
        />
        <BoundField
          label="Latest"
          bound={choice.latest}
          none="any day"
          fault={useBoundFault(index, 'latest')}
          onChange={(bound) =>
            editDate('latest', (draft) => void (draft.latest = bound?.kind === 'first' ? null : bound))
          }
        />
        <BoundField
          label="Default"
          bound={choice.default}
          none={choice.required ? 'customers must choose' : 'no day'}
          first
          fault={useBoundFault(index, 'default')}
          onChange={(bound) => editDate('default', (draft) => void (draft.default = bound))}
        />
      </HStack>
      <NumberedTicks
        lead="On"
        names={weekdayNames}
        picked={choice.weekdays}
        fault={weekdaysFault}
        onChange={(weekdays) => editDate('weekdays', (draft) => void (draft.weekdays = weekdays))}
      />
      <NumberedTicks
        lead="In"
        names={monthNames.map((name) => name.slice(0, 3))}
        picked={choice.months}
        fault={monthsFault}
        onChange={(months) => editDate('months', (draft) => void (draft.months = months))}
      />
      <Tick
        label="Past days too, such as a date to engrave"
        checked={choice.past}
        onChange={(past) => editDate('past', (draft) => void (draft.past = past))}
      />
      <LeftOut days={choice.leftOut} onChange={(days) => editDate('leftOut', (draft) => void (draft.leftOut = days))} />
    </Stack>
  );
}

function useBoundFault(index: number, field: 'earliest' | 'latest' | 'default'): string | undefined {
  const whole = useFaultAt('choices', index, field);
  const day = useFaultAt('choices', index, field, 'day');
  return whole ?? day;
}

interface BoundProps {
  label: string;
  bound: Default;
  none: string;
  /** whether the first day that can be chosen is an answer */
  first?: boolean;
  fault?: string;
  onChange: (bound: Default) => void;
}

/** A day of the calendar, or so many days from the day it is. */
function BoundField({ label, bound, none, first = false, fault, onChange }: BoundProps) {
  const setKind = (kind: string): Default => {
    switch (kind) {
      case 'on':
        return { kind, day: '' };
      case 'fromToday':
        return { kind, days: 0 };
      case 'first':
        return { kind };
      default:
        return null;
    }
  };
  return (
    <Box w="190px">
      <SelectField
        label={label}
        value={bound?.kind ?? ''}
        fault={fault}
        alternatives={[
          { value: '', label: none },
          ...(first ? [{ value: 'first', label: 'the first that is possible' }] : []),
          { value: 'fromToday', label: 'days from today' },
          { value: 'on', label: 'a fixed day' },
        ]}
        onChange={(kind) => onChange(setKind(kind))}
      />
      {bound?.kind === 'on' && (
        <Input
          mt="1.5"
          type="date"
          aria-label={`${label}: day`}
          bg="bg.panel"
          borderColor="border.emphasized"
          value={bound.day}
          onChange={(event) => onChange({ kind: 'on', day: event.target.value })}
        />
      )}
      {bound?.kind === 'fromToday' && <DaysField label={label} bound={bound} onChange={onChange} />}
    </Box>
  );
}

function DaysField({
  label,
  bound,
  onChange,
}: {
  label: string;
  bound: Extract<DayBound, { kind: 'fromToday' }>;
  onChange: (bound: DayBound) => void;
}) {
  return (
    <HStack mt="1.5">
      <Input
        type="number"
        aria-label={`${label}: days from today`}
        w="84px"
        min={-3650}
        max={3650}
        bg="bg.panel"
        borderColor="border.emphasized"
        value={bound.days}
        onChange={(event) => {
          const days = Number(event.target.value);
          if (Number.isInteger(days) && Math.abs(days) <= 3650) onChange({ kind: 'fromToday', days });
        }}
      />
      <Text fontSize="sm">days from today</Text>
    </HStack>
  );
}

/** Which of some names count, by their numbers from 1 on. */
function NumberedTicks({
  lead,
  names,
  picked,
  fault,
  onChange,
}: {
  lead: string;
  names: readonly string[];
  picked: readonly number[];
  fault: string | undefined;
  onChange: (picked: number[]) => void;
}) {
  return (
    <Box>
      <HStack gap="3" wrap="wrap">
        <Text fontWeight="600">{lead}</Text>
        {names.map((name, place) => (
          <Tick
            key={name}
            label={name}
            checked={picked.includes(place + 1)}
            onChange={(on) =>
              onChange(
                on ? [...picked, place + 1].sort((a, b) => a - b) : picked.filter((other) => other !== place + 1),
              )
            }
          />
        ))}
      </HStack>
      <FaultLine>{fault}</FaultLine>
    </Box>
  );
}

/** Single days that can't be chosen. */
function LeftOut({ days, onChange }: { days: readonly string[]; onChange: (days: string[]) => void }) {
  const [day, setDay] = useState('');
  const add = () => {
    if (parseDay(day) === null) return;
    if (!days.includes(day)) onChange([...days, day].sort());
    setDay('');
  };
  return (
    <Box>
      <HStack gap="2">
        <Text fontWeight="600">Days left out</Text>
        <Input
          type="date"
          aria-label="A day to leave out"
          size="sm"
          w="160px"
          bg="bg.panel"
          borderColor="border.emphasized"
          value={day}
          onChange={(event) => setDay(event.target.value)}
        />
        <IconButton
          aria-label="Leave this day out"
          size="sm"
          variant="outline"
          colorPalette="ink"
          disabled={parseDay(day) === null}
          onClick={add}
        >
          <Plus size={14} />
        </IconButton>
      </HStack>
      <Wrap gap="2" mt="2">
        {days.map((left) => (
          <Tag.Root key={left} colorPalette="oak">
            <Tag.Label>{parseDay(left) === null ? left : dayWords(parseDay(left) ?? 0)}</Tag.Label>
            <Tag.EndElement>
              <Tag.CloseTrigger
                aria-label={`Offer ${left} again`}
                onClick={() => onChange(days.filter((other) => other !== left))}
              />
            </Tag.EndElement>
          </Tag.Root>
        ))}
      </Wrap>
    </Box>
  );
}
