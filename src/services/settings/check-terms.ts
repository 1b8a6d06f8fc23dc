import { type Delivery, isCountry, type ShopPages, type Tax } from '../../core/catalog';
import { pagesFaults } from '../../core/judge';
import { Exact } from '../../core/number';
import { isBlank } from '../../core/text';
import { faultWords } from '../../core/words';
import { Refusal } from '../refusal';

/** @throws Refusal 422 for rates that are none, are missing or stand twice */
export function checkTax({ name, country, classes, rates }: Tax): void {
  const refuse = (words: string): never => {
    throw new Refusal(422, 'taxFaulty', words);
  };
  if (isBlank(name)) refuse('Enter the name of the tax, such as VAT.');
  classes.forEach(({ key, title }, place) => {
    if (isBlank(title)) refuse('Each kind of products that are taxed alike needs a name.');
    if (classes.findIndex((other) => other.key === key) < place)
      refuse(`Two kinds of products are called “${key}” inside. Each needs its own inside name.`);
  });
  for (const at of new Set([country, ...rates.map((rate) => rate.country)])) {
    if (!isCountry(at)) refuse(`“${at}” is not a country. Use its two-letter code (ISO 3166-1), such as AT.`);
    for (const { key, title } of classes) {
      const found = rates.filter((rate) => rate.class === key && rate.country === at);
      const [rate] = found;
      if (!rate) refuse(`Enter the tax rate on ${title} in ${at}; 0 for none.`);
      if (found.length > 1) refuse(`Two rates are said for ${title} in ${at}. Leave one.`);
    }
  }
  for (const { class: key, percent } of rates) {
    if (!classes.some((known) => known.key === key))
      refuse(`A rate is for “${key}”, which is no kind of products. Take it out.`);
    const value = Exact.parse(percent);
    if (!value || value.sign() < 0 || value.isMore(Exact.of(100)))
      refuse(`“${percent}” is no rate of tax. Write a percentage from 0 to 100, such as 20.`);
  }
}

/**
 * @throws Refusal 422 for prices that are none, for two of one country, and for a country that nothing is said of the
 * tax in
 */
export function checkDelivery(delivery: readonly Delivery[], tax: Tax | null): void {
  const refuse = (words: string): never => {
    throw new Refusal(422, 'deliveryFaulty', words);
  };
  delivery.forEach(({ country, price, freeFrom }, place) => {
    if (tax && country !== null && !tax.rates.some((rate) => rate.country === country))
      refuse(
        `Delivery to ${country} has a price, and nothing is said of the tax there. Add the country to the rates of tax.`,
      );
    if (delivery.findIndex((other) => other.country === country) < place)
      refuse(
        country === null
          ? 'Delivery to anywhere is said twice. Name a country in one of them.'
          : `Delivery to ${country} is said twice. Leave one.`,
      );
    for (const [text, what] of [
      [price, 'price of delivery'],
      [freeFrom, 'sum from which delivery costs nothing'],
    ] as const) {
      const value = text === null ? Exact.zero : Exact.parse(text);
      if (!value || value.sign() < 0) refuse(`“${text ?? ''}” is no ${what}. Write it like 5.90.`);
    }
  });
}

/** @throws Refusal 422 for fields at checkout without names, or two of one name */
export function checkPages(pages: ShopPages): void {
  pagesFaults(pages, [], (path, data) => {
    const [list, index] = path;
    const at = list === 'asked' && typeof index === 'number' ? `Field ${index + 1} at checkout: ` : '';
    throw new Refusal(422, 'pagesFaulty', `${at}${faultWords(data)}`);
  });
}
