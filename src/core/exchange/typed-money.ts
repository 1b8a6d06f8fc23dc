import { currencySigns } from '../money';
import { type Exact } from '../number';
import { readNumber } from '../quantity';

/** An amount as it was typed, or what is wrong with it and how to write it. */
export type TypedMoney =
  /** with the decimal it was typed as, in the notation of the open format */
  | { readonly value: Exact; readonly text: string; readonly fault?: undefined }
  | {
      readonly value?: undefined;
      readonly fault: string;
      /** whether it is no amount at all */ readonly isUnread: boolean;
    };

/**
 * Reads an amount as people type it into a list: `9.50`, `9,50`, `€9.50`, `9.50 EUR`, `-2`. The sign or code of another
 * currency than the shop's is refused, because nothing here knows what it is worth.
 *
 * @param currency ISO 4217 code of the shop's; null where that is not known, and no sign is read
 */
export function readTypedMoney(text: string, currency: string | null): TypedMoney {
  const { minus, before, digits, after } = taken(text);
  const ours = currency === null ? [] : [currency.toLowerCase(), currencySigns[currency]?.toLowerCase()];
  const strange = [before, after].find((sign) => sign !== '' && !ours.includes(sign.toLowerCase()));
  if (strange !== undefined) {
    const isMoney = Object.values(currencySigns).includes(strange) || /^[A-Z]{3}$/.test(strange);
    return {
      fault: isMoney
        ? `“${text.trim()}” is in another currency${currency === null ? '' : ` than the shop’s, ${currency}`}. Write the number alone, like 12.50.`
        : unreadable(text),
      isUnread: !isMoney,
    };
  }
  const reading = readNumber(`${minus}${digits}`);
  if (!reading.fault) {
    const [, part = ''] = /[.,](\d{1,2})$/.exec(digits) ?? [];
    return { value: reading.value, text: part === '' ? reading.value.toString() : reading.value.toFixed(part.length) };
  }
  const { fault } = reading;
  return {
    fault:
      fault.code === 'ambiguousComma'
        ? `“${text.trim()}” could mean ${fault.readings[0]} or ${fault.readings[1]}. Write one of them.`
        : unreadable(text),
    isUnread: fault.code !== 'ambiguousComma',
  };
}

const unreadable = (text: string) => `“${text.trim()}” is not an amount. Write it like 12.50.`;

const OF_NUMBER = /[\d.,½⅓⅔¼¾]/u;

/**
 * Takes an amount apart: its minus, what stands before its first digit, the number, and what stands behind its last.
 */
function taken(text: string): {
  readonly minus: string;
  readonly before: string;
  readonly digits: string;
  readonly after: string;
} {
  const signs = [...text.trim()];
  const first = signs.findIndex((one) => OF_NUMBER.test(one));
  const last = signs.findLastIndex((one) => OF_NUMBER.test(one));
  if (first < 0) return { minus: '', before: signs.join(''), digits: '', after: '' };
  const lead = signs.slice(0, first);
  const before = lead
    .filter((one) => !'+-−'.includes(one))
    .join('')
    .trim();
  return {
    minus: lead.some((one) => one === '-' || one === '−') ? '-' : '',
    before,
    digits: signs.slice(first, last + 1).join(''),
    after: signs
      .slice(last + 1)
      .join('')
      .trim(),
  };
}
