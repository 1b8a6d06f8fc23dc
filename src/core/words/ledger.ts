/** Said where something would be entered into the ledger without a reason. */
export const REASON_MISSING = 'Enter a reason, so that the ledger can be read later.';
