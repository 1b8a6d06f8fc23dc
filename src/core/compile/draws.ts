import { type LotRule } from '../catalog';
import { type Path } from '../problems';
import { conversionFactor, type Unit, unitByCode } from '../quantity';
import { type DrawDefinition, STOCK_PLACES } from '../stock';
import { type DrawProgram } from './program';
import { checkedUnit, findTarget, readDecimal, type Scope } from './scope';

/** A draw of a stock item that does not say yet how much. */
export function drawTaken(
  stock: string,
  { title, cutFrom }: { readonly title: string; readonly cutFrom?: LotRule | null },
  unit: Unit,
): DrawProgram {
  return {
    stock,
    title,
    unit,
    fixed: null,
    measure: null,
    charged: null,
    pieces: 1,
    cut: (cutFrom ?? null) !== null,
    leadDays: null,
  };
}

/**
 * Makes a draw ready to be computed.
 *
 * @param leadDays days it takes beyond stock; null where nothing may be promised beyond stock
 * @returns null when it refers to something that is not there
 */
export function compileDraw(
  draw: DrawDefinition,
  path: Path,
  scope: Scope,
  leadDays: number | null = null,
): DrawProgram | null {
  const { report, surroundings } = scope;
  const item = surroundings.stock.get(draw.stock);
  const unit = item && unitByCode(item.unit);
  if (!item || !unit) {
    report([...path, 'stock'], { code: 'unknownReference', what: 'stock item', given: draw.stock });
    return null;
  }
  const common = { ...drawTaken(draw.stock, item, unit), leadDays };
  switch (draw.kind) {
    case 'fixed': {
      const fixed = readDecimal(draw.quantity, [...path, 'quantity'], report);
      if (fixed && (fixed.decimalPlaces() ?? Infinity) > STOCK_PLACES)
        report([...path, 'quantity'], { code: 'tooFine', given: draw.quantity, places: STOCK_PLACES });
      if (fixed && fixed.sign() < 0) report([...path, 'quantity'], { code: 'negative', figure: 'drawn' });
      return fixed && { ...common, fixed, pieces: draw.pieces };
    }
    case 'measure': {
      const target = findTarget(draw.measure, ['measure', 'number'], 'value', [...path, 'measure'], scope);
      const wanted = target && checkedUnit(item.unit, target.unit, [...path, 'stock'], report);
      return target?.unit && wanted
        ? {
            ...common,
            measure: { index: target.index, factor: conversionFactor(target.unit, unit) },
            pieces: draw.pieces,
          }
        : null;
    }
    case 'charged': {
      const { soldBy } = scope.product;
      if (soldBy.kind === 'each') {
        report([...path, 'stock'], { code: 'chargedWithoutUnit' });
        return null;
      }
      // Packs are counted as packs; everything else in the unit that is charged.
      if (soldBy.charge?.pack != null && unit.dimension === 'count') return { ...common, charged: 'packs' };
      const per = unitByCode(soldBy.unit);
      if (!per || !checkedUnit(item.unit, per, [...path, 'stock'], report)) return null;
      return { ...common, charged: conversionFactor(per, unit) };
    }
  }
}
