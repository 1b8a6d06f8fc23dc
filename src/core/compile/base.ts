import { type Product } from '../catalog';
import { dimOf, dimWords, sameDim } from '../formula';
import { Exact } from '../number';
import { type ListedBase } from '../price-lists';
import { conversionFactor, unitByCode } from '../quantity';
import { compileBreaks } from './breaks';
import { compileCharge } from './charging';
import { type FormulaProgram } from './formulas';
import { baseLabel, listedBasis } from './listed';
import { type BaseProgram } from './program';
import { checkedUnit, findTarget, readDecimal, type Scope } from './scope';

/** Where the price of a product begins, and what it is for. @param listed the list that it is of; null for its own */
export function compileBase(scope: Scope, formulas: readonly FormulaProgram[], listed: ListedBase | null): BaseProgram {
  const { product, report } = scope;
  const price = product.price === null ? null : readDecimal(product.price, ['price'], report);
  const wasPrice = product.wasPrice === null ? null : readDecimal(product.wasPrice, ['wasPrice'], report);
  if (price && price.sign() < 0) report(['price'], { code: 'negative', figure: 'basePrice' });
  if (price && wasPrice && !wasPrice.isMore(price)) report(['wasPrice'], { code: 'wasPriceNotHigher' });

  const { soldBy } = product;
  const breaks = compileBreaks(
    product.breaks,
    ['breaks'],
    scope,
    soldBy.kind === 'each' ? null : (unitByCode(soldBy.unit) ?? null),
    true,
  );
  if (soldBy.kind === 'each') {
    const line =
      price &&
      ({
        label: baseLabel(listed),
        kind: 'base',
        of: listedBasis(listed, price),
        amount: price,
        per: 'unit',
        source: 'product',
      } as const);
    return { price, listed, wasPrice, breaks, unit: null, measured: null, charging: null, line };
  }
  const unit = unitByCode(soldBy.unit) ?? null;
  const charging = compileCharge(soldBy.charge, ['soldBy', 'charge'], scope);
  return {
    price,
    listed,
    wasPrice,
    breaks,
    unit,
    measured: soldBy.kind === 'measure' ? measuredByChoice(soldBy, scope) : measuredByFormula(soldBy, formulas, scope),
    charging,
    line: null,
  };
}

type SoldByMeasure = Extract<Product['soldBy'], { kind: 'measure' }>;
type SoldByFormula = Extract<Product['soldBy'], { kind: 'formula' }>;

function measuredByChoice({ measure, unit }: SoldByMeasure, scope: Scope): BaseProgram['measured'] {
  const target = findTarget(measure, ['measure'], 'measure', ['soldBy', 'measure'], scope);
  const per = target && checkedUnit(unit, target.unit, ['soldBy', 'unit'], scope.report);
  const choice = scope.product.choices[target?.index ?? -1];
  if (choice && !choice.required)
    scope.report(['choices', target?.index ?? 0, 'required'], { code: 'measureNotRequired', title: choice.title });
  return target?.unit && per
    ? { kind: 'choice', index: target.index, factor: target.unit === per ? null : conversionFactor(target.unit, per) }
    : null;
}

function measuredByFormula(
  { formula, unit }: SoldByFormula,
  formulas: readonly FormulaProgram[],
  scope: Scope,
): BaseProgram['measured'] {
  const index = formulas.findIndex((candidate) => candidate.key === formula && candidate.sheet === null);
  const per = unitByCode(unit);
  const found = formulas[index];
  if (!found) scope.report(['soldBy', 'formula'], { code: 'unknownReference', what: 'formula', given: formula });
  if (!per) scope.report(['soldBy', 'unit'], { code: 'unknownUnit', given: unit });
  if (!found || !per) return null;
  const dim = found.compiled.result;
  if (dim && !sameDim(dim, dimOf(per)))
    scope.report(['soldBy', 'unit'], { code: 'unitMismatch', unit: dimWords(dim), wanted: per.words[1] });
  for (const choice of found.uses) {
    const used = scope.product.choices[choice];
    if (used && !used.required)
      scope.report(['choices', choice, 'required'], { code: 'measureNotRequired', title: used.title });
  }
  return { kind: 'formula', index, factor: Exact.one.over(per.factor) };
}
