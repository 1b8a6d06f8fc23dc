'use client';

import { HStack } from '@chakra-ui/react';
import { useState } from 'react';
import { dayOfYearWords, isDayOfYear } from '@/core/calendar';
import { SelectField, TypedInput } from '@/ui/field';

const MONTHS = Array.from({ length: 12 }, (_, place) => {
  const value = String(place + 1).padStart(2, '0');
  return { value, label: dayOfYearWords(`${value}-01`).replace(/^1 /, '') };
});

/** A day of the year, whatever year: its number and its month. @param value as MM-DD */
export function DayOfYearField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  const [month = '01', day = '01'] = value.split('-');
  // What is being typed stays as it is typed, also while it is no day.
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? String(Number(day));
  const take = (number: string, inMonth: string) => {
    const given = `${inMonth}-${number.trim().padStart(2, '0')}`;
    const isRight = /^\d{1,2}$/.test(number.trim()) && isDayOfYear(given);
    setTyped(isRight ? null : number);
    if (isRight) onChange(given);
  };
  return (
    <HStack gap="1">
      <TypedInput
        aria-label={`${label}, day`}
        aria-invalid={typed !== null}
        size="sm"
        w="48px"
        textAlign="end"
        inputMode="numeric"
        borderColor={typed === null ? 'border.emphasized' : 'brick.solid'}
        value={text}
        onChange={(number) => take(number, month)}
      />
      <SelectField
        small
        hideLabel
        label={`${label}, month`}
        width="120px"
        value={month}
        alternatives={MONTHS}
        onChange={(inMonth) => take(text, inMonth)}
      />
    </HStack>
  );
}
