import { type Product } from '@/core/catalog';
import { type Place } from './editing';

/** Places of the product editor that an address can name, beside those of its choices and sheets. */
const NAMED = [
  'basics',
  'pictures',
  'views',
  'price',
  'choices',
  'parts',
  'made-of',
  'variants',
  'formulas',
  'rules',
  'proofs',
  'selections',
  'quantity',
  'breaks',
  'stock',
  'shelf',
  'history',
] as const satisfies readonly Place[];

/** The place that an address names; undefined for none that the product has. */
export function placeNamed(name: string | string[] | undefined, { choices, sheets }: Product): Place | undefined {
  if (typeof name !== 'string') return undefined;
  const plain = NAMED.find((place) => place === name);
  if (plain) return plain;
  const [kind, key] = [name.slice(0, name.indexOf(':')), name.slice(name.indexOf(':') + 1)];
  if (kind === 'choice' && choices.some((choice) => choice.key === key)) return `choice:${key}`;
  return kind === 'sheet' && sheets.some((sheet) => sheet.key === key) ? `sheet:${key}` : undefined;
}
