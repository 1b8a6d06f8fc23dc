import { type Path } from '../catalog';
import { conversionFactor, unitByCode } from '../quantity';
import { type DrawDefinition } from '../stock';
import { type DrawProgram } from './program';
import { checkedUnit, findTarget, readDecimal, type Scope } from './references';

/**
 * Makes a draw ready to be computed.
 *
 * @param leadDays days it takes beyond stock; null where nothing may be promised beyond stock
 * @returns null when it refers to something that is not there
 */
export function compileDraw(draw: DrawDefinition, path: Path, scope: Scope, leadDays: number | null = null): DrawProgram | null {
  const { report, surroundings } = scope;
  const item = surroundings.stock.get(draw.stock);
  const unit = item && unitByCode(item.unit);
  if (!item || !unit) {
    report([...path, 'stock'], { code: 'unknownReference', what: 'stock item', given: draw.stock });
    return null;
  }
  const common = { stock: draw.stock, title: item.title, unit, leadDays };
  switch (draw.kind) {
    case 'fixed': {
      const fixed = readDecimal(draw.quantity, [...path, 'quantity'], report);
      if (fixed && fixed.sign() < 0) report([...path, 'quantity'], { code: 'negative', what: 'What is taken from stock' });
      return fixed && { ...common, fixed, measure: null };
    }
    case 'measure': {
      const target = findTarget(draw.measure, ['measure', 'number'], 'a measure', [...path, 'measure'], scope);
      const wanted = target && checkedUnit(item.unit, target.unit, [...path, 'stock'], report);
      return target?.unit && wanted ? { ...common, fixed: null, measure: { index: target.index, factor: conversionFactor(target.unit, unit) } } : null;
    }
  }
}
