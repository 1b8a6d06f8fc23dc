import { choiceName, choiceUnit, optionNames, type Product, type RuleEffect } from '../catalog';
import { formatMoney } from '../money';
import { Exact } from '../number';
import { listed, valueWords } from './conditions';
import { amountWords } from './working';

type Choices = Pick<Product, 'choices'>;

/** What of the shop the sentence of a rule names. */
interface ShopNames {
  readonly currency: string;
  readonly stock: readonly { readonly key: string; readonly title: string }[];
}

/** What follows from a rule, as the end of a sentence: `show Ridge`, `add €12.00`. */
export function effectWords(effect: RuleEffect, product: Choices, { currency, stock }: ShopNames): string {
  const names = (keys: readonly string[]) =>
    listed(
      keys.map((key) => choiceName(product, key)),
      'and',
    );
  switch (effect.kind) {
    case 'show':
    case 'hide':
    case 'require':
      return `${effect.kind} ${names(effect.choices)}`;
    case 'offer':
      return `offer only ${listed(optionNames(product, effect.choice, effect.options), 'and')} of ${choiceName(product, effect.choice)}`;
    case 'withhold':
      return `do not offer ${listed(optionNames(product, effect.choice, effect.options), 'and')} of ${choiceName(product, effect.choice)}`;
    case 'preselect':
      return `preselect ${typeof effect.answer === 'boolean' ? (effect.answer ? 'yes' : 'no') : listed(optionNames(product, effect.choice, typeof effect.answer === 'string' ? [effect.answer] : effect.answer), 'and').replace(/“|”/g, '')} for ${choiceName(product, effect.choice)}`;
    case 'amount': {
      const words = amountWords(effect.amount, currency);
      return words.startsWith('−') ? `take ${words.slice(1)} off` : `add ${words.replace('+', '') || 'nothing'}`;
    }
    case 'setPrice': {
      const price = Exact.parse(effect.price);
      return `set the price to ${price ? formatMoney(price, currency) : effect.price || '…'}${effect.addOns === 'onTop' ? ', what is taken along on top' : ''}`;
    }
    case 'weight':
      return `add ${effect.weight.value} ${effect.weight.unit}`;
    case 'draw':
      return `draw ${effect.draw.kind === 'fixed' ? `${effect.draw.quantity} of ` : ''}${stock.find(({ key }) => key === effect.draw.stock)?.title ?? (effect.draw.stock || '…')} from stock`;
    case 'limit':
      return `limit ${choiceName(product, effect.choice)} to ${[effect.least === null ? '' : `at least ${valueWords(choiceUnit(product, effect.choice), effect.least)}`, effect.most === null ? '' : `at most ${valueWords(choiceUnit(product, effect.choice), effect.most)}`].filter(Boolean).join(' and ')}`;
    case 'limitQuantity':
      return `limit the quantity to ${[effect.least === null ? '' : `at least ${effect.least}`, effect.most === null ? '' : `at most ${effect.most}`].filter(Boolean).join(' and ')}`;
    case 'picture':
      return 'add a picture layer';
    case 'tell':
      return `tell customers “${effect.text}”`;
    case 'refuse':
      return `refuse it: “${effect.reason}”`;
  }
}
