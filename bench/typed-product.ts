import { type Product, productSchema } from '../src/core/catalog';

const CHOICES = 40;
const VARIANTS = 200;
const RULES = 60;

/** A product as large as somebody keeps: 40 choices, 200 variants of two of them, and 60 rules between the others. */
export function typedProduct(): Product {
  const option = (choice: number, place: number) => ({
    key: `o${place}`,
    title: `Option ${choice}.${place}`,
    sku: choice < 2 ? `${choice}${place}` : null,
    amount: { kind: 'fixed', value: `${place}.${choice + 10}` },
  });
  const choices = Array.from({ length: CHOICES }, (_, index) => ({
    kind: 'list',
    key: `c${index}`,
    title: `Choice ${index}`,
    ...(index < 2 ? { stocked: true } : { default: 'o0' }),
    options: Array.from({ length: index === 0 ? 20 : index === 1 ? 10 : 8 }, (__, place) => option(index, place)),
  }));
  const variants = Array.from({ length: VARIANTS }, (_, index) => ({
    options: { c0: `o${Math.floor(index / 10)}`, c1: `o${index % 10}` },
    sku: `TYPED-${index}`,
    price: `${40 + (index % 17)}.00`,
  }));
  const rules = Array.from({ length: RULES }, (_, index) => {
    const [one, other] = [2 + (index % 38), 2 + ((index * 7 + 5) % 38)];
    return {
      key: `r${index}`,
      when: { kind: 'option', choice: `c${one}`, is: 'oneOf', options: ['o7'] },
      then: [
        one === other
          ? { kind: 'tell', text: 'So it is.' }
          : { kind: 'withhold', choice: `c${other}`, options: [`o${1 + (index % 6)}`] },
      ],
    };
  });
  return productSchema.parse({
    slug: 'typed',
    title: 'Typed',
    sku: 'TYPED',
    price: '40.00',
    category: 'Bench',
    choices,
    variants,
    rules,
  });
}

/** A product with one choice of very many options. */
export function longProduct(options = 300): Product {
  const all = Array.from({ length: options }, (_, place) => ({
    key: `o${place}`,
    title: `Colour ${place}`,
    sku: `C${place}`,
    amount: { kind: 'fixed', value: `${place}.10` },
  }));
  return productSchema.parse({
    slug: 'long',
    title: 'Long',
    sku: 'LONG',
    price: '40.00',
    category: 'Bench',
    choices: [{ kind: 'list', key: 'colour', title: 'Colour', options: all }],
  });
}
