import { resolve, sep } from 'node:path';

/** The path of a file in a folder; null for whatever lies outside of it, however it is written. */
export function pathWithin(folder: string, name: string): string | null {
  const path = resolve(folder, name);
  return path.startsWith(resolve(folder) + sep) ? path : null;
}
