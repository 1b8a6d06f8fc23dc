import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { type Path } from '../problems';
import { checkCatalog, pathText, readCatalog } from './catalog-file';

const DEMO = readFileSync('demo/catalog.json', 'utf8');
/** Fields that hold texts which may look like numbers. */
const TEXTS = new Set([
  'sku',
  'key',
  'slug',
  'title',
  'value of an option',
  'supplierCode',
  'code',
  'gtin',
  'description',
  'alt',
  'day',
  'text',
  'default',
  'name',
  'season',
  'help',
  'option',
  'codes',
]);

type Json = unknown;
const isRecord = (value: Json): value is Record<string, Json> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The first place of each kind at which a file has a decimal. */
function decimals(value: Json, path: Path = [], found = new Map<string, Path>()): Map<string, Path> {
  if (typeof value === 'string') {
    const kind = path.map((step) => (typeof step === 'number' ? '*' : step)).join('.');
    // Answers and what somebody says of a place are texts; a kind of thing has its fields under its own name.
    const isAnswer = path.some((step) =>
      ['answers', 'settled', 'fixed', 'working', 'options-of-variant', 'byGroup'].includes(String(step)),
    );
    if (
      /^-?\d+(\.\d+)?$/.test(value) &&
      !TEXTS.has(String(path.at(-1))) &&
      !TEXTS.has(String(path.at(-2))) &&
      !isAnswer &&
      !found.has(kind)
    )
      found.set(kind, path);
  } else if (Array.isArray(value)) value.forEach((entry, index) => decimals(entry, [...path, index], found));
  else if (isRecord(value)) for (const [name, entry] of Object.entries(value)) decimals(entry, [...path, name], found);
  return found;
}

function setAt(value: Json, [step, ...rest]: Path, text: Json): Json {
  if (step === undefined) return text;
  if (Array.isArray(value)) return value.with(Number(step), setAt(value[Number(step)], rest, text));
  return isRecord(value) ? { ...value, [step]: setAt(value[String(step)], rest, text) } : value;
}

const faultsOf = (file: Json): string[] => {
  const { catalog, faults } = readCatalog(JSON.stringify(file));
  return (catalog ? checkCatalog(catalog) : (faults ?? [])).map(({ path, code }) => `${pathText(path)} ${code}`);
};

describe('every field of the format', () => {
  const file = JSON.parse(DEMO) as Json;
  const places = [...decimals(file).values()];

  it('that is a number refuses what is none, where it stands', () => {
    expect(places.length).toBeGreaterThan(50);
    const wrong = faultsOf(places.reduce((made, path) => setAt(made, path, 'abc'), file)).map((line) =>
      line.slice(0, line.lastIndexOf(' ')),
    );
    // What is wrong in a sheet is told at the first product that has it; of a list of prices and a property, at the
    // whole of it.
    const told = (place: string) =>
      wrong.some(
        (path) =>
          path === place ||
          path.endsWith(
            place
              .replace(/^\$\.sheets\[\d+\]/, '~')
              .split('~')
              .at(-1) ?? place,
          ) ||
          (/priceLists\[\d+\]$|properties\.[\w-]+$|properties\["[\w-]+"\]$/.test(path) && place.startsWith(path)),
      );
    const missed = places.map(pathText).filter((place) => !told(place));
    expect(missed).toEqual([]);
  });

  const shop = (more: object) => setAt(file, ['shop'], { ...(file as { shop: object }).shop, ...more });
  const tax = (file as { shop: { tax: object } }).shop.tax;
  const code = (gives: object, more: object = {}) =>
    setAt(file, ['discounts'], [{ key: 'd', title: 'D', gives, ...more }]);
  it.each<[string, Json, string]>([
    [
      'a rate of tax above a hundred',
      shop({ tax: { ...tax, rates: [{ class: 'standard', country: 'AT', percent: '500' }] } }),
      '$.shop.tax.rates[0].percent outOfRange',
    ],
    [
      'a rate of tax below nothing',
      shop({ tax: { ...tax, rates: [{ class: 'standard', country: 'AT', percent: '-500' }] } }),
      '$.shop.tax.rates[0].percent outOfRange',
    ],
    [
      'a rate of a class that is none',
      shop({ tax: { ...tax, rates: [{ class: 'none', country: 'AT', percent: '5' }] } }),
      '$.shop.tax.rates[0]["class"] unknownReference',
    ],
    ['a country that is none', shop({ tax: { ...tax, country: 'QQ' } }), '$.shop.tax.country unknownCountry'],
    [
      'delivery to a country that is none',
      shop({ delivery: [{ country: 'QQ', price: '1' }] }),
      '$.shop.delivery[0].country unknownCountry',
    ],
    [
      'a floor of everything',
      shop({ marginFloors: [{ percent: '100' }] }),
      '$.shop.marginFloors[0].percent floorNotPercent',
    ],
    [
      'a group twice',
      shop({
        groups: [
          { key: 'a', title: 'A' },
          { key: 'a', title: 'B' },
        ],
      }),
      '$.shop.groups[1].key duplicateKey',
    ],
    [
      'a quantity rule for a group that is not there',
      shop({ quantityRules: [{ key: 'q', title: 'Q', groups: ['nobody'], rule: {} }] }),
      '$.shop.quantityRules[0].groups[0] groupUnknown',
    ],
    ['a discount of 999 %', code({ kind: 'percent', percent: '999' }), '$.discounts[0].gives.percent outOfRange'],
    ['a discount of nothing', code({ kind: 'amount', amount: '0' }), '$.discounts[0].gives.amount outOfRange'],
    ['a least value that is none', code({ kind: 'delivery' }, { least: 'abc' }), '$.discounts[0].least notDecimal'],
    [
      'a discount that ends before it begins',
      code({ kind: 'delivery' }, { from: '2026-12-02', until: '2026-12-01' }),
      '$.discounts[0].until limitsCross',
    ],
    [
      'a group whose name hides a sign',
      shop({ groups: [{ key: 'a', title: 'Tra\u200bde' }] }),
      '$.shop.groups[0].title hidesSigns',
    ],
    [
      'a quantity rule whose name turns round',
      shop({ quantityRules: [{ key: 'q', title: '\u202eQ', rule: {} }] }),
      '$.shop.quantityRules[0].title hidesSigns',
    ],
    [
      'a discount whose name hides a sign',
      setAt(file, ['discounts'], [{ key: 'd', title: 'D\u2060', gives: { kind: 'delivery' } }]),
      '$.discounts[0].title hidesSigns',
    ],
    [
      'a price list whose name hides a sign',
      setAt(file, ['priceLists'], [{ key: 'l', title: 'L\u200b' }]),
      '$.priceLists[0] priceListFaulty',
    ],
    [
      'a sheet whose name hides a sign',
      setAt(file, ['sheets'], [{ key: 's', title: 'S\u200b' }]),
      '$.sheets[0].title hidesSigns',
    ],
    [
      'a swatch whose name hides a sign',
      setAt(file, ['swatches', 0, 'name'], 'Mo\u200bss'),
      '$.swatches[0].name hidesSigns',
    ],
    [
      'a stock item whose name hides a sign',
      setAt(file, ['stock', 0, 'title'], 'Bo\u200bdy'),
      '$.stock[0].title hidesSigns',
    ],
    [
      'a product for nothing that is not there',
      code({ kind: 'product', product: 'unicorn' }),
      '$.discounts[0].gives.product productUnknown',
    ],
  ])('says %s', (_, changed, fault) => {
    expect(faultsOf(changed).map((line) => line.replace('.class ', '["class"] '))).toContain(fault);
  });
});
