import { type Layer } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { faultWords } from '@/core/words';

/** What the fields of a layer are given. */
export interface LayerProps<L extends Layer = Layer> {
  layer: L;
  /** the way to it in the definition */
  path: readonly (string | number)[];
  /** @param tag names the change, so that what is typed on is undone at once */
  put: (tag: string, changed: Partial<L>) => void;
}

/** What is wrong at places of a layer, in words. */
export function useFaults(path: LayerProps['path']): (...place: (string | number)[]) => string | undefined {
  const { findings } = useEditing();
  return (...place) => {
    const wanted = [...path, ...place].join('/');
    const found = findings.find((finding) => finding.path.join('/') === wanted);
    return found && faultWords(found.data);
  };
}

/** Things of the product as alternatives. */
export const called = (list: readonly { readonly key: string; readonly title: string }[], before = '') =>
  list.map(({ key, title }) => ({ value: key, label: `${before}${title || key}` }));
