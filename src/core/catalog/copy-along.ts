import { visitReferences } from '../fields';
import { type Choice } from './choices';
import { type Formula, formulaName, formulaSchema, type Rate } from './formulas';
import { freeKeys } from './free-key';
import { same } from './merge';
import { renamedChoice, renamedFormula, renamedRule } from './renamed';
import { type CompatibilityTable, type Rule, ruleSchema } from './rules';
import { type Product } from './schema';

/** A product or a sheet, as far as its choices and what ties them together goes. */
export type Tied = Pick<Product, 'choices' | 'formulas' | 'rates' | 'rules' | 'tables'>;

/** Something that names copied choices, and stays because it needs others, too. */
export interface LeftBehind {
  readonly of:
    { readonly kind: 'rule'; readonly rule: Rule } | { readonly kind: 'formula' | 'table'; readonly title: string };
  /** titles of the choices that it needs and that don't come */
  readonly needs: readonly string[];
}

/** What is to be added where choices are copied to, under names that are free there. */
export interface CopiedAlong extends Tied {
  readonly left: readonly LeftBehind[];
}

/** The choices that a rule names. */
function choicesOfRule(rule: Rule): { choices: Set<string>; figures: Set<string> } {
  const found = { choices: new Set<string>(), figures: new Set<string>() };
  visitReferences(ruleSchema, rule, ({ what, key }) => {
    if (what === 'choice') found.choices.add(key);
    else if (what === 'formula') found.figures.add(key);
  });
  return found;
}

/** The choices and rates that a formula names. */
function namesOfFormula(formula: Formula, { choices, rates }: Tied): { choices: Set<string>; rates: Set<string> } {
  const [names, served] = [new Set<string>(), new Set<string>()];
  visitReferences(formulaSchema, formula, ({ what, key }) => {
    if (what === 'name') names.add(key);
    else if (what === 'choice') served.add(key);
  });
  const named = <T extends { readonly key: string }>(list: readonly T[]) =>
    list.filter(({ key }) => names.has(formulaName(key))).map(({ key }) => key);
  return { choices: new Set([...named(choices), ...served]), rates: new Set(named(rates)) };
}

/**
 * Copies choices with the rules, formulas, rates and tables that name them, as far as everything that those name comes,
 * too; what is to be found there already, word for word, is not added again.
 *
 * @param picked keys of the choices that are copied
 * @param into   where they are copied to
 * @param inPlace whether a choice takes the place of one that has its key, rather than a name of its own
 */
export function copyAlong(source: Tied, picked: ReadonlySet<string>, into: Tied, inPlace = false): CopiedAlong {
  const copied = source.choices.filter(({ key }) => picked.has(key));
  const freeChoice = freeKeys(into.choices.map(({ key }) => key));
  const called = new Map(
    copied.map(({ key }) => [
      key,
      inPlace ? key : freeChoice((key.split('.').pop() ?? key).replace(/-/g, ' '), 'choice'),
    ]),
  );
  const name = (key: string) => called.get(key) ?? key;
  const titles = new Map(source.choices.map(({ key, title }) => [key, title || key]));
  const missing = (needed: Iterable<string>) =>
    [...needed].filter((key) => !picked.has(key)).map((key) => titles.get(key) ?? key);
  const left: LeftBehind[] = [];

  const formulas: Formula[] = [];
  const rates = new Map<string, Rate>();
  const ratesCalled = new Map<string, string>();
  const formulasCalled = new Map<string, string>();
  const freeFormula = freeKeys(into.formulas.map(({ key }) => key));
  const freeRate = freeKeys(into.rates.map(({ key }) => key));
  for (const formula of source.formulas) {
    const uses = namesOfFormula(formula, source);
    if (![...uses.choices].some((key) => picked.has(key))) continue;
    const needs = missing(uses.choices);
    if (needs.length > 0) {
      left.push({ of: { kind: 'formula', title: formula.title || formula.key }, needs });
      continue;
    }
    for (const key of uses.rates) {
      const rate = source.rates.find((candidate) => candidate.key === key);
      if (!rate || ratesCalled.has(key)) continue;
      const there = into.rates.find((candidate) => candidate.key === key);
      ratesCalled.set(key, there && same(there, rate) ? key : freeRate(key.replace(/-/g, ' '), 'rate'));
      if (!there || !same(there, rate)) rates.set(key, { ...rate, key: ratesCalled.get(key) ?? key });
    }
    const renamed = new Map(
      [
        ...[...uses.choices].map((key) => [key, name(key)] as const),
        ...[...uses.rates].map((key) => [key, ratesCalled.get(key) ?? key] as const),
      ].map(([from, to]) => [formulaName(from), formulaName(to)]),
    );
    const ready = renamedFormula(formula, name, (word) => renamed.get(word) ?? word);
    const there = into.formulas.find((candidate) => same(candidate, ready));
    const key = there?.key ?? freeFormula(formula.key.replace(/-/g, ' '), 'formula');
    formulasCalled.set(formula.key, key);
    if (!there) formulas.push({ ...ready, key });
  }

  const rules: Rule[] = [];
  const freeRule = freeKeys(into.rules.map(({ key }) => key));
  for (const rule of source.rules) {
    const { choices, figures } = choicesOfRule(rule);
    if (![...choices].some((key) => picked.has(key)) && ![...figures].some((key) => formulasCalled.has(key))) continue;
    const needs = [
      ...missing(choices),
      ...[...figures]
        .filter((key) => !formulasCalled.has(key))
        .map((key) => source.formulas.find((formula) => formula.key === key)?.title ?? key),
    ];
    if (needs.length > 0) {
      left.push({ of: { kind: 'rule', rule }, needs });
      continue;
    }
    const ready = renamedRule(rule, name, (key) => formulasCalled.get(key) ?? key);
    if (!into.rules.some((candidate) => same({ ...candidate, key: '' }, { ...ready, key: '' })))
      rules.push({ ...ready, key: freeRule(rule.key.replace(/-/g, ' '), 'rule') });
  }

  const tables: CompatibilityTable[] = [];
  const freeTable = freeKeys(into.tables.map(({ key }) => key));
  for (const table of source.tables) {
    if (!table.choices.some((key) => picked.has(key))) continue;
    const needs = missing(table.choices);
    if (needs.length > 0) {
      left.push({ of: { kind: 'table', title: table.title || table.key }, needs });
      continue;
    }
    const ready = { ...table, choices: table.choices.map(name) };
    if (!into.tables.some((candidate) => same({ ...candidate, key: '' }, { ...ready, key: '' })))
      tables.push({ ...ready, key: freeTable(table.key.replace(/-/g, ' '), 'table') });
  }

  const choices = copied.map((choice): Choice => ({
    ...renamedChoice(structuredClone(choice), name),
    key: name(choice.key),
  }));
  return { choices, formulas, rates: [...rates.values()], rules, tables, left };
}
