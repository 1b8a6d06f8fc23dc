import { visitReferences } from '../fields';
import { type Referring, withCalled } from './references';
import { productSchema } from './schema';

/**
 * A definition in another currency: figures stay as they are, and what names the currency names the other one: formulas
 * (`14.20 EUR/m2`), and conditions on what a formula gives.
 *
 * @param from ISO 4217 code, and `to` likewise
 */
export function inCurrency<D extends Referring>(definition: D, from: string, to: string): D {
  return withCalled(definition, ({ what, key }) => ((what === 'unit' || what === 'name') && key === from ? to : key));
}

/** Whether a definition names a currency anywhere. */
export function namesCurrency(definition: Referring, currency: string): boolean {
  let isNamed = false;
  visitReferences(productSchema, definition, ({ what, key }) => {
    isNamed ||= (what === 'unit' || what === 'name') && key === currency;
  });
  return isNamed;
}
