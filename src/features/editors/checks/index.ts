export { type PlainProof } from './plain-proof';
export { type Checks, useChecks } from './use-checks';
