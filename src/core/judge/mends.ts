import { type Choice, giveSkuParts, isStocked, type OneOfChoice, type Product, skuFrom, withName } from '../catalog';
import { combined, type Dim, MONEY, NUMBER, sameDim } from '../formula/dimension';
import { type FormulaFaultData } from '../formula/formula-fault';
import { Exact } from '../number';
import { type Fault, type FaultData, type Path } from '../problems';
import { leaveToSheet } from './asked-twice';

/** What a press does that mends a fault, as data. */
export type MendDoes =
  | { readonly kind: 'write'; readonly text: string }
  | { readonly kind: 'divideBy'; readonly by: string }
  | { readonly kind: 'timesRate'; readonly per: string | null }
  | { readonly kind: 'takeAway'; readonly what: 'wasPrice' | 'default' | 'sheet' | 'group' }
  | { readonly kind: 'require'; readonly title: string }
  | { readonly kind: 'sameSku'; readonly title: string }
  | { readonly kind: 'sameSkuOfAll' }
  | { readonly kind: 'skuParts' }
  | { readonly kind: 'notCounted' }
  | { readonly kind: 'switchOff' }
  | { readonly kind: 'leaveToSheet'; readonly title: string };

/**
 * Kinds of mends that can be made in many products by one press, of what keeps them from being published: what a
 * formula lacks is seen in it.
 */
export const mendsOfMany = [
  'write',
  'takeAway',
  'skuParts',
  'notCounted',
] as const satisfies readonly MendDoes['kind'][];

export type MendOfMany = (typeof mendsOfMany)[number];

/** A press that mends a fault. */
export interface Mend {
  readonly does: MendDoes;
  /** changes a draft of the product, or of a sheet's choices put on a bare product */
  apply(draft: Product): void;
}

const NONE: readonly Mend[] = [];

type FaultCode = FaultData['code'];

/** A fault as its mend looks at it. */
interface Faulty<C extends FaultCode> {
  readonly path: Path;
  readonly data: Extract<FaultData, { code: C }>;
  readonly product: Product;
  /** the choice that it is about, where it is about one */
  readonly choice: Choice | undefined;
}

/** How faults are mended by one press, by code; what is not here only the manager can know. */
const MENDS: { readonly [C in FaultCode]?: (fault: Faulty<C>) => readonly Mend[] } = {
  notDecimal: ({ path, data }) => written(path, plainDecimal(data.given)),
  badGtin: ({ path, data }) =>
    data.right === null ? NONE : written(path, `${data.given.trim().slice(0, -1)}${data.right}`),
  badSku: ({ path, data }) => written(path, skuFrom(data.given)),
  skuMissing: ({ path, product }) => written(path, skuFrom(product.title)),
  wasPriceNotHigher: ({ path }) => withoutWasPrice(path),
  wasPriceOfKit: ({ path }) => withoutWasPrice(path),
  defaultRefused: ({ path, choice }) => (choice ? [takeAwayDefault(path)] : NONE),
  paidDefault: ({ path, choice }) => (choice ? [takeAwayDefault(path), ...requiring(path, choice)] : NONE),
  leftOutNotMade: ({ path, choice }) => (choice ? requiring(path, choice) : NONE),
  sheetUnknown: ({ path }) => [
    {
      does: { kind: 'takeAway', what: 'sheet' },
      apply: (draft) => void (draft.sheets = draft.sheets.filter(({ key }) => key !== path[1])),
    },
  ],
  groupUnknown: ({ path, data }) => [
    { does: { kind: 'takeAway', what: 'group' }, apply: (draft) => removeAt(draft, path, data.key) },
  ],
  skuShared: ({ path, choice }) =>
    choice && 'sameSku' in choice
      ? [
          { does: { kind: 'sameSku', title: choice.title }, apply: (draft) => shareSku(choiceAt(path, draft)) },
          {
            does: { kind: 'sameSkuOfAll' },
            apply: (draft) => draft.choices.forEach((one) => writesNoSku(one) && shareSku(one)),
          },
        ]
      : NONE,
  skuClash: ({ product }) =>
    product.choices.some(lacksSkuParts)
      ? [
          {
            does: { kind: 'skuParts' },
            apply: (draft) => draft.choices.filter(lacksSkuParts).forEach(({ options }) => giveSkuParts(options)),
          },
        ]
      : NONE,
  drawsNothing: ({ path }) => [{ does: { kind: 'notCounted' }, apply: (draft) => countNot(path, draft) }],
  askedTwice: ({ choice, data }) =>
    choice && !isStocked(choice)
      ? [
          {
            does: { kind: 'leaveToSheet', title: data.title },
            apply: (draft) => leaveToSheet(draft, choice.key, data.other),
          },
        ]
      : NONE,
  ruleSilent: ({ path }) => switchOff(path),
  ruleEndsSale: ({ path }) => switchOff(path),
  rulesOppose: ({ path }) => switchOff(path),
  formula: ({ path, data, product }) => ofFormula(path, data, product),
};

/** What can be pressed to mend a fault of a product: the likely one first, none where only the manager can know. */
export function mendsOf({ path, data }: Pick<Fault, 'path' | 'data'>, product: Product): readonly Mend[] {
  const mend = MENDS[data.code] as ((fault: Faulty<FaultCode>) => readonly Mend[]) | undefined;
  return mend?.({ path, data, product, choice: choiceAt(path, product) }) ?? NONE;
}

const withoutWasPrice = (path: Path): readonly Mend[] => [
  { does: { kind: 'takeAway', what: 'wasPrice' }, apply: (draft) => setAt(draft, path, null) },
];

const takeAwayDefault = (path: Path): Mend => ({
  does: { kind: 'takeAway', what: 'default' },
  apply: (draft) => withoutDefault(choiceAt(path, draft)),
});

const switchOff = (path: Path): readonly Mend[] =>
  path[0] === 'rules' && path.length > 1
    ? [{ does: { kind: 'switchOff' }, apply: (draft) => setAt(draft, [...path.slice(0, 2), 'on'], false) }]
    : NONE;

const choiceAt = (path: Path, { choices }: Pick<Product, 'choices'>): Choice | undefined =>
  path[0] === 'choices' && typeof path[1] === 'number' ? choices[path[1]] : undefined;

function written(path: Path, text: string | null): readonly Mend[] {
  return text === null || text === ''
    ? NONE
    : [{ does: { kind: 'write', text }, apply: (draft) => setAt(draft, path, text) }];
}

/**
 * A number as the open format writes it, of one that people write: `12,50`; null where that could be read in two ways,
 * or is in a currency.
 */
function plainDecimal(given: string): string | null {
  const bare = given.replace(/[\s’']|[%]/g, '');
  const [, whole, , part] = /^(-?\d+)([.,])(\d{1,2}|\d{4,})$/.exec(bare) ?? [];
  const text = whole !== undefined ? `${whole}.${part ?? ''}` : bare;
  return Exact.parse(text) && text !== given ? text : null;
}

function requiring(path: Path, choice: Choice): readonly Mend[] {
  return [
    {
      does: { kind: 'require', title: choice.title },
      apply(draft) {
        const target = choiceAt(path, draft);
        if (target && 'sameSku' in target) target.required = true;
      },
    },
  ];
}

function withoutDefault(choice: Choice | undefined): void {
  if (!choice || !('default' in choice)) return;
  if (choice.kind === 'several') choice.default = [];
  else choice.default = null;
}

function shareSku(choice: Choice | undefined): void {
  if (choice && 'sameSku' in choice) choice.sameSku = true;
}

/** Whether none of its answers adds anything to the SKU, and it makes no variants. */
function writesNoSku(choice: Choice): boolean {
  if (isStocked(choice)) return false;
  if ('options' in choice) return choice.options.every(({ sku }) => sku === null);
  return !('sku' in choice) || choice.sku === null;
}

/** Whether options that make variants have no SKU part: then variants can't be told apart by their SKU. */
function lacksSkuParts(choice: Choice): choice is OneOfChoice {
  return isStocked(choice) && choice.options.some(({ sku }) => sku === null);
}

function countNot(path: Path, draft: Product): void {
  const choice = choiceAt(path, draft);
  const option = choice && 'options' in choice && typeof path[3] === 'number' ? choice.options[path[3]] : undefined;
  if (option) option.notCounted = 'madeToOrder';
  else draft.notCounted = 'madeToOrder';
}

/** Units to divide by, or to have a rate for, by what they measure. */
const UNITS: readonly (readonly [Dim, string])[] = [
  [{ length: 1, mass: 0, money: 0 }, 'm'],
  [{ length: 2, mass: 0, money: 0 }, 'm2'],
  [{ length: 3, mass: 0, money: 0 }, 'm3'],
  [{ length: 0, mass: 1, money: 0 }, 'kg'],
];

const unitOf = (dim: Dim) => UNITS.find(([measures]) => sameDim(measures, dim))?.[1];

function ofFormula(
  path: Path,
  { line, fault }: Extract<FaultData, { code: 'formula' }>,
  { formulas }: Product,
): readonly Mend[] {
  const [first, index] = path;
  const text = first === 'formulas' && typeof index === 'number' ? formulas[index]?.text : undefined;
  if (text === undefined) return NONE;
  const onLine = (
    does: MendDoes,
    change: (words: string) => string,
    also: (draft: Product) => void = () => undefined,
  ): Mend => ({
    does,
    apply(draft) {
      const formula = typeof index === 'number' ? draft.formulas[index] : undefined;
      const lines = formula?.text.split('\n') ?? [];
      const words = lines[line - 1];
      if (!formula || words === undefined) return;
      also(draft);
      lines[line - 1] = change(words);
      formula.text = lines.join('\n');
    },
  });
  switch (fault.code) {
    case 'wrongResult':
      return ofResult(fault, onLine);
    case 'unknownName': {
      const { name, nearest } = fault;
      return nearest === null
        ? NONE
        : [onLine({ kind: 'write', text: nearest }, (words) => withName(words, name, nearest))];
    }
    default:
      return NONE;
  }
}

/** Of money times an area what it would be for one square metre; of an area what it costs at a rate. */
function ofResult(
  { is, wanted }: Extract<FormulaFaultData, { code: 'wrongResult' }>,
  onLine: (does: MendDoes, change: (words: string) => string, also?: (draft: Product) => void) => Mend,
): readonly Mend[] {
  const more = combined(is, wanted, -1);
  const unit = unitOf(more);
  if (unit !== undefined)
    return [onLine({ kind: 'divideBy', by: `1 ${unit}` }, (words) => ofWhole(words, ` / 1 ${unit}`))];
  const per = sameDim(is, NUMBER) ? null : unitOf(is);
  if (!sameDim(wanted, MONEY) || per === undefined) return NONE;
  const key = 'rate';
  return [
    onLine(
      { kind: 'timesRate', per },
      (words) => ofWhole(words, ` × ${key}`),
      (draft) => {
        if (!draft.rates.some((rate) => rate.key === key))
          draft.rates.push({ key, title: 'Rate', value: '0', per, byGroup: {}, steps: [] });
      },
    ),
  ];
}

/** Does something to all that a line says, its name aside; what adds or takes is put in brackets. */
function ofWhole(words: string, what: string): string {
  const [name = ''] = /^\s*[\p{L}_][\p{L}\p{N}_]*\s*=(?!=)/u.exec(words) ?? [];
  const bare = words.slice(name.length).trim();
  return `${name}${name === '' ? '' : ' '}${/[-+−<>=]|\b(and|or|not)\b/.test(bare) ? `(${bare})` : bare}${what}`;
}

type Node = Record<string | number, unknown> | unknown[];

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null;

function nodeAt(root: unknown, path: Path): Node | null {
  let node: unknown = root;
  for (const step of path) {
    if (!isNode(node)) return null;
    node = Reflect.get(node, step);
  }
  return isNode(node) ? node : null;
}

function setAt(draft: Product, path: Path, value: string | boolean | null): void {
  const [parent, last] = [nodeAt(draft, path.slice(0, -1)), path.at(-1)];
  if (parent && last !== undefined && Object.hasOwn(parent, last)) Reflect.set(parent, last, value);
}

/** Takes a name out of the list at a place, or the list that holds the place. */
function removeAt(draft: Product, path: Path, name: string): void {
  if (path[0] === 'quantityByGroup')
    return void (draft.quantityByGroup = Object.fromEntries(
      Object.entries(draft.quantityByGroup).filter(([key]) => key !== name),
    ));
  for (const at of [path, path.slice(0, -1)]) {
    const list = nodeAt(draft, at);
    if (Array.isArray(list) && list.includes(name)) return void list.splice(list.indexOf(name), 1);
  }
}
