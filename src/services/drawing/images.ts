import { eq } from 'drizzle-orm';
import { readFile } from 'node:fs/promises';
import { extname } from 'node:path';
import { drawnFileTypes } from '@/core/catalog';
import { forWorkshop, type Scene, sourcesOf, type SvgOptions, svgOf, svgText } from '@/core/picture';
import { type Extent } from '@/core/selection';
import { type Queries } from '@/data/database';
import { media, uploads } from '@/data/schema';
import { extentOf } from '../files/extent';
import { hashInAddress } from '../files/picture-address';
import { pathWithin } from '../files/within';

/** A picture that a scene is drawn with. */
export interface ImageBytes {
  /** media type */
  readonly type: string;
  readonly bytes: Buffer;
}

/** Finds a picture by where a scene says that it is; null for none that can be drawn. */
export type ReadImage = (src: string) => Promise<ImageBytes | null>;

const UPLOADED = 'upload:';

/** Where a scene says that a customer’s file is, by its token. */
export const uploadSource = (token: string): string => `${UPLOADED}${token}`;

/** Reads the pictures of the library, and what customers have uploaded. */
export function imagesIn(queries: Queries): ReadImage {
  return async (src) => {
    if (src.startsWith(UPLOADED)) {
      const token = src.slice(UPLOADED.length);
      const found = await queries.query.uploads.findFirst({ where: eq(uploads.token, token) });
      // What customers send is drawn as safely as what the shop shows; what is no picture after all is left out.
      if (!found || !drawnFileTypes.has(found.type)) return null;
      const { makeSafe } = await import('../files/pictures');
      return makeSafe(found.bytes).catch(() => null);
    }
    const hash = hashInAddress(src);
    const found = hash === undefined ? undefined : await queries.query.media.findFirst({ where: eq(media.hash, hash) });
    return found ?? null;
  };
}

const TYPES_BY_ENDING: Readonly<Record<string, string>> = {
  '.png': 'image/png',
  '.jpg': 'image/jpeg',
  '.jpeg': 'image/jpeg',
  '.webp': 'image/webp',
  '.svg': 'image/svg+xml',
};

/**
 * Reads the pictures beside a catalog file. @param uploaded the folder of what customers upload; absent for none
 */
export function imagesBeside(folder: string, uploaded?: string): ReadImage {
  return async (src) => {
    const isUploaded = src.startsWith(UPLOADED);
    const within = isUploaded ? uploaded : folder;
    if (within === undefined) return null;
    const path = pathWithin(within, isUploaded ? src.slice(UPLOADED.length) : src);
    if (path === null) return null;
    const type = TYPES_BY_ENDING[extname(path).toLowerCase()];
    const bytes = type === undefined ? null : await readFile(path).catch(() => null);
    return type !== undefined && bytes ? { type, bytes } : null;
  };
}

/** One transparent pixel, in the place of a picture that is not there any more. */
const NOTHING = 'data:image/gif;base64,R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7';

/**
 * The pictures of a scene as addresses that carry them along, so that nothing outside is asked for; of drawings how
 * large they are.
 */
async function carried(
  { nodes }: Pick<Scene, 'nodes'>,
  read: ReadImage,
): Promise<Pick<SvgOptions, 'address' | 'extent'>> {
  const found = new Map<string, string>();
  const drawings = new Map<string, Extent>();
  for (const src of sourcesOf(nodes)) {
    const image = await read(src);
    if (!image) continue;
    found.set(src, `data:${image.type};base64,${image.bytes.toString('base64')}`);
    const extent = image.type === 'image/svg+xml' ? await extentOf(image.bytes, 'svg') : undefined;
    if (extent) drawings.set(src, extent);
  }
  return { address: (src) => found.get(src) ?? NOTHING, extent: (src) => drawings.get(src) ?? null };
}

/**
 * A scene as an SVG document that needs nothing beside it; in millimetres where its view is true to scale.
 *
 * @param pixels how large it says that it is instead
 */
export async function svgFile(scene: Scene, read: ReadImage, pixels?: SvgOptions['pixels']): Promise<string> {
  return svgText(svgOf(scene, { ...(await carried(scene, read)), inMillimetres: true, pixels }));
}

/** The drawing of a view for the workshop as an SVG document, with a group of its own for the lines to cut along. */
export async function workshopSvg(scene: Scene, read: ReadImage): Promise<string> {
  const drawing = forWorkshop(scene);
  return svgText(svgOf(drawing, { ...(await carried(drawing, read)), inMillimetres: true, withCuts: true }));
}
