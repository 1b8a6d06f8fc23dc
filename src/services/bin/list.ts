import { and, asc, desc, gte, type SQL, sql } from 'drizzle-orm';
import { bin } from '../../data/schema';
import { having } from '../catalog/words-to-find';
import { atOneMoment, type Services } from '../context';
import { type ListAsked, listAskedFrom, ON_A_PAGE } from '../list-asked';
import { pageAmong, type PageOf } from '../page-among';
import { type BinnedKind, keptSince, keptUntil } from './bin';

const sorts = ['title', 'kind', 'at'] as const;

/** What of the bin is asked for. */
export type BinAsked = ListAsked<(typeof sorts)[number]>;

/** What an address asks for; what it says of nothing that there is counts as unsaid. */
export const binAskedFrom = (params: URLSearchParams): BinAsked => listAskedFrom(params, sorts);

/** Something in the bin. */
export interface BinnedRow {
  readonly id: number;
  readonly kind: BinnedKind;
  readonly title: string;
  readonly at: number;
  /** when it is gone for good */
  readonly until: number;
}

/** A page of what is in the bin. */
export type BinPage = PageOf<BinnedRow>;

/** What is in the bin as it is asked for, the latest first unless it is sorted. */
export function listBin(context: Services, asked: BinAsked): Promise<BinPage> {
  return atOneMoment(context, async ({ database: { read }, now }) => {
    const kept = gte(bin.at, keptSince(now()));
    const shown = and(kept, asked.find.trim() === '' ? undefined : having(asked.find, bin.title, bin.kind));
    const found = await read.$count(bin, shown);
    const { page, pages, before } = pageAmong(found, ON_A_PAGE, asked.page);
    const rows = await read
      .select({ id: bin.id, kind: bin.kind, title: bin.title, at: bin.at })
      .from(bin)
      .where(shown)
      .orderBy(...orderOf(asked))
      .limit(ON_A_PAGE)
      .offset(before);
    return {
      rows: rows.map(({ at, ...row }) => ({ ...row, at: at.getTime(), until: keptUntil(at).getTime() })),
      found,
      total: await read.$count(bin, kept),
      page,
      pages,
      first: before + 1,
    };
  });
}

const LATEST = [desc(bin.at), desc(bin.id)];

const SORTS: Readonly<Record<(typeof sorts)[number], SQL>> = {
  title: sql`${bin.title} collate nocase`,
  kind: sql`${bin.kind}`,
  at: sql`${bin.at}`,
};

const orderOf = ({ sort, isDescending }: BinAsked): SQL[] =>
  sort === null ? LATEST : [(isDescending ? desc : asc)(SORTS[sort]), ...LATEST];
