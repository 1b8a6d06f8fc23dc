import { currencies } from '@/core/money';

const names = new Intl.DisplayNames('en', { type: 'currency' });

/** What a currency is called; its code where that is none. */
export const currencyName = (code: string): string => names.of(code) ?? code;

/** Every currency, to be found by its name or its code. */
export const CURRENCIES = currencies.map((code) => ({ value: code, label: currencyName(code), hint: code }));
