import { dayText, parseDay } from '../calendar';
import { type CheckoutField, type CheckoutFieldKind } from '../catalog';
import { countCharacters, printable, type TextFault } from '../text';

/** What a customer says to something that is asked at checkout. */
export interface AskedGiven {
  readonly title: string;
  /** as typed; a day as YYYY-MM-DD, `yes` for a tick */
  readonly value: string;
}

/** What an order keeps of it: what was asked then, whatever is asked later. */
export interface AskedKept extends AskedGiven {
  readonly kind: CheckoutFieldKind;
}

/** Why what was given is no answer. */
export type AskedFault = { readonly title: string } & (
  | { readonly code: 'missing'; readonly kind: CheckoutFieldKind }
  | { readonly code: 'notOffered'; readonly given: string; readonly offered: readonly string[] }
  | { readonly code: 'badDay'; readonly given: string }
  | { readonly code: 'tooEarly'; readonly earliest: string }
  | { readonly code: 'tooLong'; readonly characters: number; readonly most: number }
  | { readonly code: TextFault }
  /** it is not asked (any more) */
  | { readonly code: 'notAsked' | 'givenTwice' }
);

/** What a tick is given as. */
export const TICKED = 'yes';

/**
 * Judges what was given to what is asked at checkout. Nothing is corrected but spaces at the ends and signs that nobody
 * sees; what is left empty and need not be answered is not kept.
 *
 * @param today the day it is, as YYYY-MM-DD
 */
export function judgeAsked(
  asked: readonly CheckoutField[],
  given: readonly AskedGiven[],
  today: string,
): { readonly kept: readonly AskedKept[]; readonly faults: readonly AskedFault[] } {
  const kept: AskedKept[] = [];
  const faults: AskedFault[] = [];
  for (const field of asked) {
    const { title, kind } = field;
    const typed = given.find((one) => one.title === title)?.value ?? '';
    const read = printable(typed, { lines: field.kind === 'text' && field.lines === 'several' });
    if (read.fault !== undefined) faults.push({ title, code: read.fault });
    else if (read.text === '') {
      if (field.required) faults.push({ title, code: 'missing', kind });
    } else {
      const fault = faultOf(field, read.text, today);
      if (fault) faults.push(fault);
      else kept.push({ title, kind, value: read.text });
    }
  }
  const titles = given.map(({ title }) => title);
  for (const title of new Set(titles))
    if (!asked.some((field) => field.title === title)) faults.push({ title, code: 'notAsked' });
    else if (titles.indexOf(title) < titles.lastIndexOf(title)) faults.push({ title, code: 'givenTwice' });
  return { kept, faults };
}

/** What is wrong with an answer that is not empty; null for nothing. */
function faultOf(field: CheckoutField, value: string, today: string): AskedFault | null {
  const { title } = field;
  switch (field.kind) {
    case 'text': {
      const characters = countCharacters(value);
      return characters > field.longest ? { title, code: 'tooLong', characters, most: field.longest } : null;
    }
    case 'choice':
      return field.offered.includes(value) ? null : { title, code: 'notOffered', given: value, offered: field.offered };
    case 'date': {
      const day = parseDay(value);
      const earliest = earliestDay(field, today);
      if (day === null) return { title, code: 'badDay', given: value };
      return value < earliest ? { title, code: 'tooEarly', earliest } : null;
    }
    case 'tick':
      return value === TICKED ? null : { title, code: 'notOffered', given: value, offered: [TICKED] };
  }
}

/** The first day that may be answered, as YYYY-MM-DD. */
export const earliestDay = ({ notice }: Extract<CheckoutField, { kind: 'date' }>, today: string): string =>
  dayText((parseDay(today) ?? 0) + notice);
