import { eq, sql } from 'drizzle-orm';
import { type WorkshopDrawing, workshopDrawingSchema } from '@/core/catalog';
import { type NestedPieces, type Nesting, type NestingSheet } from '@/core/nesting';
import { type Scene, sheetScenes, sizeOfPiece } from '@/core/picture';
import { type Queries } from '@/data/database';
import { lineViews, orderLines } from '@/data/schema';
import { inBackground } from '../background/pool';
import { atOneMoment, type Services } from '../context';
import { notFound } from '../refusal';
import { imagesIn } from './images';
import { asPdf, readScene } from './kept';

type Sheet = NonNullable<WorkshopDrawing['sheet']>;

/** Pieces of an order that are laid on sheets of one kind. */
export interface SheetsOfOrder {
  /** in millimetres */
  readonly width: number;
  readonly height: number;
  /** how many are laid */
  readonly pieces: number;
  readonly sheets: number;
  /** no way needs fewer sheets than these */
  readonly least: number;
  /** of all sheets, the part that pieces cover, from 0 to 1 */
  readonly used: number;
  /** what is not laid: larger than a sheet, or too much at once; sizes in millimetres */
  readonly left: readonly {
    readonly title: string;
    readonly width: number;
    readonly height: number;
    readonly count: number;
  }[];
}

/** A view that is made from a sheet, and how often its line is. */
interface Piece extends NestedPieces {
  readonly hash: string;
  readonly title: string;
}

/** A kind of sheet, and the pieces of an order that are made from it. */
interface OneSheet {
  readonly sheet: NestingSheet;
  readonly pieces: Piece[];
}

async function piecesBySheet(queries: Queries, number: number): Promise<OneSheet[]> {
  const figure = (path: string) => sql`json_extract(${lineViews.scene}, ${path})`;
  const rows = await queries
    .select({
      hash: lineViews.hash,
      title: orderLines.title,
      view: lineViews.title,
      count: orderLines.quantity,
      width: figure('$.width').mapWith(Number),
      height: figure('$.height').mapWith(Number),
      millimetres: figure('$.millimetres').mapWith(Number),
      workshop: figure('$.workshop').mapWith(String),
    })
    .from(lineViews)
    .innerJoin(orderLines, eq(orderLines.id, lineViews.lineId))
    .where(sql`${orderLines.orderId} = ${number} and ${figure('$.workshop.sheet')} is not null`)
    .orderBy(lineViews.lineId, lineViews.position);
  const bySheet = new Map<string, OneSheet>();
  for (const { hash, title, view, count, workshop, ...size } of rows) {
    const { sheet } = workshopDrawingSchema.parse(JSON.parse(workshop));
    if (!sheet) continue;
    const key = JSON.stringify(sheet);
    const one = bySheet.get(key) ?? { sheet: nestingSheet(sheet), pieces: [] };
    one.pieces.push({ hash, title: `${title}, ${view}`, count, ...sizeOfPiece(size) });
    bySheet.set(key, one);
  }
  return [...bySheet.values()];
}

const nestingSheet = ({ width, height, edge, gap, turned }: Sheet): NestingSheet => ({
  width: Number(width),
  height: Number(height),
  edge: Number(edge),
  gap: Number(gap),
  mayTurn: turned,
});

const laidOf = ({ pieces, sheet }: OneSheet): Promise<Nesting> =>
  inBackground(
    'nesting',
    { pieces: pieces.map(({ width, height, count }) => ({ width, height, count })), sheet },
    'Laying the pieces on sheets',
  );

/** On which sheets the pieces of an order are laid; none where nothing of it is made from sheets. */
export async function sheetsOfOrder(context: Services, number: number): Promise<SheetsOfOrder[]> {
  const found: SheetsOfOrder[] = [];
  for (const one of await piecesBySheet(context.database.read, number)) {
    const { sheet, pieces } = one;
    const { sheets, least, used, left } = await laidOf(one);
    found.push({
      width: sheet.width,
      height: sheet.height,
      pieces: sheets.reduce((sum, laid) => sum + laid.length, 0),
      sheets: sheets.length,
      least,
      used,
      left: pieces.flatMap(({ title, width, height }, index) => {
        const count = left[index] ?? 0;
        return count > 0 ? [{ title, width, height, count }] : [];
      }),
    });
  }
  return found;
}

/**
 * Sheets with the pieces of an order on them, a page each, as large as they really are.
 *
 * @param place which of {@link sheetsOfOrder}, from 0
 * @throws Refusal 404
 */
export async function sheetsPdf(context: Services, number: number, place: number): Promise<Buffer> {
  const { one, scenes } = await atOneMoment(context, async ({ database: { read } }) => {
    const found = (await piecesBySheet(read, number))[place] ?? notFound('sheet of this order');
    const drawn: Scene[] = [];
    for (const { hash } of found.pieces) drawn.push(await readScene(read, hash));
    return { one: found, scenes: drawn };
  });
  const nesting = await laidOf(one);
  if (nesting.sheets.length === 0) return notFound('piece of this order that fits on such a sheet');
  return asPdf(sheetScenes(scenes, nesting, one.sheet), imagesIn(context.database.read));
}
