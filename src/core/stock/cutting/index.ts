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
export { type Effort, QUICK, THOROUGH } from './effort';
export { type CutPlanner, isSettled, longestPieces, mostThatCanBeCut, planCuts } from './plan';
export {
  planRead,
  planWritten,
  taskRead,
  taskWritten,
  type WrittenPieces,
  type WrittenPlan,
  type WrittenTask,
} from './written';
