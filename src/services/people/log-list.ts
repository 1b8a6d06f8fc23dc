import { and, desc, eq, type SQL, sql } from 'drizzle-orm';
import { type LogWhat, type ThingKind, thingKinds, type WhoKind } from '../../core/people';
import { logEntries } from '../../data/schema';
import { having } from '../catalog/words-to-find';
import { atOneMoment, type Services } from '../context';
import { type ListAsked, listAskedFrom, ON_A_PAGE, saidIn } from '../list-asked';
import { pageAmong, type PageOf } from '../page-among';

/** What of the log is asked for. */
export interface LogAsked extends ListAsked<never> {
  /** what it is about; null for everything */
  readonly kind: ThingKind | null;
  /** the number of the person or the token; empty for all */
  readonly who: string;
  /** what leads to the one thing it is about; empty for all */
  readonly about: string;
}

/** What an address asks for; what it says of nothing that there is counts as unsaid. */
export const logAskedFrom = (params: URLSearchParams): LogAsked => ({
  ...listAskedFrom(params, []),
  kind: thingKinds.find((known) => known === saidIn(params, 'kind')) ?? null,
  who: saidIn(params, 'who'),
  about: saidIn(params, 'about'),
});

/** What somebody did. */
export interface LogRow {
  readonly id: number;
  readonly at: number;
  readonly who: string;
  readonly whoKind: WhoKind;
  readonly what: LogWhat;
  readonly kind: ThingKind;
  /** what leads to the thing; null where it is one of its kind, or many at once */
  readonly key: string | null;
  readonly title: string;
  readonly count: number;
  readonly changes: readonly string[];
}

/** A page of the log. */
export interface LogPage extends PageOf<LogRow> {
  /** everybody who stands in the log */
  readonly people: readonly { readonly id: string; readonly name: string }[];
}

/** The log as it is asked for, the newest first. */
export function readLog(context: Services, asked: LogAsked): Promise<LogPage> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const found = await read.$count(logEntries, foundBy(asked));
    const { page, pages, before } = pageAmong(found, ON_A_PAGE, asked.page);
    const rows = await read
      .select()
      .from(logEntries)
      .where(foundBy(asked))
      .orderBy(desc(logEntries.id))
      .limit(ON_A_PAGE)
      .offset(before);
    const known = await read
      .select({ id: logEntries.whoId, name: sql<string>`max(${logEntries.whoName})` })
      .from(logEntries)
      .groupBy(logEntries.whoId);
    return {
      rows: rows.map((row) => ({
        id: row.id,
        at: row.at.getTime(),
        who: row.whoName,
        whoKind: row.whoKind,
        what: row.what,
        kind: row.aboutKind,
        key: row.aboutKey,
        title: row.aboutTitle,
        count: row.count,
        changes: row.changes,
      })),
      found,
      total: await read.$count(logEntries),
      page,
      pages,
      first: before + 1,
      people: known.flatMap(({ id, name }) => (id === null ? [] : [{ id, name }])),
    };
  });
}

function foundBy({ find, kind, who, about }: LogAsked): SQL | undefined {
  return and(
    find.trim() === '' ? undefined : having(find, logEntries.words),
    kind === null ? undefined : eq(logEntries.aboutKind, kind),
    who === '' ? undefined : eq(logEntries.whoId, who),
    about === '' ? undefined : eq(logEntries.aboutKey, about),
  );
}
