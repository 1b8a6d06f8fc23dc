import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

/** A file of the package that brings a face. @throws Error where there is none of that name */
export const fontPackageFile = (face: string, ...path: readonly string[]): Promise<Buffer> =>
  readFile(join(process.cwd(), 'node_modules', '@fontsource', face, ...path));

/**
 * One font file of a face.
 *
 * @param face name of the package that brings it
 * @param subset the signs that it has: `latin`, `greek`
 * @throws Error where there is none
 */
export const fontFile = (face: string, subset: string, weight: number): Promise<Buffer> =>
  fontPackageFile(face, 'files', `${face}-${subset}-${weight}-normal.woff`);
