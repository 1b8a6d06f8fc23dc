import { type AskedFault, type AskedKept } from '../basket';
import { dateWords } from '../calendar';
import { type CheckoutFieldKind } from '../catalog';

const MISSING: Readonly<Record<CheckoutFieldKind, (title: string) => string>> = {
  text: (title) => `Enter something for “${title}”.`,
  choice: (title) => `Choose something for “${title}”.`,
  date: (title) => `Choose a day for “${title}”.`,
  tick: (title) => `Tick “${title}” to order.`,
};

/** What is wrong with an answer at checkout, and what would be right. */
export function askedFaultWords(fault: AskedFault): string {
  const { title } = fault;
  switch (fault.code) {
    case 'missing':
      return MISSING[fault.kind](title);
    case 'notOffered':
      return `“${fault.given.slice(0, 60)}” can’t be answered to “${title}”. Choose ${fault.offered.map((one) => `“${one}”`).join(', ')}.`;
    case 'badDay':
      return `“${fault.given.slice(0, 60)}” is no day for “${title}”. Write it like 2026-12-24.`;
    case 'tooEarly':
      return `“${title}” can be ${dateWords(fault.earliest)} at the earliest.`;
    case 'tooLong':
      return `“${title}” has ${fault.characters} characters; it may have ${fault.most}.`;
    case 'unprintable':
      return `There is a sign in “${title}” that can’t be printed. Type it again.`;
    case 'turnsDirection':
      return `There is a sign in “${title}” that turns the direction of writing. Type it again.`;
    case 'givenTwice':
      return `“${title}” is answered twice. Answer it once.`;
    case 'notAsked':
      return `“${title}” is no longer asked. Open the basket again, then order.`;
  }
}

/** An answer at checkout as people read it. */
export const askedWords = ({ kind, value }: Pick<AskedKept, 'kind' | 'value'>): string =>
  kind === 'date' ? dateWords(value) : value;
