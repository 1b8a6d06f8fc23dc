import { Exact } from '../../core/number';
import { readMeasure, requireUnit } from '../../core/quantity';
import { Refusal } from '../refusal';

/** Reads a quantity of a stock item as it is typed, in any fitting unit. @throws Refusal 422 */
export function readFigure(text: string, unitCode: string): Exact {
  const reading = readMeasure(text, requireUnit(unitCode));
  if (reading.fault || reading.quantity.value.sign() < 0) {
    throw new Refusal(422, 'unreadableQuantity', `“${text}” is not a quantity. Write it like 12.5, without a minus.`);
  }
  const { value } = reading.quantity;
  // The ledger is written in decimals; a third of a yard, say, has none in metres.
  if (value.decimalPlaces() === null) throw new Refusal(422, 'inexactQuantity', `“${text}” has no exact decimal here. Enter it in the item’s own unit.`);
  if (value.isMore(Exact.of(1_000_000_000))) throw new Refusal(422, 'unreadableQuantity', `“${text}” is more than a store room holds.`);
  return value;
}
