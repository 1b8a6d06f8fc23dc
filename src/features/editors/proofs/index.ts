export { type BrokenProof, brokenProofSchema } from './broken-proof';
export { differenceWords } from './difference-words';
export { KeepProof } from './keep-proof';
export { ProofWorkings } from './proof-workings';
