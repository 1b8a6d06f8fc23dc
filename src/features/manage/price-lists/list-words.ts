import { dateWords } from '@/core/calendar';
import { type PriceList } from '@/core/catalog';
import { counted } from '@/core/words';
import { placeWords } from '@/features/manage/quantity-rules';

/** When a list holds, in words. */
export function timeWords({ from, until }: Pick<PriceList, 'from' | 'until'>): string {
  if (from === null && until === null) return 'always';
  if (from === null) return `until ${dateWords(until ?? '')}`;
  return until === null ? `from ${dateWords(from)} on` : `from ${dateWords(from)} to ${dateWords(until)}`;
}

/** A list in a sentence: for whom, when, and what it says. */
export function listWords(
  list: PriceList,
  groupTitle: (key: string) => string,
  listTitle: (key: string) => string,
): string {
  const { groups, follows, percent, places, prices } = list;
  const says = [
    ...(percent === null
      ? []
      : [
          `${percent} % less than ${follows === null ? 'usual' : `in ${listTitle(follows)}`}${places.length === 0 ? '' : ` ${placeWords(places).replace(/^O/, 'o')}`}`,
        ]),
    ...(percent === null && follows !== null ? [`as in ${listTitle(follows)}`] : []),
    ...(prices.length === 0 ? [] : [`${counted(prices.length, 'price')} named`]),
  ];
  return `For ${groups.length === 0 ? 'everybody' : groups.map(groupTitle).join(' and ')}, ${timeWords(list)}: ${says.length === 0 ? 'says nothing yet' : says.join('; ')}`;
}
