import { hasOptions, isStocked, namedCondition, type Product, type RuleEffect } from '../catalog';
import { type Exact } from '../number';
import { type Amount, type AmountProgram } from '../pricing';
import { type NamedCondition } from '../conditions';
import { type Path } from '../problems';
import {
  compileRules,
  type ConditionScope,
  type Figure,
  kindOfEffect,
  type RulesProgram,
  type Weighing,
} from '../rules';
import { type Assembled } from './assemble';
import { placedKey } from './placed-key';
import { type BoundingProgram } from './bounds';
import { compileDraw } from './draws';
import { type FormulaProgram } from './formulas';
import { type DrawProgram } from './program';
import { usualQuantities } from './quantities';
import { readDecimal, type Scope } from './scope';
import { compileWeight } from './weight';

/** What a rule does to the item as a whole, ready to be run. */
export interface ItemEffect {
  readonly rule: number;
  /** the rule's title; empty where it is called after its condition */
  readonly label: string;
  readonly source: string;
  readonly effect: RuleEffect;
  readonly amount: AmountProgram | null;
  readonly setPrice: Exact | null;
  /** whether what is taken along comes on top of a set price */
  readonly addOnsOnTop: boolean;
  readonly weight: Exact | null;
  readonly draw: DrawProgram | null;
}

/** A product's rules and tables, ready to be run. */
export interface ProductRules {
  readonly program: RulesProgram;
  /** the condition of each rule, as it can be said */
  readonly because: readonly NamedCondition[];
  /** in the order of the rules */
  readonly itemEffects: readonly ItemEffect[];
}

type CompileAmount = (amount: Amount, label: string, path: Path) => AmountProgram | null;

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** What conditions of a product are compiled with. */
export const conditionScope = (
  { product, surroundings: { shop }, report }: Scope,
  formulas: readonly FormulaProgram[],
): ConditionScope => ({
  product,
  groups: shop.groups,
  figures: figuresOf(formulas),
  currency: shop.currency,
  weighing: weighingOf(product),
  report,
});

/** Checks a product's rules and makes them ready. */
export function compileProductRules(
  { rules, tables }: Pick<Assembled, 'rules' | 'tables'>,
  scope: Scope,
  formulas: readonly FormulaProgram[],
  compileAmount: CompileAmount,
): ProductRules | null {
  const program = compileRules(rules, tables, scope.product, {
    ...conditionScope(scope, formulas),
    quantities: usualQuantities(scope),
  });
  if (!program) return null;
  const because = program.rules.map(({ rule }) =>
    namedCondition(rule.when, {
      ...scope.product,
      groups: scope.surroundings.shop.groups,
      formulas: formulas.map(({ key, sheet, title }) => ({ key: figureKey({ key, sheet }), title })),
    }),
  );
  const itemEffects = program.rules.flatMap(({ rule, path }, index) =>
    rule.then.flatMap((effect, place) =>
      kindOfEffect(effect).toItem
        ? [
            {
              rule: index,
              label: rule.title,
              source: `rule:${rule.key}`,
              effect,
              ...changesOf(effect, rule.title, [...path, 'then', place], scope, compileAmount),
            },
          ]
        : [],
    ),
  );
  return { program, because, itemEffects };
}

/** What a formula is called in a product with its sheets. */
export const figureKey = ({ key, sheet }: Pick<FormulaProgram, 'key' | 'sheet'>) =>
  sheet === null ? key : placedKey(sheet, key);

/** What conditions can ask of formulas, by key. */
export function figuresOf(formulas: readonly FormulaProgram[]): ReadonlyMap<string, Figure> {
  // What work costs is the catalog manager's business: nothing that customers see may follow from it.
  return new Map(
    formulas.flatMap((formula, place) =>
      formula.serves.kind === 'cost'
        ? []
        : [
            [
              figureKey(formula),
              {
                place,
                title: formula.title,
                dim: formula.compiled.result,
                uses: formula.uses,
                ofBase: formula.compiled.uses.has('base'),
              },
            ] as const,
          ],
    ),
  );
}

type Changes = Pick<Mutable<ItemEffect>, 'amount' | 'setPrice' | 'addOnsOnTop' | 'weight' | 'draw'>;

/** What an effect does to the item. @param title of its rule */
function changesOf(effect: RuleEffect, title: string, path: Path, scope: Scope, compileAmount: CompileAmount): Changes {
  const changes: Changes = {
    amount: null,
    setPrice: null,
    addOnsOnTop: false,
    weight: null,
    draw: null,
  };
  kindOfEffect(effect).toItem?.(effect, {
    amount: (amount) => void (changes.amount = compileAmount(amount, title, [...path, 'amount'])),
    setPrice(price, addOns) {
      changes.setPrice = readDecimal(price, [...path, 'price'], scope.report);
      changes.addOnsOnTop = addOns === 'onTop';
    },
    weight: (weight) => void (changes.weight = compileWeight(weight, [...path, 'weight'], scope)),
    draw: (draw) => void (changes.draw = compileDraw(draw, [...path, 'draw'], scope)),
  });
  return changes;
}

/**
 * The order in which choices are answered: each after those that rules read to decide about it, and those that its
 * default is worked out from; otherwise the order of the page. A circle is reported with its way, and cut.
 *
 * @returns null where the order of the page will do because nothing decides about answers
 */
export function answeringOrder(
  rules: ProductRules | null,
  bounding: BoundingProgram | null,
  formulas: readonly FormulaProgram[],
  { product, report }: Scope,
): readonly number[] | null {
  if (!rules && !bounding) return null;
  const needs = new Map<number, Map<number, Path | null>>();
  const need = (choice: number, other: number, path: Path | null) => {
    const known = needs.get(choice) ?? new Map<number, Path | null>();
    if (!known.has(other)) known.set(other, path);
    needs.set(choice, known);
  };
  for (const [choice, effects] of rules?.program.onChoice ?? []) {
    for (const { rule } of effects) {
      const program = rules?.program.rules[rule];
      for (const read of program?.condition.reads ?? []) need(choice, read, program ? [...program.path, 'when'] : null);
    }
  }
  // Formulas that wait for each other alone are told of where they stand.
  for (const [choice, formula] of bounding?.defaults ?? [])
    for (const other of formulas[formula]?.uses ?? []) if (other !== choice) need(choice, other, null);
  const order: number[] = [];
  const done = new Set<number>();
  const told = new Set<string>();
  const visit = (choice: number, way: readonly number[]): void => {
    if (done.has(choice)) return;
    for (const [other, path] of needs.get(choice) ?? []) {
      const start = way.indexOf(other);
      if (other !== choice && start < 0) {
        visit(other, [...way, other]);
        continue;
      }
      const circle = other === choice ? [choice, choice] : [...way.slice(start), other];
      const names = circle.map((index) => product.choices[index]?.title ?? '').reverse();
      if (path && !told.has([...circle].sort().join())) report(path, { code: 'ruleCycle', way: names.join(' → ') });
      told.add([...circle].sort().join());
    }
    if (done.has(choice)) return;
    done.add(choice);
    order.push(choice);
  };
  product.choices.forEach((_, choice) => visit(choice, [choice]));
  return order;
}

/** What the weight of one follows from, as far as rules can ask for it. */
export function weighingOf({
  choices,
  variants,
  soldBy,
  parts,
}: Pick<Product, 'choices' | 'variants' | 'soldBy' | 'parts'>): Weighing {
  const ofVariants = variants.some(({ weight }) => weight !== null);
  const reads = choices.flatMap((choice, index) => {
    const weighs =
      ('weight' in choice && choice.weight !== null) ||
      (hasOptions(choice) && choice.options.some(({ weight }) => weight !== null)) ||
      (ofVariants && isStocked(choice));
    return weighs ? [index] : [];
  });
  const follows =
    soldBy.kind !== 'each'
      ? 'measure'
      : parts.length > 0 || choices.some(({ kind }) => kind === 'slot')
        ? 'parts'
        : null;
  return { reads, follows };
}

/** Without an answer to what decides the item or its price, nothing could be sold: no rule can hide it. */
export function checkHiding(
  rules: ProductRules | null,
  indispensable: ReadonlySet<number>,
  { product, report }: Scope,
): void {
  for (const [choice, effects] of rules?.program.onChoice ?? []) {
    if (!indispensable.has(choice)) continue;
    for (const { rule, effect } of effects) {
      if (effect.kind === 'show' || effect.kind === 'hide')
        report([...(rules?.program.rules[rule]?.path ?? []), 'then'], {
          code: 'mustBeShown',
          title: product.choices[choice]?.title ?? '',
        });
    }
  }
}
