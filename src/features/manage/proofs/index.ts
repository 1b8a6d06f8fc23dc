export { AllProofs } from './all-proofs';
