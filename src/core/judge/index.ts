export { type Mend, mendsOf } from './mends';
export { type ChangedAmount, changedAmounts, type PriceSaid } from './changed-amounts';
export { drawnBy, type ProofDifference, type ProofOutcome, prove } from './proofs';
export { readiness } from './readiness';
export { type LeastEarned, leastEarned } from './earning';
export { type ListChange, listChanges } from './list-changes';
export { askedTwice, type AskedTwice } from './asked-twice';
export { sampleProduct, sheetFaults } from './sheet-faults';
export { shopFaults } from './shop-faults';
