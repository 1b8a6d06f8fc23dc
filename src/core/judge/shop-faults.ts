import { isTimeZone, parseDay } from '../calendar';
import { type Catalog, isCountry, type Product, type Report } from '../catalog';
import { minorUnits } from '../money';
import { Exact } from '../number';
import { orderable, orderableRange } from '../ordering';
import { type FaultData, type Path, type Keyed, type Figure } from '../problems';
import { hidesSigns } from '../text';
import { pagesFaults } from './pages-faults';

/**
 * What is wrong with what a catalog says of its shop, discounts and proofs: everything beside its products, stock items
 * and price lists.
 */
export function shopFaults(catalog: Pick<Catalog, 'shop' | 'discounts' | 'products' | 'drafts'>, report: Report): void {
  const { shop, discounts, products } = catalog;
  if (minorUnits(shop.currency) === null)
    report(['shop', 'currency'], { code: 'unknownCurrency', given: shop.currency });
  if (!isTimeZone(shop.timeZone)) report(['shop', 'timeZone'], { code: 'badTimeZone', given: shop.timeZone });
  const twice = new Twice(report);
  const seen = (text: string, path: Path) => hidesSigns(text) && report(path, { code: 'hidesSigns' });
  seen(shop.name, ['shop', 'name']);
  const groups = new Set(shop.groups.map(({ key }) => key));
  const knownGroups = (named: readonly string[], path: Path) =>
    named.forEach((key, index) => groups.has(key) || report([...path, index], { code: 'groupUnknown', key }));
  shop.groups.forEach(({ key, title, code }, index) => {
    seen(title, ['shop', 'groups', index, 'title']);
    twice.check('group', key, ['shop', 'groups', index, 'key'], 'group');
    if (code !== null)
      twice.check('code of a group', code.trim().toLowerCase(), ['shop', 'groups', index, 'code'], 'code');
  });
  shop.marginFloors.forEach(({ category, percent }, index) => {
    const value = Exact.parse(percent);
    if (!value || value.sign() < 0 || !value.isLess(HUNDRED))
      report(['shop', 'marginFloors', index, 'percent'], { code: 'floorNotPercent' });
    twice.check('floor', category ?? '', ['shop', 'marginFloors', index, 'category'], 'floor');
  });
  shop.quantityRules.forEach(({ key, title, groups: named, per, rule }, index) => {
    const path = ['shop', 'quantityRules', index];
    seen(title, [...path, 'title']);
    twice.check('quantity rule', key, [...path, 'key'], 'quantityRule');
    knownGroups(named, [...path, 'groups']);
    if (!orderableRange(orderable(rule))) report([...path, 'rule', 'maximum'], { code: 'quantityImpossible' });
    if (per === 'customer' && (rule.maximum === null || rule.minimum > 1 || rule.multiple > 1 || rule.list.length > 0))
      report([...path, 'rule'], { code: 'onlyMaximum' });
  });
  pagesFaults(shop.pages, ['shop', 'pages'], report);
  if (shop.tax) seen(shop.tax.name, ['shop', 'tax', 'name']);
  taxFaults(shop, report, twice);
  discounts.forEach(({ title }, index) => seen(title, ['discounts', index, 'title']));
  discounts.forEach((discount, index) =>
    discountFaults(discount, ['discounts', index], report, {
      knownGroups,
      slugs: new Set(countedProducts(catalog).map(({ slug }) => slug)),
      twice,
    }),
  );
  products.forEach(({ proofs }, index) =>
    proofs.forEach((proof, place) => proofFaults(proof, ['products', index, 'proofs', place], report, groups)),
  );
}

/** Products as they count for lists and discounts: as customers have them, or as drafts where they don’t. */
export const countedProducts = ({ products, drafts }: Pick<Catalog, 'products' | 'drafts'>): readonly Product[] => [
  ...products,
  ...drafts.products.flatMap(({ of, definition }) => (of === null ? [definition] : [])),
];

const HUNDRED = Exact.of(100);

/** Names that may stand once. */
class Twice {
  private readonly seen = new Set<string>();
  constructor(private readonly report: Report) {}
  check(of: string, key: string, path: Path, what: Keyed): void {
    if (this.seen.has(`${of} ${key}`)) this.report(path, { code: 'duplicateKey', key, what });
    this.seen.add(`${of} ${key}`);
  }
}

/** Reports a number that is none, or lies outside of what it may be. */
function number(
  text: string,
  path: Path,
  report: Report,
  {
    figure,
    above = false,
    most = null,
  }: { readonly figure: Figure; readonly above?: boolean; readonly most?: number | null },
): void {
  const value = Exact.parse(text);
  if (!value) report(path, { code: 'notDecimal', given: text });
  else if (value.sign() < 0 || (above && value.sign() === 0) || (most !== null && value.isMore(Exact.of(most))))
    report(path, { code: 'outOfRange', figure, given: text, above, most });
}

function country(code: string, path: Path, report: Report): void {
  if (!isCountry(code)) report(path, { code: 'unknownCountry', given: code });
}

function taxFaults({ tax, delivery }: Catalog['shop'], report: Report, twice: Twice): void {
  if (tax) {
    const path = ['shop', 'tax'];
    country(tax.country, [...path, 'country'], report);
    tax.classes.forEach(({ key }, index) =>
      twice.check('tax class', key, [...path, 'classes', index, 'key'], 'taxClass'),
    );
    tax.rates.forEach(({ class: key, country: at, percent }, index) => {
      const place = [...path, 'rates', index];
      number(percent, [...place, 'percent'], report, { figure: 'taxRate', most: 100 });
      country(at, [...place, 'country'], report);
      if (!tax.classes.some((known) => known.key === key))
        report([...place, 'class'], { code: 'unknownReference', what: 'tax class', given: key });
      twice.check('rate', `${key} ${at}`, place, 'taxRate');
    });
  }
  delivery.forEach(({ country: at, price, freeFrom }, index) => {
    const place = ['shop', 'delivery', index];
    if (at !== null) country(at, [...place, 'country'], report);
    if (at !== null && tax && !tax.rates.some((rate) => rate.country === at))
      report([...place, 'country'], { code: 'untaxedCountry', country: at });
    number(price, [...place, 'price'], report, { figure: 'deliveryPrice' });
    if (freeFrom !== null) number(freeFrom, [...place, 'freeFrom'], report, { figure: 'freeDelivery' });
    twice.check('delivery', at ?? '', [...place, 'country'], 'delivery');
  });
}

interface Known {
  knownGroups(named: readonly string[], path: Path): void;
  readonly slugs: ReadonlySet<string>;
  readonly twice: Twice;
}

function discountFaults(
  { key, gives, from, until, groups, products, least, codes }: Catalog['discounts'][number],
  path: Path,
  report: Report,
  { knownGroups, slugs, twice }: Known,
): void {
  twice.check('discount', key, [...path, 'key'], 'discount');
  if (gives.kind === 'percent')
    number(gives.percent, [...path, 'gives', 'percent'], report, { figure: 'percentOff', above: true, most: 100 });
  if (gives.kind === 'amount')
    number(gives.amount, [...path, 'gives', 'amount'], report, { figure: 'amountOff', above: true });
  const product = (slug: string, place: Path) =>
    slugs.has(slug) || report(place, { code: 'productUnknown', product: slug });
  if (gives.kind === 'product') product(gives.product, [...path, 'gives', 'product']);
  products.forEach((slug, index) => product(slug, [...path, 'products', index]));
  if (least !== null) number(least, [...path, 'least'], report, { figure: 'leastValue', above: true });
  for (const [field, day] of [
    ['from', from],
    ['until', until],
  ] as const)
    if (day !== null && parseDay(day) === null) report([...path, field], { code: 'badDay', given: day });
  if (from !== null && until !== null && until < from)
    report([...path, 'until'], { code: 'limitsCross', least: from, most: until });
  knownGroups(groups, [...path, 'groups']);
  codes.forEach((code, index) =>
    twice.check('code', code.replace(/\s/gu, '').toLowerCase(), [...path, 'codes', index], 'code'),
  );
}

function proofFaults(
  { expects, group, day }: Catalog['products'][number]['proofs'][number],
  path: Path,
  report: Report,
  groups: ReadonlySet<string>,
): void {
  const at = [...path, 'expects'];
  const decimal = (text: string, place: Path): unknown =>
    Exact.parse(text) ?? report(place, { code: 'notDecimal', given: text } satisfies FaultData);
  for (const field of ['unitPrice', 'lineTotal'] as const)
    if (expects[field] !== null) decimal(expects[field], [...at, field]);
  expects.draws?.forEach(({ quantity }, index) => decimal(quantity, [...at, 'draws', index, 'quantity']));
  if (group !== null && !groups.has(group)) report([...path, 'group'], { code: 'groupUnknown', key: group });
  if (day !== null && parseDay(day) === null) report([...path, 'day'], { code: 'badDay', given: day });
}
