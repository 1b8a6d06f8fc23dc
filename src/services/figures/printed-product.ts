import { type CatalogSurroundings, type Choice, hasOptions, isNote, type Part, type Product } from '../../core/catalog';
import { compile, type Program } from '../../core/compile';
import { type FlatAnswers, flatSelections } from '../../core/flat';
import { formatMoney, roundToMinorUnit } from '../../core/money';
import { pricedFor } from '../../core/price-lists';
import { unitByCode } from '../../core/quantity';
import { resolve } from '../../core/run';
import { amountWords, breaksWords } from '../../core/words';

/** What a printed price list says of a product beside its price, all of it in words. */
export interface PrintedProduct {
  readonly slug: string;
  readonly title: string;
  readonly summary: string;
  readonly category: string;
  readonly sku: string;
  readonly picture: string | null;
  /** each selection that makes another price or SKU; empty where there are too many */
  readonly rows: readonly { readonly sku: string; readonly chosen: string; readonly price: string }[];
  /** what else is chosen: `Cloth: Slate, Moss +€10.00` */
  readonly choices: readonly { readonly title: string; readonly said: string }[];
  /** what a kit has in it, as it comes: `2 × Honey pail, Veil (optional)`; empty for what is no kit */
  readonly parts: string;
  /** what more of it costs; empty where it costs the same */
  readonly breaks: string;
}

/** For whom it is printed, and on which day. */
export interface PrintedFor {
  /** key of a customer group; null for everybody */
  readonly group: string | null;
  /** as YYYY-MM-DD */
  readonly today: string;
}

/** So many selections of a product have a row each, and so many options of a choice are named. */
const MOST_ROWS = 24;
const MOST_OPTIONS = 30;

function saidOf(choice: Choice, value: FlatAnswers[string] | undefined): string {
  if (typeof value === 'boolean') return value ? choice.title : '';
  return hasOptions(choice) ? (choice.options.find(({ key }) => key === value)?.title ?? '') : '';
}

interface Rows {
  readonly rows: PrintedProduct['rows'];
  /** keys of the choices that the rows tell apart */
  readonly told: ReadonlySet<string>;
}

const NO_ROWS: Rows = { rows: [], told: new Set() };

/** A row for each selection that is another SKU or another price. */
function rowsOf(program: Program, { group, today }: PrintedFor): Rows {
  const selections = program.kit === null ? flatSelections(program, MOST_ROWS) : null;
  if (!selections) return NO_ROWS;
  const rows = new Map<string, PrintedProduct['rows'][number]>();
  for (const answers of selections.list) {
    const { state, item, unitPrice } = resolve(program, { answers }, { stock: null, today, group });
    if (state !== 'sellable' || !unitPrice || rows.has(item.key)) continue;
    rows.set(item.key, {
      sku: item.sku,
      chosen: selections.varying
        .map((choice) => saidOf(choice, answers[choice.key]))
        .filter((said) => said !== '')
        .join(', '),
      price: formatMoney(roundToMinorUnit(unitPrice, program.currency), program.currency),
    });
  }
  const all = [...rows.values()];
  const isAlike = new Set(all.map(({ sku, price }) => `${sku} ${price}`)).size <= 1;
  return isAlike ? NO_ROWS : { rows: all, told: new Set(selections.varying.map(({ key }) => key)) };
}

/** What can be chosen, and what it adds; empty for what only says something and costs nothing. */
function choiceSaid(choice: Choice, currency: string): string {
  const amount = 'amount' in choice ? amountWords(choice.amount, currency) : '';
  if (choice.kind === 'yesNo') return amount === '' ? 'if wanted' : amount;
  if (!hasOptions(choice)) {
    const unit = choice.kind === 'measure' ? `in ${unitByCode(choice.unit)?.symbol ?? choice.unit}` : '';
    return [unit, amount].filter((part) => part !== '').join(', ');
  }
  const named = choice.options
    .slice(0, MOST_OPTIONS)
    .map(({ title, amount: adds }) => [title, amountWords(adds, currency)].filter((part) => part !== '').join(' '));
  const more = choice.options.length - named.length;
  return [...named, ...(more > 0 ? [`and ${more} more`] : [])].join(', ');
}

/** A part as it comes: how often, and what it is. */
function partSaid({ title, candidates, optional, quantity }: Part, { products }: CatalogSurroundings): string {
  const names = candidates.map(({ product }) => products.get(product)?.title ?? product);
  const name = title !== '' ? title : names.join(' or ');
  return `${quantity.usual > 1 ? `${quantity.usual} × ` : ''}${name}${optional ? ' (optional)' : ''}`;
}

/** Whether customers choose it themselves. */
const isChosen = (choice: Choice): boolean => !isNote(choice) && !choice.forWorkshop && choice.kind !== 'slot';

/** Works out what a printed price list says of a product. */
export function printedProduct(
  definition: Product,
  surroundings: CatalogSurroundings,
  printedFor: PrintedFor,
): PrintedProduct {
  const { group, today } = printedFor;
  const program = compile(definition, pricedFor(surroundings, group, today));
  const { product, currency } = program;
  const { rows, told } = rowsOf(program, printedFor);
  const unit = product.soldBy.kind === 'each' ? null : (unitByCode(product.soldBy.unit) ?? null);
  return {
    slug: product.slug,
    title: product.title,
    summary: product.summary,
    category: product.category ?? '',
    sku: product.sku,
    picture: product.pictures[0]?.src ?? null,
    rows,
    choices: product.choices
      .filter((choice) => isChosen(choice) && !told.has(choice.key))
      .map((choice) => ({ title: choice.title, said: choiceSaid(choice, currency) }))
      .filter(({ said }) => said !== ''),
    parts: product.parts.map((part) => partSaid(part, surroundings)).join(', '),
    breaks:
      product.breaks === null || product.breaks.steps.length === 0 ? '' : breaksWords(product.breaks, currency, unit),
  };
}
