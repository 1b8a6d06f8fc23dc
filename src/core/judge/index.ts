export { drawnBy, type ProofDifference, type ProofOutcome, prove } from './proofs';
export { readiness } from './readiness';
