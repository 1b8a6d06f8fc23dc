import { describe, expect, it } from 'vitest';
import { catalogSchema } from '../catalog';
import { compile } from '../compile';
import { surroundingsOf } from '../exchange';
import { stockView } from '../stock';
import { listedPictures } from './listed-pictures';
import { type LinkedAround, productData } from './product-data';

const around: Omit<LinkedAround, 'pictures'> = {
  origin: 'https://shop.example',
  stock: stockView([
    { key: 's', available: '4', late: null, lying: null },
    { key: 'l', available: '0', late: null, lying: null },
  ]),
  today: '2027-03-01',
  group: null,
  taxIncluded: true,
};

const dataOf = (product: object, more: Partial<LinkedAround> = {}) => {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Bee Works', currency: 'EUR', skuSeparator: '-' },
    stock: ['s', 'l'].map((key) => ({ key, title: key, unit: '1' })),
    products: [{ slug: 'veil', title: 'Veil', sku: 'V', category: 'Clothing', notCounted: 'service', ...product }],
  });
  const [definition] = catalog.products;
  if (!definition) throw new Error('no product');
  const program = compile(definition, surroundingsOf(catalog));
  return productData(program, { ...around, pictures: listedPictures(definition, program, around.today), ...more });
};

const sizes = {
  notCounted: null,
  price: '20',
  choices: [
    {
      kind: 'list',
      key: 'size',
      title: 'Size',
      stocked: true,
      options: [
        { key: 's', title: 'S', sku: 'S' },
        { key: 'l', title: 'L', sku: 'L', amount: { kind: 'fixed', value: '3.5' } },
      ],
    },
  ],
  variants: [
    { options: { size: 's' }, stock: 's', gtin: '4006381333931', picture: '/pictures/s.svg' },
    { options: { size: 'l' }, stock: 'l' },
  ],
};

describe('a product as other programs read it', () => {
  it('is one offer with its price, and what it costs from so many on', () => {
    const breaks = { steps: [{ from: '10', value: '18.5' }] };
    expect(dataOf({ price: '20', summary: 'Round', pictures: [{ src: '/pictures/a.svg' }], breaks })).toEqual({
      '@context': 'https://schema.org',
      '@type': 'Product',
      name: 'Veil',
      description: 'Round',
      url: 'https://shop.example/shop/veil',
      image: ['https://shop.example/pictures/a.svg'],
      category: 'Clothing',
      sku: 'V',
      offers: {
        '@type': 'Offer',
        url: 'https://shop.example/shop/veil',
        price: '20.00',
        priceCurrency: 'EUR',
        availability: 'https://schema.org/InStock',
        priceSpecification: [
          ['20.00', 1],
          ['18.50', 10],
        ].map(([price, minValue]) => ({
          '@type': 'UnitPriceSpecification',
          priceCurrency: 'EUR',
          valueAddedTaxIncluded: true,
          price,
          eligibleQuantity: { '@type': 'QuantitativeValue', minValue },
        })),
      },
    });
  });

  it('is a group of variants, each with its SKU, code, price and whether there are any', () => {
    const data = dataOf(sizes);
    expect(data).toMatchObject({ '@type': 'ProductGroup', productGroupID: 'veil', variesBy: ['Size'] });
    expect(data.hasVariant).toMatchObject([
      {
        '@type': 'Product',
        name: 'Veil, S',
        sku: 'V-S',
        gtin: '4006381333931',
        image: 'https://shop.example/pictures/s.svg',
        offers: { price: '20.00', availability: 'https://schema.org/InStock' },
      },
      { name: 'Veil, L', sku: 'V-L', offers: { price: '23.50', availability: 'https://schema.org/OutOfStock' } },
    ]);
  });

  it('tells no SKU that customers are not told', () => {
    const text = JSON.stringify([
      dataOf({ ...sizes, forCustomers: { sku: false } }),
      dataOf({ price: '1', forCustomers: { sku: false } }),
    ]);
    expect(text).not.toContain('"sku"');
  });

  it('has a lowest and highest price where it varies, and the lowest alone where there is no end', () => {
    const gift = { kind: 'yesNo', key: 'gift', title: 'Gift', amount: { kind: 'fixed', value: '2' } };
    expect(dataOf({ price: '20', choices: [gift] }).offers).toMatchObject({
      '@type': 'AggregateOffer',
      lowPrice: '20.00',
      highPrice: '22.00',
    });
    const length = {
      kind: 'measure',
      key: 'length',
      title: 'Length',
      unit: 'm',
      min: '1',
      amount: { kind: 'perUnit', value: '2', of: 'length', unit: 'm' },
    };
    const { offers } = dataOf({ price: '20', choices: [length] });
    expect(offers).toMatchObject({ '@type': 'AggregateOffer', lowPrice: '22.00' });
    expect(offers).not.toHaveProperty('highPrice');
  });

  it('sold by the metre costs so much a metre', () => {
    const length = { kind: 'measure', key: 'length', title: 'Length', unit: 'm', min: '1', max: '5' };
    const soldBy = { kind: 'measure', measure: 'length', unit: 'm' };
    expect(dataOf({ price: '6.2', choices: [length], soldBy }).offers).toMatchObject({
      priceSpecification: { price: '6.20', referenceQuantity: { value: 1, unitCode: 'MTR' } },
    });
  });

  it('says of tax only what is known, and of a product without a price nothing', () => {
    expect(JSON.stringify(dataOf({ price: '20' }, { taxIncluded: null }))).not.toContain('valueAddedTax');
    expect(JSON.stringify(dataOf({ price: '20' }, { taxIncluded: false }))).toContain('"valueAddedTaxIncluded":false');
    expect(dataOf({ price: null })).not.toHaveProperty('offers');
  });
});
