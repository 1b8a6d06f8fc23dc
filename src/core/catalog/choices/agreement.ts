import { z } from 'zod';
import { type Path, type Problem } from '../../problems';
import { type Answer } from '../../selection';
import { isBlank } from '../../text';
import { choiceFields, type ChoiceReader, plainAnswer, refuse, type Report, UNSEEN } from './common';
import { type KindOfChoice } from './kind';

/** Addresses a page may lead to: another site, or a place in the shop. */
export const addressText = z
  .string()
  .max(500)
  .describe('an https address, or one in the shop that begins with a slash');

/** @returns whether a link may lead there: never to a script or another scheme */
export function isSafeAddress(address: string): boolean {
  return /^https?:\/\/[^\s]+$/i.test(address) || /^\/(?!\/)[^\s\\]*$/.test(address);
}

/** Terms that the customer must agree to. */
export const schema = z.strictObject({
  kind: z.literal('agreement'),
  ...choiceFields,
  required: z.literal(true).default(true),
  statement: z.string().max(2000).default('').describe('what is agreed to'),
  address: addressText.nullable().default(null).describe('where the terms can be read in full'),
});

export type AgreementChoice = z.infer<typeof schema>;

export function check(choice: AgreementChoice, path: Path, report: Report): void {
  if (isBlank(choice.statement)) report([...path, 'statement'], { code: 'textMissing', of: 'agreement' });
  if (choice.address !== null && !isSafeAddress(choice.address))
    report([...path, 'address'], { code: 'badAddress', given: choice.address });
}

const AGREED: Answer = { ...plainAnswer, canonical: 'agreed', shown: 'Agreed' };

export function reader(choice: AgreementChoice): ChoiceReader {
  return {
    ask: 'agree',
    expected: { form: 'consent' },
    fallback: () => null,
    effects: [],
    read(raw: unknown, problems: Problem[]): Answer | null {
      if (raw === true) return AGREED;
      if (raw === false || raw === '') return null;
      return refuse(problems, choice.key, { code: 'wrongKindOfAnswer', title: choice.title, expected: this.expected });
    },
  };
}

export const agreementKind: KindOfChoice<AgreementChoice> = {
  told: ['statement', 'address'],
  check,
  reader,
  settledInside: false,
  tests: ['said', 'answered'],
  candidates: (_, { read }) => ({ list: read(true, 0), counted: false }),
  unseen: (choice) => ({ ...choice, statement: UNSEEN, address: null }),
};
