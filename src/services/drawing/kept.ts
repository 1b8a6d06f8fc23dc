import { eq, inArray, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { type Program, standingView } from '@/core/compile';
import { forWorkshop, type Scene, type Seen, type WorkshopScene } from '@/core/picture';
import { type Queries } from '@/data/database';
import { lineViews } from '@/data/schema';
import { type Services } from '../context';
import { notFound } from '../refusal';
import { imagesIn, type ReadImage, workshopSvg } from './images';
import { typefacesIn } from './lettering';
import { type DrawnView, type DrawViews, viewDrawer } from './scenes';

const hashOf = (...parts: readonly unknown[]): string =>
  createHash('sha256').update(JSON.stringify(parts)).digest('hex').slice(0, 40);

/** Where a drawn view is found in the application. */
const drawnAddress = (hash: string): string => `/pictures/drawn/${hash}`;

/** Views of an order line, ready to be kept with it. */
export interface ViewsOfLine {
  readonly views: readonly (DrawnView & { readonly hash: string })[];
  /** the one that stands for the line, as the pictures of a resolution; null for none */
  readonly pictures: { readonly view: string; readonly layers: { src: string; alt: string }[] }[] | null;
}

/** @param secret what no other line has and nobody outside knows, so that nobody guesses where its pictures are */
export function viewsOfLine(draw: DrawViews, program: Program, seen: Seen, secret: string): ViewsOfLine {
  const views = Array.from(draw(program, seen), (drawn) => ({ ...drawn, hash: hashOf(secret, drawn) }));
  const standing = standingView(program.product, seen.views);
  const first = views.find(({ view }) => view === standing?.key);
  return {
    views,
    pictures: first
      ? [{ view: 'main', layers: [{ src: drawnAddress(first.hash), alt: first.scene.alt.slice(0, 200) }] }]
      : null,
  };
}

/** Keeps what the views of an order line look like. */
export async function keepViews(transaction: Queries, lineId: number, { views }: ViewsOfLine): Promise<void> {
  if (views.length === 0) return;
  await transaction
    .insert(lineViews)
    .values(views.map(({ hash, view, title, scene }, position) => ({ hash, lineId, view, position, title, scene })));
}

/** A view that was kept with an order line, as its page lists it. */
export interface KeptView {
  readonly lineId: number;
  readonly title: string;
  /** address of the picture in pixels; with `?as=svg` or `?as=pdf` on the manager’s side as a drawing */
  readonly hash: string;
  /** whether it is true to scale */
  readonly isTrue: boolean;
}

/** The views of some order lines, in their order. */
export async function readViews(queries: Queries, lines: readonly number[]): Promise<KeptView[]> {
  if (lines.length === 0) return [];
  // A scene is long: of what is listed, one figure of it says enough.
  const isTrue = sql`json_extract(${lineViews.scene}, '$.millimetres') is not null`.mapWith(Boolean);
  return queries
    .select({ lineId: lineViews.lineId, title: lineViews.title, hash: lineViews.hash, isTrue })
    .from(lineViews)
    .where(inArray(lineViews.lineId, [...lines]))
    .orderBy(lineViews.lineId, lineViews.position);
}

/** What a kept view is drawn from. @throws Refusal 404 */
export async function readScene(queries: Queries, hash: string): Promise<Scene> {
  const row = await queries.query.lineViews.findFirst({ where: eq(lineViews.hash, hash) });
  return row?.scene ?? notFound('picture at this address');
}

// Who takes an order waits for nothing that only draws: what does is loaded when something is to be drawn.
const inPixels = async (scene: Scene, read: ReadImage) => (await import('./raster')).framedPng(scene, read);
export const asPdf = async (scenes: readonly WorkshopScene[], read: ReadImage) =>
  (await import('./pdf')).pdfOf(scenes, read);

/** Pictures that were drawn last, by what they are made from. */
const drawn = new LRUCache<string, Promise<Buffer>>({ max: 64 });

function drawnOnce(name: string, draw: () => Promise<Buffer>): Promise<Buffer> {
  const known = drawn.get(name);
  if (known) return known;
  const made = draw();
  drawn.set(name, made);
  // What went wrong is tried again when it is next asked for.
  made.catch(() => drawn.delete(name));
  return made;
}

/** A kept view in pixels, as a PNG. @throws Refusal 404 */
export async function keptPng({ database: { read } }: Services, hash: string): Promise<Buffer> {
  // What has been taken out of an order is shown no more, although it was drawn a moment ago.
  const scene = await readScene(read, hash);
  return drawnOnce(`kept ${hash}`, () => inPixels(scene, imagesIn(read)));
}

/** A kept view for the workshop: outlines, as large as it really is. @throws Refusal 404 */
export async function keptDrawing(
  { database }: Services,
  hash: string,
  as: 'svg' | 'pdf',
): Promise<{ readonly type: string; readonly bytes: Buffer }> {
  const scene = await readScene(database.read, hash);
  const read = imagesIn(database.read);
  return as === 'pdf'
    ? { type: 'application/pdf', bytes: await asPdf([forWorkshop(scene)], read) }
    : { type: 'image/svg+xml', bytes: Buffer.from(await workshopSvg(scene, read)) };
}

/** The view that stands for an item in pixels, as a PNG; null for a product without one. */
export async function firstViewPng(
  { database }: Services,
  program: Program,
  seen: Seen,
): Promise<{ readonly name: string; readonly png: Buffer } | null> {
  const standing = standingView(program.product, seen.views);
  if (!standing) return null;
  const draw = await viewDrawer([program], typefacesIn(database.read));
  // Those before it are not seen: it is drawn first, and no other is.
  const [first] = draw(program, seen);
  if (first?.view !== standing.key) return null;
  const name = hashOf(first.scene);
  return { name, png: await drawnOnce(name, () => inPixels(first.scene, imagesIn(database.read))) };
}
