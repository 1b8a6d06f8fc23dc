import { dequal } from 'dequal';
import { visitReferences } from '../fields';
import { type Choice } from './choices';
import { type Formula, formulaName, formulaSchema, type Rate } from './formulas';
import { freeKeys } from './free-key';
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
export const copyAlong = (source: Tied, picked: ReadonlySet<string>, into: Tied, inPlace = false): CopiedAlong =>
  new CopyAlong(source, picked, into, inPlace).copied();

/** A name as a key is made of it. */
const asWords = (key: string) => key.replace(/-/g, ' ');

/** A key of its own is no difference. */
const alike = <T extends { readonly key: string }>(one: T, other: T) =>
  dequal({ ...one, key: '' }, { ...other, key: '' });

class CopyAlong {
  /** what choices are called where they are copied to */
  private readonly called: ReadonlyMap<string, string>;
  private readonly formulasCalled = new Map<string, string>();
  private readonly ratesCalled = new Map<string, string>();
  private readonly rates = new Map<string, Rate>();
  private readonly left: LeftBehind[] = [];
  private readonly titles: ReadonlyMap<string, string>;
  private readonly freeRate: ReturnType<typeof freeKeys>;

  constructor(
    private readonly source: Tied,
    private readonly picked: ReadonlySet<string>,
    private readonly into: Tied,
    inPlace: boolean,
  ) {
    this.titles = new Map(source.choices.map(({ key, title }) => [key, title || key]));
    this.freeRate = freeKeys(into.rates.map(({ key }) => key));
    const freeChoice = freeKeys(into.choices.map(({ key }) => key));
    this.called = new Map(
      source.choices.flatMap(({ key }) =>
        picked.has(key) ? [[key, inPlace ? key : freeChoice(asWords(key.split('.').pop() ?? key), 'choice')]] : [],
      ),
    );
  }

  copied(): CopiedAlong {
    // Rules are called after formulas, so these come first.
    const formulas = this.formulas();
    const rules = this.rules();
    const tables = this.tables();
    const choices = this.source.choices
      .filter(({ key }) => this.picked.has(key))
      .map((choice): Choice => ({
        ...renamedChoice(structuredClone(choice), this.name),
        key: this.name(choice.key),
      }));
    return { choices, formulas, rates: [...this.rates.values()], rules, tables, left: this.left };
  }

  private readonly name = (key: string) => this.called.get(key) ?? key;

  private readonly isPicked = (keys: Iterable<string>) => [...keys].some((key) => this.picked.has(key));

  /** Titles of the choices that are needed and don't come. */
  private missing(needed: Iterable<string>): string[] {
    return [...needed].filter((key) => !this.picked.has(key)).map((key) => this.titles.get(key) ?? key);
  }

  /** Whether something stays because it needs more than comes, which is noted. */
  private stays(of: LeftBehind['of'], needs: readonly string[]): boolean {
    if (needs.length > 0) this.left.push({ of, needs });
    return needs.length > 0;
  }

  private formulas(): Formula[] {
    const free = freeKeys(this.into.formulas.map(({ key }) => key));
    return this.source.formulas.flatMap((formula) => {
      const uses = namesOfFormula(formula, this.source);
      if (!this.isPicked(uses.choices)) return [];
      if (this.stays({ kind: 'formula', title: formula.title || formula.key }, this.missing(uses.choices))) return [];
      for (const key of uses.rates) this.takeRate(key);
      const renamed = new Map(
        [
          ...[...uses.choices].map((key) => [key, this.name(key)] as const),
          ...[...uses.rates].map((key) => [key, this.ratesCalled.get(key) ?? key] as const),
        ].map(([from, to]) => [formulaName(from), formulaName(to)]),
      );
      const ready = renamedFormula(formula, this.name, (word) => renamed.get(word) ?? word);
      const there = this.into.formulas.find((candidate) => dequal(candidate, ready));
      const key = there?.key ?? free(asWords(formula.key), 'formula');
      this.formulasCalled.set(formula.key, key);
      return there ? [] : [{ ...ready, key }];
    });
  }

  private takeRate(key: string): void {
    const rate = this.source.rates.find((candidate) => candidate.key === key);
    if (!rate || this.ratesCalled.has(key)) return;
    const there = this.into.rates.find((candidate) => candidate.key === key);
    const isThere = there !== undefined && dequal(there, rate);
    const called = isThere ? key : this.freeRate(asWords(key), 'rate');
    this.ratesCalled.set(key, called);
    if (!isThere) this.rates.set(key, { ...rate, key: called });
  }

  private rules(): Rule[] {
    const free = freeKeys(this.into.rules.map(({ key }) => key));
    const titles = new Map(this.source.formulas.map(({ key, title }) => [key, title]));
    return this.source.rules.flatMap((rule) => {
      const { choices, figures } = choicesOfRule(rule);
      if (!this.isPicked(choices) && ![...figures].some((key) => this.formulasCalled.has(key))) return [];
      const lost = [...figures].filter((key) => !this.formulasCalled.has(key)).map((key) => titles.get(key) ?? key);
      if (this.stays({ kind: 'rule', rule }, [...this.missing(choices), ...lost])) return [];
      const ready = renamedRule(rule, this.name, (key) => this.formulasCalled.get(key) ?? key);
      if (this.into.rules.some((candidate) => alike(candidate, ready))) return [];
      return [{ ...ready, key: free(asWords(rule.key), 'rule') }];
    });
  }

  private tables(): CompatibilityTable[] {
    const free = freeKeys(this.into.tables.map(({ key }) => key));
    return this.source.tables.flatMap((table) => {
      if (!this.isPicked(table.choices)) return [];
      if (this.stays({ kind: 'table', title: table.title || table.key }, this.missing(table.choices))) return [];
      const ready = { ...table, choices: table.choices.map(this.name) };
      if (this.into.tables.some((candidate) => alike(candidate, ready))) return [];
      return [{ ...ready, key: free(asWords(table.key), 'table') }];
    });
  }
}
