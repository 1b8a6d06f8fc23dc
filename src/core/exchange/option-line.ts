import { type Amount } from '../pricing';
import { type AmountScope, readTypedAmount } from './typed-amount';

/** An option as it is typed on one line, taken apart. */
export interface TypedOption {
  readonly title: string;
  readonly amount: Amount | null;
  /** null where none is typed */
  readonly sku: string | null;
  /** whether more than a title was found in it */
  readonly isParted: boolean;
}

/** What parts a line: what stands between its parts in lists that people write. */
const BETWEEN = /[·;|]/u;

/** An amount behind a title begins with its sign: `Medium +10`; `Size 10` and `Cotton 100 %` are titles. */
const SIGNED = /\s[+\-−]\s?[^\s+\-−].*$/u;

/**
 * Reads an option that is typed on one line: `Medium`, `Medium +10`, `Medium +10 · MED`, `Medium · MED`,
 * `Medium · 10 % · MED`. What can't be an amount or a SKU part belongs to the title: nothing that is typed is lost.
 */
export function readOptionLine(text: string, scope: AmountScope): TypedOption {
  const whole = { title: text.trim(), amount: null, sku: null, isParted: false };
  const [first = '', ...rest] = whole.title.split(BETWEEN).map((part) => part.trim());
  if (rest.length > 2) return whole;
  const titled = behindTitle(first, scope);
  let { amount } = titled;
  let sku: string | null = null;
  for (const part of rest) {
    if (part === '') continue;
    const read = amount === null ? amountOf(part, scope) : null;
    if (read) amount = read;
    else if (sku === null) sku = part;
    else return whole;
  }
  if (titled.title === '' || (amount === null && sku === null)) return whole;
  return { title: titled.title, amount, sku, isParted: true };
}

function amountOf(text: string, scope: AmountScope): Amount | null {
  return readTypedAmount(text, scope).amount ?? null;
}

function behindTitle(text: string, scope: AmountScope): { readonly title: string; readonly amount: Amount | null } {
  // `Oak - dark +5`: the first sign from which on all can be read as an amount is that of the amount.
  for (let from = 0; from < text.length;) {
    const found = SIGNED.exec(text.slice(from));
    if (!found) break;
    const start = from + found.index;
    const amount = amountOf(text.slice(start), scope);
    if (amount) return { title: text.slice(0, start).trim(), amount };
    from = start + 1;
  }
  return { title: text.trim(), amount: null };
}
