import { type ResolutionJson } from '@/core/exchange';
import { type ProofDifference } from '@/core/judge';

/** What came of a proof, as plain data. */
export interface PlainProof {
  readonly key: string;
  readonly holds: boolean;
  readonly differences: readonly ProofDifference[];
  readonly now: ResolutionJson;
}
