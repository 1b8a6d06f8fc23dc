import { z } from 'zod';
import { dayInYear, dayText, dayWords, monthOf, parseDay, weekdayOf } from '../../calendar';
import { type AnswerForm, type Path, type Problem, type ProblemData, type WhyNotDay } from '../../problems';
import { type Answer } from '../../selection';
import {
  type AnswerContext,
  choiceFields,
  type ChoiceReader,
  EFFECT_TOLD,
  effectFields,
  ONE_PICK,
  ownEffect,
  plainAnswer,
  refuse,
  type Report,
  withoutEffect,
} from './common';
import { type CandidateScope } from './candidates';
import { type KindOfChoice } from './kind';

const dayField = z.string().max(20).describe('YYYY-MM-DD');

/** A day: one of the calendar, or so many days from the day it is. */
export const dayBoundSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('on'), day: dayField }),
    z.strictObject({ kind: z.literal('fromToday'), days: z.int().min(-3650).max(3650) }),
  ])
  .meta({ id: 'dayBound' });

export type DayBound = z.infer<typeof dayBoundSchema>;

const ALL_MONTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];

/** A date: from an earliest to a latest, some months, weekdays and days left out. */
export const schema = z.strictObject({
  kind: z.literal('date'),
  ...choiceFields,
  earliest: dayBoundSchema.nullable().default(null),
  latest: dayBoundSchema.nullable().default(null),
  weekdays: z
    .array(z.int().min(1).max(7))
    .max(7)
    .default([1, 2, 3, 4, 5, 6, 7])
    .describe('weekdays that can be chosen, 1 for Monday'),
  months: z
    .array(z.int().min(1).max(12))
    .max(12)
    .default(ALL_MONTHS)
    .describe('months that can be chosen, 1 for January'),
  past: z
    .boolean()
    .default(false)
    .describe(
      'whether it is any day, such as one to engrave: else it is from the day it is on, and not before what is ordered beyond stock can be there',
    ),
  leftOut: z.array(dayField).max(400).default([]).describe('single days that can’t be chosen'),
  default: z
    .discriminatedUnion('kind', [...dayBoundSchema.options, z.strictObject({ kind: z.literal('first') })])
    .nullable()
    .default(null)
    .describe('first: the first day that can be chosen'),
  ...effectFields,
});

export type DateChoice = z.infer<typeof schema>;

export function check(choice: DateChoice, path: Path, report: Report): void {
  for (const field of ['earliest', 'latest', 'default'] as const) {
    const bound = choice[field];
    if (bound?.kind === 'on' && parseDay(bound.day) === null)
      report([...path, field, 'day'], { code: 'badDay', given: bound.day });
  }
  choice.leftOut.forEach((day, index) => {
    if (parseDay(day) === null) report([...path, 'leftOut', index], { code: 'badDay', given: day });
  });
  if (choice.weekdays.length === 0) report([...path, 'weekdays'], { code: 'noAnswerFits', why: { kind: 'noWeekday' } });
  if (choice.months.length === 0) report([...path, 'months'], { code: 'noAnswerFits', why: { kind: 'noMonth' } });
  const { earliest, latest } = choice;
  // Bounds of different kinds cross on one day and not on another; those of one kind always do.
  if (earliest?.kind === 'on' && latest?.kind === 'on') {
    const [first, last] = [parseDay(earliest.day), parseDay(latest.day)];
    if (first !== null && last !== null && first > last)
      report([...path, 'earliest'], { code: 'limitsCross', least: dayWords(first), most: dayWords(last) });
  }
  if (earliest?.kind === 'fromToday' && latest?.kind === 'fromToday' && earliest.days > latest.days) {
    report([...path, 'earliest'], { code: 'limitsCross', least: `${earliest.days} days`, most: `${latest.days} days` });
  }
}

/** How far a right day is looked for on either side, in days. */
const SEARCHED = 1500;

/** What days can be chosen, as counted on one day. */
export interface DayWindow {
  readonly first: number | null;
  readonly last: number | null;
  /** whether a day can be chosen, bounds included */
  allows(day: number): boolean;
  /** the nearest day that can be chosen, in a direction from a day that can't */
  nearest(day: number, direction: 1 | -1): number | null;
}

/** What of a choice says which days it offers. */
export type DaysOffered = Pick<DateChoice, 'earliest' | 'latest' | 'weekdays' | 'months' | 'past' | 'leftOut'>;

/**
 * Makes the days that can be chosen ready to be asked about, on the day it is.
 *
 * @param leadDays days that what is ordered takes at least; nothing where any day can be chosen
 */
export function dayWindow(choice: DaysOffered, today: string, leadDays = 0): DayWindow {
  const now = parseDay(today) ?? 0;
  const dayOf = (bound: DayBound | null): number | null =>
    bound === null ? null : bound.kind === 'on' ? parseDay(bound.day) : now + bound.days;
  const [said, last] = [dayOf(choice.earliest), dayOf(choice.latest)];
  // A day gone by is none that anything can be done on.
  const first = choice.past ? said : Math.max(said ?? now, now + leadDays);
  const months = new Set(choice.months);
  const leftOut = new Set(choice.leftOut.map(parseDay));
  const weekdays = new Set(choice.weekdays);
  const allows = (day: number) =>
    (first === null || day >= first) &&
    (last === null || day <= last) &&
    weekdays.has(weekdayOf(day)) &&
    (months.size === 12 || months.has(monthOf(day))) &&
    !leftOut.has(day);
  return {
    first,
    last,
    allows,
    nearest(day, direction) {
      const start = direction > 0 ? Math.max(day + 1, first ?? -Infinity) : Math.min(day - 1, last ?? Infinity);
      for (let step = 0; step < SEARCHED; step += 1) {
        const candidate = start + step * direction;
        if (allows(candidate)) return candidate;
      }
      return null;
    },
  };
}

export function reader(choice: DateChoice, path: Path): ChoiceReader {
  const { key, title } = choice;
  const expected: AnswerForm = { form: 'day' };
  // The window is the same all day long, and a selection is resolved at every keystroke.
  let made: { readonly today: string; readonly window: DayWindow } | null = null;
  const windowOn = (today: string): DayWindow => {
    if (made?.today !== today) made = { today, window: dayWindow(choice, today) };
    return made.window;
  };
  return {
    ask: 'choose',
    expected,
    fallback({ today }: AnswerContext) {
      if (choice.default === null) return null;
      switch (choice.default.kind) {
        case 'on':
          return choice.default.day;
        case 'fromToday':
          return dayText((parseDay(today) ?? 0) + choice.default.days);
        case 'first': {
          const first = windowOn(today).nearest((parseDay(today) ?? 0) - 1, 1);
          return first === null ? null : dayText(first);
        }
      }
    },
    effects: [ownEffect(choice, path)],
    read(raw: unknown, problems: Problem[], { today }: AnswerContext): Answer | null {
      if (typeof raw !== 'string') return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected });
      if (raw === '') return null;
      const day = parseDay(raw);
      if (day === null) return refuse(problems, key, { code: 'dayUnreadable', title, given: raw.slice(0, 30) });
      const window = windowOn(today);
      if (!window.allows(day)) {
        const nearest = ([-1, 1] as const).flatMap((direction) => window.nearest(day, direction) ?? []);
        return refuse(problems, key, {
          code: 'dayNotOffered',
          title,
          day: dayText(day),
          why: whyNot(day, window, choice),
          nearest: nearest.map(dayText),
        });
      }
      return { ...plainAnswer, canonical: dayText(day), shown: dayWords(day), picks: ONE_PICK };
    },
  };
}

function whyNot(day: number, { first, last }: DayWindow, choice: DateChoice): WhyNotDay {
  if (first !== null && day < first) return { kind: 'first', day: dayText(first) };
  if (last !== null && day > last) return { kind: 'last', day: dayText(last) };
  if (!choice.weekdays.includes(weekdayOf(day))) return { kind: 'weekday', number: weekdayOf(day) };
  if (!choice.months.includes(monthOf(day))) return { kind: 'month', number: monthOf(day) };
  return { kind: 'leftOut' };
}

/** Why a day can't be had, now that it is known how many days what is ordered takes; null where it can. */
export function tooEarly(
  choice: DateChoice,
  raw: string,
  today: string,
  leadDays: number,
): Extract<ProblemData, { code: 'dayNotOffered' }> | null {
  const day = parseDay(raw);
  if (day === null || choice.past || leadDays <= 0) return null;
  const window = dayWindow(choice, today, leadDays);
  if (window.allows(day)) return null;
  const next = window.nearest((window.first ?? day) - 1, 1);
  return {
    code: 'dayNotOffered',
    title: choice.title,
    day: dayText(day),
    why: { kind: 'takes', days: leadDays },
    nearest: next === null ? [] : [dayText(next)],
  };
}

/** So many years at most are looked at one by one; one is like another where nothing else is asked of the day. */
const MOST_YEARS = 30;

/** The days on which seasons begin and end, in every year that is looked at. */
function turnsOf(seasons: CandidateScope['seasons'], around: readonly number[]): number[] {
  if (seasons.length === 0) return [];
  const years = around.map((day) => Number(dayText(day).slice(0, 4)));
  const first = Math.min(...years) - 1;
  const count = Math.min(MOST_YEARS, Math.max(...years) + 2 - first);
  return Array.from({ length: count }, (_, place) => first + place).flatMap((year) =>
    seasons.flatMap(({ from, to }) => [from, to].flatMap((turn) => dayInYear(year, turn) ?? [])),
  );
}

export const dateKind: KindOfChoice<DateChoice> = {
  told: [...EFFECT_TOLD, 'earliest', 'latest', 'weekdays', 'months', 'past', 'leftOut', 'default'],
  settledInside: false,
  check,
  reader,
  tests: ['day', 'weekday', 'season', 'answered'],
  candidates(choice, { today, thresholds, seasons, byWeekday, read }) {
    const window = dayWindow(choice, today);
    const now = parseDay(today) ?? 0;
    const plain = [window.first ?? now, window.last ?? now + 1, ...thresholds.flatMap((day) => parseDay(day) ?? [])];
    const around = [...plain, ...turnsOf(seasons, plain)];
    const beside = byWeekday
      ? around.flatMap((day) => Array.from({ length: 15 }, (_, place) => day + place - 7))
      : around;
    const days = new Set(
      beside.flatMap((day) =>
        [...(window.allows(day) ? [day] : []), window.nearest(day, -1), window.nearest(day, 1)].filter(
          (found) => found !== null,
        ),
      ),
    );
    return { list: [...days].flatMap((day) => read(dayText(day), 0)), counted: false };
  },
  unseen: withoutEffect,
  onAnyDay(choice) {
    const fixed = (bound: DayBound | null) => (bound?.kind === 'on' ? bound : null);
    return choice.default?.kind === 'on'
      ? { ...choice, past: true, earliest: fixed(choice.earliest), latest: fixed(choice.latest) }
      : null;
  },
};
