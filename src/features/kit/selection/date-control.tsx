'use client';

import { Box, Input } from '@chakra-ui/react';
import { dayText, dayWords, monthNames, weekdayNames } from '@/core/calendar';
import { type Choice, dayWindow } from '@/core/catalog';
import { amountWords } from '@/core/words';
import { type ControlProps } from './control';
import { Hint } from './typed-controls';

/** A day. What can be chosen is said before anything is chosen. */
export function DateControl({
  choice,
  id,
  answer,
  counted,
  currency,
  aria,
  page,
  onAnswer,
}: ControlProps<Extract<Choice, { kind: 'date' }>>) {
  const window = dayWindow(choice, page.today);
  // The first and last days that can really be chosen, weekdays and days left out considered.
  const first = window.first === null ? null : window.nearest(window.first - 1, 1);
  const last = window.last === null ? null : window.nearest(window.last + 1, -1);
  const text = typeof answer === 'string' ? answer : answer === null ? '' : (counted?.value ?? '');
  const never = weekdayNames.filter((_name, index) => !choice.weekdays.includes(index + 1));
  return (
    <Box>
      <Input
        id={id}
        type="date"
        maxW="200px"
        bg="bg.panel"
        borderColor="border.emphasized"
        {...aria}
        min={first === null ? undefined : dayText(first)}
        max={last === null ? undefined : dayText(last)}
        value={text}
        onChange={(event) => onAnswer(event.target.value === '' ? null : event.target.value)}
      />
      <Hint
        parts={[
          counted?.shown ?? '',
          windowWords(first, last),
          neverWords(never),
          monthsWords(choice.months),
          amountWords(choice.amount, currency),
        ]}
      />
    </Box>
  );
}

/** On which days of the week none can be chosen, or on which alone, whichever is shorter. */
function neverWords(never: readonly WeekdayName[]): string {
  if (never.length === 0) return '';
  const plural = (names: readonly string[]) => names.map((name) => `${name}s`).join(', ');
  return never.length > 3
    ? `only on ${plural(weekdayNames.filter((name) => !never.includes(name)))}`
    : `not on ${plural(never)}`;
}

/** In which months alone one can be chosen. */
function monthsWords(months: readonly number[]): string {
  if (months.length === 0 || months.length === 12) return '';
  const [first = 1, last = first] = [months[0], months.at(-1)];
  const nameOf = (month: number) => monthNames[month - 1] ?? '';
  return months.length > 2 && last - first + 1 === months.length
    ? `${nameOf(first)} to ${nameOf(last)}`
    : `only in ${months.map(nameOf).join(', ')}`;
}

type WeekdayName = (typeof weekdayNames)[number];

/** Between which days one can be chosen: said so that nobody takes it for what is chosen. */
function windowWords(first: number | null, last: number | null): string {
  if (first !== null && last !== null) return `any day from ${dayWords(first)} to ${dayWords(last)}`;
  if (first !== null) return `any day from ${dayWords(first)}`;
  return last === null ? '' : `any day until ${dayWords(last)}`;
}
