import { and, asc, desc, inArray, not, or, type SQL, sql } from 'drizzle-orm';
import { MOST_TOLD, usersOf } from '../../data/references';
import { media, sheets, swatches } from '../../data/schema';
import { having, productsHaving } from '../catalog/words-to-find';
import { atOneMoment, type Services } from '../context';
import { pictureAddress } from '../files/picture-address';
import { type ListAsked, listAskedFrom, saidIn } from '../list-asked';
import { pageAmong, type PageOf } from '../page-among';

/** So many stand on a page: rows of two, three, four, five and six are full. */
const TILES = 60;

/** A picture of the library. */
export interface PictureRow {
  readonly hash: string;
  readonly src: string;
  /** what its file was called; empty where nobody said */
  readonly name: string;
  readonly type: string;
  /** in pixels; null for a drawing */
  readonly width: number | null;
  readonly height: number | null;
  /** its size, in bytes */
  readonly size: number;
  readonly at: number;
  /** titles of the products, sheets and swatches that show it, of the first of them; and how many there are */
  readonly usedBy: readonly string[];
  readonly uses: number;
}

/** What of the pictures is asked for. */
export interface PicturesAsked extends ListAsked<never> {
  /** whether those alone that nothing shows */
  readonly isUnused: boolean;
}

/** What an address asks for; what it says of nothing that there is counts as unsaid. */
export const picturesAskedFrom = (params: URLSearchParams): PicturesAsked => ({
  ...listAskedFrom(params, []),
  isUnused: saidIn(params, 'show') === 'unused',
});

/** A page of the pictures. */
export type PicturesPage = PageOf<PictureRow>;

/**
 * Pictures that were ever uploaded, the latest first: found by the name of their file and by what shows them, and
 * counted, by the database.
 */
export function listPictures(context: Services, asked: PicturesAsked): Promise<PicturesPage> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const shown = shownBy(asked);
    const found = await read.$count(media, shown);
    const { page, pages, before } = pageAmong(found, TILES, asked.page);
    const rows = await read
      .select({
        hash: media.hash,
        name: media.name,
        type: media.type,
        width: media.width,
        height: media.height,
        size: sql<number>`length(${media.bytes})`,
        at: media.createdAt,
      })
      .from(media)
      .where(shown)
      .orderBy(desc(media.createdAt), asc(media.hash))
      .limit(TILES)
      .offset(before);
    const addresses = rows.map(({ hash }) => pictureAddress(hash));
    const users = await usersOf(read, 'pictures', addresses);
    const coloured = await read
      .select({ name: swatches.name, picture: swatches.picture })
      .from(swatches)
      .where(inArray(swatches.picture, addresses))
      .orderBy(asc(swatches.rank));
    return {
      rows: rows.map(({ at, ...row }) => {
        const src = pictureAddress(row.hash);
        const { titles = [], number = 0 } = users.get(src) ?? {};
        const named = coloured.flatMap(({ name, picture }) => (picture === src ? [`swatch ${name}`] : []));
        return {
          ...row,
          src,
          at: at.getTime(),
          usedBy: [...titles, ...named].slice(0, MOST_TOLD),
          uses: number + named.length,
        };
      }),
      found,
      total: await read.$count(media),
      page,
      pages,
      first: before + 1,
    };
  });
}

const ADDRESS = sql`${pictureAddress('')} || ${media.hash}`;

const BY_SWATCH = (which: SQL | undefined) => sql`
  ${ADDRESS} in (select ${swatches.picture} from ${swatches} where ${swatches.picture} is not null and ${which ?? sql`true`})`;

const BY_DEFINITION = (which: SQL) => sql`
  ${ADDRESS} in (select "key" from catalog_references where what = 'pictures' and ${which})`;

function shownBy({ find, isUnused }: PicturesAsked): SQL | undefined {
  return and(
    isUnused ? and(not(BY_DEFINITION(sql`true`)), not(BY_SWATCH(undefined))) : undefined,
    find.trim() === ''
      ? undefined
      : or(
          having(find, media.name),
          BY_DEFINITION(sql`kind = 'product' and id in (select id from (${productsHaving(find)}))`),
          BY_DEFINITION(
            sql`kind = 'sheet' and id in (select ${sheets.id} from ${sheets} where ${having(find, sheets.title) ?? sql`true`})`,
          ),
          BY_SWATCH(having(find, swatches.name)),
        ),
  );
}
