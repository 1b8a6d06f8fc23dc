export { saidOf } from './answers/said';
export { answerUnit, boundProblem, boundsOf } from './formulas/bounds';
export { chargedOf } from './formulas/charging';
export { findVariant } from './answers/find-variant';
export { isSeenBy } from './answers/offers';
export { formulaOutcomes } from './formulas/outcomes';
export { canVary, fitHolds, usualOf } from './kits/fits';
export { heldOf, propertyIn } from './kits/slots';
export { type Reading } from './reading';
export {
  type CountedAnswer,
  type PictureView,
  type ViewSeen,
  type Item,
  type PartShown,
  type RuleShown,
  type PickedOption,
  type Resolution,
  type ResolutionState,
  type ResolveContext,
} from './resolution';
export { type CostAlong, type AddOnTaken, resolveAddOn } from './kits/add-ons';
export { resolve, runFor } from './resolve';
export { partsWithin } from './kits/shares';
export { isSoldOut, type SoldOutClause, soldOutClauses, stockNeeded } from './answers/sold-out';
export { type DrawnStock, stockOf } from './stock-of';
export { addedToKit, type PartPriced, partsBase, type Priced, type UsualPrices } from './kits/kit-price';
export { candidateAt } from './kits/candidate-at';
export { usualIn, usualPrices } from './price/usual';
export { isStop, readInputs, resultOf, runFormula } from './formulas/run-formula';
export { baseBefore, baseLineOf, brokenBase } from './price/unit-price';
export { type Cost, type CostOf, saysCost } from './price/cost';
export { baseBreaks, type Counted, countOf } from './price/counting';
export { turnsOf } from './answers/quantities-near';
export { type BreakRow, breakRows, moreForLess, type MoreForLess } from './break-rows';
export { type Entry, piecesPrice, pricedOf } from './kits/entries';
export { readInside } from './answers/inside';
export { baseRange, chargedRange, formulaRange } from './formulas/ranges';
export { firstQuantity } from './first-quantity';
export { takenByOne, withPicks } from './supply/taken';
export { type Booked, bookedIn, type BookedPieces, type Booking, roomFor } from './supply/bookings';
export { costsByKey, knownCosts } from './price/known-costs';
