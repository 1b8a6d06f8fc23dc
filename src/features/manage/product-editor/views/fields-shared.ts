import { type Layer, type PictureLength } from '@/core/catalog';

/** What the fields of a layer are given. */
export interface LayerProps<L extends Layer = Layer> {
  layer: L;
  /** the way to it in the definition */
  path: readonly (string | number)[];
  /** @param tag names the change, so that what is typed on is undone at once */
  put: (tag: string, changed: Partial<L>) => void;
}

/** Things of the product as alternatives. */
export const called = (list: readonly { readonly key: string; readonly title: string }[], before = '') =>
  list.map(({ key, title }) => ({ value: key, label: `${before}${title || key}` }));

/** What of a length stays, whatever is answered. */
export const baseOf = (length: PictureLength): string => (typeof length === 'string' ? length : length.base);
