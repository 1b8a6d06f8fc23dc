import { COST_PLACES } from '../../../core/costing';
import { type LotLine, readLotList } from '../../../core/exchange';
import { Exact } from '../../../core/number';
import { readMeasure, readNumber, requireUnit } from '../../../core/quantity';
import { Refusal } from '../../refusal';

/** Reads what one unit costs, in the shop's currency. @throws Refusal 422 */
export function readCost(text: string): Exact {
  const reading = readNumber(text.trim());
  const value = reading.fault ? null : reading.value;
  const places = value?.decimalPlaces() ?? null;
  if (!value || value.sign() < 0 || places === null || places > COST_PLACES || value.isMore(Exact.of(1_000_000_000))) {
    throw new Refusal(
      422,
      'unreadableCost',
      `“${text}” is not what one unit costs. Write it like 3.75, with ${COST_PLACES} decimal places at most.`,
    );
  }
  return value;
}

/** Reads a quantity of a stock item as it is typed, in any fitting unit. @throws Refusal 422 */
export function readFigure(text: string, unitCode: string): Exact {
  const reading = readMeasure(text, requireUnit(unitCode));
  if (reading.fault || reading.quantity.value.sign() < 0) {
    throw new Refusal(422, 'unreadableQuantity', `“${text}” is not a quantity. Write it like 12.5, without a minus.`);
  }
  const { value } = reading.quantity;
  // The ledger is written in decimals; a third of a yard, say, has none in metres.
  if (value.decimalPlaces() === null)
    throw new Refusal(422, 'inexactQuantity', `“${text}” has no exact decimal here. Enter it in the item’s own unit.`);
  if (value.isMore(Exact.of(1_000_000_000)))
    throw new Refusal(422, 'unreadableQuantity', `“${text}” is more than a store room holds.`);
  return value;
}

/** Reads lots of a stock item, one a line, as they are typed. @throws Refusal 422 with the line that can't be read */
export function readLotLines(text: string, unitCode: string): readonly LotLine[] {
  const { lots, fault } = readLotList(text, requireUnit(unitCode));
  if (fault !== undefined) throw new Refusal(422, 'unreadableLots', fault);
  return lots;
}
