import { type CompatibilityTable, type Product, type Rule, type RuleEffect } from '../catalog';
import { type Exact } from '../number';
import { type Orderable } from '../ordering';
import { type Path } from '../problems';
import { compileCondition, type ConditionProgram } from './condition';
import { type ConditionScope, type Facts } from './kinds-of-test';
import { kindOfEffect, NONE_WITHHELD, type RulingDraft } from './effects';

/** An effect with the positions of the choices and options that it names. */
export interface EffectOnChoice {
  readonly rule: number;
  readonly effect: RuleEffect;
  /** positions of the options that it offers or withholds */
  readonly options: ReadonlySet<number>;
}

export interface RuleProgram {
  readonly key: string;
  readonly title: string;
  readonly rule: Rule;
  readonly condition: ConditionProgram;
  readonly path: Path;
}

export interface TableProgram {
  readonly table: CompatibilityTable;
  readonly title: string;
  /** positions of the choices, one a column */
  readonly columns: readonly number[];
  /** positions of options, -1 for any */
  readonly rows: readonly (readonly number[])[];
}

/** The rules of a product, ready to be run. */
export interface RulesProgram {
  readonly rules: readonly RuleProgram[];
  /** by position of the choice that they are about */
  readonly onChoice: ReadonlyMap<number, readonly EffectOnChoice[]>;
  /** choices that some rule shows: they are hidden until one does */
  readonly shownByRule: ReadonlySet<number>;
  readonly tables: readonly TableProgram[];
}

/** A rule or table with the place where it is edited. */
export interface Placed<T> {
  readonly value: T;
  readonly origin: Path;
}

/** Checks rules and tables, and makes them ready; null where there are none that are switched on. */
export function compileRules(
  rules: readonly Placed<Rule>[],
  tables: readonly Placed<CompatibilityTable>[],
  product: Product,
  scope: Omit<ConditionScope, 'product'> & { readonly quantities: Orderable },
): RulesProgram | null {
  if (rules.length === 0 && tables.length === 0) return null;
  const { report } = scope;
  const onChoice = new Map<number, EffectOnChoice[]>();
  const shownByRule = new Set<number>();
  const find = (key: string, path: Path): number => {
    const index = product.choices.findIndex((choice) => choice.key === key);
    if (index < 0)
      report(
        path,
        key === ''
          ? { code: 'nothingNamed', what: 'choice' }
          : { code: 'unknownReference', what: 'choice', given: key },
      );
    return index;
  };
  const compiled = rules
    .filter(({ value }) => value.on)
    .map(({ value: rule, origin }, place): RuleProgram => {
      const condition = compileCondition(rule.when, [...origin, 'when'], { ...scope, product });
      rule.then.forEach((effect, number) => {
        const path = [...origin, 'then', number];
        const add = (key: string, at: Path, options: ReadonlySet<number> = new Set()) => {
          const index = find(key, at);
          if (index < 0) return;
          onChoice.set(index, [...(onChoice.get(index) ?? []), { rule: place, effect, options }]);
          if (effect.kind === 'show') shownByRule.add(index);
        };
        kindOfEffect(effect).compile(effect, { product, quantities: scope.quantities, path, report, about: add });
      });
      if (rule.then.length === 0) report([...origin, 'then'], { code: 'ruleWithoutEffect' });
      return { key: rule.key, title: rule.title, rule, condition, path: origin };
    });
  return {
    rules: compiled,
    onChoice,
    shownByRule,
    tables: tables.filter(({ value }) => value.on).flatMap((table) => compileTable(table, product, scope) ?? []),
  };
}

function compileTable(
  { value: table, origin }: Placed<CompatibilityTable>,
  product: Product,
  { report }: Pick<ConditionScope, 'report'>,
): TableProgram | null {
  const columns = table.choices.map((key, column) => {
    const index = product.choices.findIndex((choice) => choice.key === key);
    const choice = product.choices[index];
    if (!choice) report([...origin, 'choices', column], { code: 'unknownReference', what: 'choice', given: key });
    else if (!('options' in choice) || choice.kind === 'several' || (choice.kind === 'slot' && choice.most > 1)) {
      report([...origin, 'choices', column], { code: 'referenceKind', title: choice.title, wanted: 'oneOf' });
      return -1;
    }
    return index;
  });
  if (columns.some((index) => index < 0)) return null;
  if (new Set(columns).size < columns.length) report([...origin, 'choices'], { code: 'columnTwice' });
  const rows = table.rows.flatMap((row, number) => {
    const positions = columns.map((index, column) => {
      const key = row[column] ?? '';
      if (key === '') return -1;
      const choice = product.choices[index];
      const position = choice && 'options' in choice ? choice.options.findIndex((option) => option.key === key) : -1;
      if (position < 0)
        report([...origin, 'rows', number, column], { code: 'unknownReference', what: 'option', given: key });
      return position < 0 ? null : position;
    });
    return positions.every((position) => position !== null) ? [positions] : [];
  });
  return { table, title: table.title, columns, rows };
}

/** Whether a rule has fired, worked out when it is first asked; what it reads must have been answered by then. */
export function firing({ rules }: RulesProgram, facts: Facts): (rule: number) => boolean {
  const known: (boolean | undefined)[] = rules.map(() => undefined);
  return (rule) => (known[rule] ??= rules[rule]?.condition.holds(facts) ?? false);
}

/** What rules make of one choice. */
export interface Ruling {
  readonly shown: boolean;
  /** the rule that hides it, or null where it only waits for one that shows it */
  readonly hiddenBy: number | null;
  readonly shownBy: number | null;
  readonly required: boolean;
  /** by which rule an option is withheld */
  readonly withheld: ReadonlyMap<number, number>;
  /** what counts while nothing is answered; undefined where no rule says */
  readonly preselected: unknown;
  readonly least: { readonly value: Exact; readonly rule: number } | null;
  readonly most: { readonly value: Exact; readonly rule: number } | null;
}

const FREE: Ruling = {
  shown: true,
  hiddenBy: null,
  shownBy: null,
  required: false,
  withheld: NONE_WITHHELD,
  preselected: undefined,
  least: null,
  most: null,
};

/**
 * What the rules that have fired make of a choice. Hiding outweighs showing, and the tightest bound holds; what is
 * preselected is said by the first rule.
 *
 * @param options how many options the choice has
 */
export function rulingOn(
  program: RulesProgram,
  choice: number,
  options: number,
  fired: (rule: number) => boolean,
): Ruling {
  const effects = program.onChoice.get(choice);
  if (!effects) return FREE;
  const ruling: RulingDraft = {
    shown: true,
    shownBy: null,
    hiddenBy: null,
    required: false,
    preselected: undefined,
    least: null,
    most: null,
    withheld: NONE_WITHHELD,
    options,
  };
  let any = false;
  for (const { rule, effect, options: named } of effects) {
    if (!fired(rule)) continue;
    any = true;
    kindOfEffect(effect).act?.(effect, ruling, rule, named);
  }
  const waits = program.shownByRule.has(choice);
  if (!any && !waits) return FREE;
  ruling.shown = ruling.hiddenBy === null && (ruling.shownBy !== null || !waits);
  return ruling;
}

const matches = (row: readonly number[], picked: readonly (number | null)[]) =>
  row.every((option, column) => option === -1 || picked[column] === null || option === picked[column]);

/** Whether a table allows what is picked; null stands for what is not picked yet. */
export function tableAllows({ table, rows }: TableProgram, picked: readonly (number | null)[]): boolean {
  if (table.says === 'made') return rows.some((row) => matches(row, picked));
  // Only a whole combination can be one that is not made.
  return picked.includes(null) || !rows.some((row) => matches(row, picked));
}

/** A column of a table: how many options it has, and whether somebody has picked the one that counts. */
interface TableColumn {
  readonly options: number;
  /** else it counts by default */
  readonly isSaid: boolean;
}

/**
 * The fewest columns to change so that a table allows the combination, with what to change them to: of those that
 * somebody has picked, and else of those that count by default.
 *
 * @returns by column, the options of the first such change; null when nothing is made at all
 */
export function smallestChange(
  program: TableProgram,
  picked: readonly number[],
  columns: readonly TableColumn[],
): ReadonlyMap<number, number> | null {
  let best: Map<number, number> | null = null;
  // What somebody has picked weighs more than all that counts by default.
  const weight = (changes: ReadonlyMap<number, number>) =>
    [...changes.keys()].reduce((sum, column) => sum + (columns[column]?.isSaid ? columns.length + 1 : 1), 0);
  const consider = (changes: Map<number, number>) => {
    if (!best || weight(changes) < weight(best)) best = changes;
  };
  if (program.table.says === 'made') {
    for (const row of program.rows)
      consider(
        new Map(
          row.flatMap((option, column): [number, number][] =>
            option !== -1 && option !== picked[column] ? [[column, option]] : [],
          ),
        ),
      );
    return best;
  }
  picked.forEach((current, column) => {
    for (let option = 0; option < (columns[column]?.options ?? 0); option += 1) {
      if (
        option !== current &&
        tableAllows(
          program,
          picked.map((other, place) => (place === column ? option : other)),
        )
      )
        return consider(new Map([[column, option]]));
    }
  });
  return best;
}
