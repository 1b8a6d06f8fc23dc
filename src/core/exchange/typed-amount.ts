import { type Choice, type Product } from '../catalog';
import { type Amount, type AmountKind } from '../pricing';
import { Exact } from '../number';
import { unitByCode, unitByText } from '../quantity';
import { plainWords } from '../text';
import { readTypedMoney } from './typed-money';

/** What an amount may count where it stands, by what it is called there. */
export interface AmountScope {
  /** ISO 4217 code of the shop's */
  readonly currency: string;
  /** the choice the amount belongs to */
  readonly own: { readonly key: string; readonly kind: Choice['kind'] };
  readonly choices: Product['choices'];
}

/** An amount as it was typed, null for none, or what is wrong with it and how to write it. */
export type TypedAmount =
  | { readonly amount: Amount | null; readonly fault?: undefined }
  | { readonly amount?: undefined; readonly fault: string };

/** Whether its characters can be counted. */
export const isText = ({ kind }: Pick<Choice, 'kind'>) => kind === 'text' || kind === 'longText';
/** Whether it is a figure that can be counted. */
export const isCounted = ({ kind }: Pick<Choice, 'kind'>) => kind === 'measure' || kind === 'number';

/** The unit in which a choice is measured; pieces for a number. */
export function unitMeasured({ choices }: Pick<AmountScope, 'choices'>, key: string | null): string {
  const choice = choices.find((candidate) => candidate.key === key);
  return choice?.kind === 'measure' && unitByCode(choice.unit) ? choice.unit : '1';
}

/** The texts an amount can count, and the measures and numbers. */
export const textsOf = ({ choices }: Pick<AmountScope, 'choices'>) => choices.filter(isText);
export const measuresOf = ({ choices }: Pick<AmountScope, 'choices'>) => choices.filter(isCounted);

/** What stands behind the figure of an amount, and what it makes of it. */
interface Ending {
  readonly says: RegExp;
  readonly isMoney: boolean;
  read(value: string, named: Readonly<Record<string, string | undefined>>, scope: AmountScope): TypedAmount;
}

const PER = String.raw`(?:\s(?:per|a|an)\s|\s?/\s?)`;
const OF = String.raw`(?:\sof\s(?<of>.+?))?`;

/** In this order: the first that fits is meant. */
const ENDINGS: readonly Ending[] = [
  {
    says: /\s?%\s?of (?:the )?(?:running total|total|sum)$/i,
    isMoney: false,
    read: (value) => ({ amount: { kind: 'percentOfSum', value } }),
  },
  {
    says: /\s?%(?:\s?of (?:the )?base(?: price)?)?$/i,
    isMoney: false,
    read: (value) => ({ amount: { kind: 'percentOfBase', value } }),
  },
  {
    says: /\sonce(?: per (?:order )?line)?$/i,
    isMoney: true,
    read: (value) => ({ amount: { kind: 'oncePerLine', value } }),
  },
  {
    says: new RegExp(String.raw`${PER}(?:character|letter)${OF}(?<spaces>,? spaces too)?$`, 'i'),
    isMoney: true,
    read: (value, { of, spaces }, scope) => ofCharacters(value, of, spaces !== undefined, scope),
  },
  { says: /\s(?:each|apiece)$/i, isMoney: true, read: (value, _, scope) => ofEach(value, scope) },
  {
    says: new RegExp(String.raw`${PER}(?<unit>[^\s\d].{0,20}?)${OF}$`, 'i'),
    isMoney: true,
    read: (value, { unit, of }, scope) => ofUnits(value, unit ?? '', of, scope),
  },
];

/**
 * Reads an amount as people type it on one line: `+10`, `-3`, `9,50`, `10 %`, `10 % of total`, `5 once`,
 * `0.60 per character`, `3 per m`, `3 per m of Width`, `2 each`.
 */
export function readTypedAmount(typed: string, scope: AmountScope): TypedAmount {
  const text = typed.trim().replace(/\s+/g, ' ');
  if (text === '') return { amount: null };
  for (const { says, isMoney, read } of ENDINGS) {
    const found = says.exec(text);
    if (!found || found.index === 0) continue;
    const figure = readTypedMoney(text.slice(0, found.index), isMoney ? scope.currency : null);
    // What something is called may end like another kind of amount: `3 per m of What is cut once`.
    if (figure.fault === undefined) return read(figure.text, found.groups ?? {}, scope);
  }
  const figure = readTypedMoney(text, scope.currency);
  if (figure.fault === undefined) return { amount: { kind: 'fixed', value: figure.text } };
  return { fault: figure.isUnread ? unread(text) : figure.fault };
}

const unread = (text: string) =>
  `“${text}” is not an amount. Write it like +10, -3, 10 %, 5 once, 0.60 per character or 3 per m.`;

const SPACES_TOO = /,? spaces too$/i;

function ofCharacters(value: string, of: string | undefined, spaces: boolean, scope: AmountScope): TypedAmount {
  const key = counted(of, textsOf(scope), isText(scope.own) ? scope.own.key : null);
  if (key === undefined) return { fault: whichOf('Texts', of, textsOf(scope), 'per character') };
  return { amount: { kind: 'perCharacter', value, of: key, spaces: spaces ? 'counted' : 'free' } };
}

/** For each piece, which for a number is each that is asked for. */
function ofEach(value: string, { own }: AmountScope): TypedAmount {
  return own.kind === 'number'
    ? { amount: { kind: 'perUnit', value, unit: '1', of: null } }
    : { amount: { kind: 'fixed', value } };
}

function ofUnits(value: string, words: string, of: string | undefined, scope: AmountScope): TypedAmount {
  const unit = unitByText(words);
  if (!unit) return { fault: `“${words}” is not a unit. Write it like 3 per m, or 3 per m².` };
  const measures = measuresOf(scope);
  const fitting = measures.filter(({ key }) => unitByCode(unitMeasured(scope, key))?.dimension === unit.dimension);
  const key = counted(of, of === undefined ? fitting : measures, isCounted(scope.own) ? scope.own.key : null);
  if (key === undefined) return { fault: whichOf('Measures', of, measures, `per ${words}`) };
  return { amount: { kind: 'perUnit', value, unit: unit.code, of: key } };
}

/**
 * The choice that is counted: null for the amount's own, undefined where none or more than one could be meant.
 *
 * @param own key of the amount's own choice, where that can be counted
 */
function counted(of: string | undefined, choices: readonly Choice[], own: string | null): string | null | undefined {
  if (of === undefined) return own !== null ? null : choices.length === 1 ? choices[0]?.key : undefined;
  const name = plainWords(of);
  const byTitle = choices.filter(({ title }) => plainWords(title) === name);
  const key = byTitle.length === 1 ? byTitle[0]?.key : choices.find((choice) => choice.key === of)?.key;
  return key === own ? null : key;
}

function whichOf(what: string, of: string | undefined, choices: readonly Choice[], ending: string): string {
  if (choices.length === 0) return `Nothing here is counted ${ending}.`;
  const names = choices.map((choice) => `“${nameOf(choice.key, choices)}”`).join(', ');
  return of === undefined
    ? `Choose what to count: ${ending} of ${choices.map(({ key }) => nameOf(key, choices)).join(`, or ${ending} of `)}.`
    : `“${of}” can’t be counted ${ending}. ${what} here: ${names}.`;
}

/** What a choice is called in an amount: its title, where it has that alone. */
function nameOf(key: string, choices: readonly Choice[]): string {
  const title = choices.find((choice) => choice.key === key)?.title.trim() ?? '';
  const isAlone = choices.filter((choice) => plainWords(choice.title) === plainWords(title)).length === 1;
  return title !== '' && isAlone && !SPACES_TOO.test(title) ? title : key;
}

/** With its sign, where it is a figure; else as it was typed. */
function signed(value: string): string {
  const figure = Exact.parse(value);
  return figure && figure.sign() >= 0 && !value.startsWith('+') ? `+${value}` : value;
}

const WRITTEN: {
  readonly [K in AmountKind]: (amount: Extract<Amount, { kind: K }>, scope: AmountScope) => string;
} = {
  fixed: ({ value }) => signed(value),
  percentOfBase: ({ value }) => `${signed(value)} %`,
  percentOfSum: ({ value }) => `${signed(value)} % of total`,
  oncePerLine: ({ value }) => `${signed(value)} once`,
  perCharacter: ({ value, of, spaces }, scope) => {
    const name = of === null ? '' : ` of ${nameOf(of, textsOf(scope))}`;
    return `${signed(value)} per character${name}${spaces === 'counted' ? ', spaces too' : ''}`;
  },
  perUnit: ({ value, unit, of }, scope) => {
    if (unit === '1' && of === null && scope.own.kind === 'number') return `${signed(value)} each`;
    const name = of === null ? '' : ` of ${nameOf(of, measuresOf(scope))}`;
    return `${signed(value)} per ${unit === '1' ? 'piece' : (unitByCode(unit)?.symbol ?? unit)}${name}`;
  },
};

/** Writes an amount as it can be typed: what {@link readTypedAmount} reads back as the same. */
export function writeTypedAmount(amount: Amount | null, scope: AmountScope): string {
  if (amount === null) return '';
  // TypeScript can't see that the record's function is the one of this kind.
  const write = WRITTEN[amount.kind] as (amount: Amount, scope: AmountScope) => string;
  return write(amount, scope);
}
