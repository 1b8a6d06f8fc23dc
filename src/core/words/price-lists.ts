import { type ListFault, type ListFaultData } from '../problems';
import { isBlank } from '../text';

/** What is wrong with a price list, and what would be right. */
export function listFaultWords({ title, data }: Pick<ListFault, 'title' | 'data'>): string {
  return isBlank(title) ? wordsOf(data).replace(/^it/, 'The list without a name') : `${title}: ${wordsOf(data)}`;
}

function wordsOf(data: ListFaultData): string {
  switch (data.code) {
    case 'keyTwice':
      return `two lists are called “${data.key}” inside. Each needs its own inside name.`;
    case 'titleMissing':
      return 'it needs a name.';
    case 'hidesSigns':
      return 'its name holds signs that nobody sees, or that turn the direction of reading. Type it anew.';
    case 'groupUnknown':
      return `it is for the customer group “${data.key}”, which is none. Take it out.`;
    case 'notADay':
      return `“${data.given}” is not a date. Write it like 2026-12-24.`;
    case 'endsBeforeItBegins':
      return `its last day, ${data.until}, is before its first, ${data.from}.`;
    case 'notAPercentage':
      return `“${data.given}” is no percentage. Write how much less it is, such as 12.5; up to 100, or below nothing for more.`;
    case 'lowestWithoutBeginning':
      return 'to show the lowest price of the 30 days before it begins, enter its first day.';
    case 'followedUnknown':
      return `it follows “${data.key}”, which is not there.`;
    case 'followsItself':
      return 'it follows itself.';
    case 'followsInACircle':
      return 'it follows a list that follows it in turn.';
    case 'productUnknown':
      return `it names a price for “${data.slug}”, which is no product.`;
    case 'thingUnknown':
      return `it names a price for ${data.called === '' ? 'something' : `the ${data.what} ${data.called}`} of ${data.product}, which has none.`;
    case 'pricedTwice':
      return `it names two prices for ${data.of}.`;
    case 'notAPrice':
      return `“${data.given}” is no price of ${data.of}. Write it like 12.50.`;
    case 'priceBelowNothing':
      return `the price of ${data.of} is below nothing.`;
  }
}
