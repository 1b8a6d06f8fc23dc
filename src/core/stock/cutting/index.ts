export {
  type CutPlan,
  freeAfter,
  type Lot,
  type LotCut,
  type LotKind,
  lotKinds,
  lotsAfter,
  type LotStock,
  type Pieces,
} from './lots';
export { type Effort, longestPieces, mostThatCanBeCut, planCuts, QUICK, THOROUGH } from './plan';
