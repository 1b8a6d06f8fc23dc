import { type ProofDifference } from '@/core/judge';

const WHAT: Readonly<Record<ProofDifference['what'], string>> = {
  state: 'It',
  sku: 'Its SKU',
  unitPrice: 'Its price',
  lineTotal: 'What is paid for all of it',
  draws: 'What it draws from stock',
};

/** What no longer is as a proof says, as a sentence. */
export function differenceWords({ what, expected, found }: ProofDifference): string {
  return `${WHAT[what]} should be ${expected}, and is ${found}.`;
}
