export { answerUnit, boundProblem, boundsOf } from './bounds';
export { chargedOf } from './charging';
export { findVariant } from './find-variant';
export { isSeenBy } from './offers';
export { formulaOutcomes } from './outcomes';
export { canVary, fitHolds, usualOf } from './fits';
export { heldOf, propertyIn } from './slots';
export { type Reading } from './reading';
export {
  type CountedAnswer,
  type Item,
  type PartShown,
  type PickedOption,
  type Resolution,
  type ResolutionState,
  type ResolveContext,
} from './resolution';
export { type CostAlong, type AddOnTaken, resolveAddOn } from './add-ons';
export { resolve, runFor } from './resolve';
export { partsWithin } from './shares';
export { isSoldOut, type SoldOutClause, soldOutClauses } from './sold-out';
export { type DrawnStock, stockOf } from './stock-of';
export { addedToKit, type PartPriced, partsBase, type Priced, type UsualPrices } from './kit-price';
export { candidateAt } from './candidate-at';
export { usualIn, usualPrices } from './usual';
export { isStop, readInputs, resultOf, runFormula } from './run-formula';
export { baseBefore, baseLineOf, brokenBase } from './unit-price';
export { type Cost, type CostOf, saysCost } from './cost';
export { baseBreaks, type Counted, countOf } from './counting';
export { turnsOf } from './quantities-near';
export { type BreakRow, breakRows, moreForLess, type MoreForLess } from './break-rows';
export { type Entry, piecesPrice, pricedOf } from './entries';
export { readInside } from './inside';
export { baseRange, chargedRange, formulaRange } from './ranges';
export { firstQuantity } from './first-quantity';
export { takenByOne, withPicks } from './taken';
export { type Booked, bookedIn, type BookedPieces, type Booking, roomFor } from './bookings';
export { costsByKey, knownCosts } from './known-costs';
