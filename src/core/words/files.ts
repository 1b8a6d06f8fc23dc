import { fileTypes } from '../catalog';
import { listed } from './conditions';

const isKnown = (type: string): type is keyof typeof fileTypes => Object.hasOwn(fileTypes, type);

/** Types of files by their names: `PDF, PNG or SVG`. */
export function fileTypeWords(types: readonly string[]): string {
  const words = types.map((type): string => (isKnown(type) ? fileTypes[type].words : type));
  return words.length === 0 ? 'no file' : listed(words, 'or');
}

/** A size in words: `2 MB`, `350 kB`. */
export function fileSizeWords(bytes: number): string {
  if (bytes >= 1_000_000) return `${Number((bytes / 1_000_000).toFixed(1))} MB`;
  return bytes >= 1000 ? `${Math.round(bytes / 1000)} kB` : `${bytes} bytes`;
}
