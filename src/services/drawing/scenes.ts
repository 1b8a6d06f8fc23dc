import { referencesOf } from '@/core/catalog';
import { type Program, viewsWithLayers, withAllWithin } from '@/core/compile';
import { compose, type Scene, type Seen } from '@/core/picture';
import { letteringWith, type ReadTypeface } from './lettering';
import { uploadSource } from './images';

/** A view as it is drawn. */
export interface DrawnView {
  readonly view: string;
  readonly title: string;
  readonly scene: Scene;
}

/** Draws the views of an item, each when it is asked for. */
export type DrawViews = (program: Program, seen: Seen) => Iterable<DrawnView>;

/**
 * Makes ready to draw some products: typefaces are loaded once.
 *
 * @param read gives the files of those that were uploaded
 */
export async function viewDrawer(programs: readonly Program[], read: ReadTypeface): Promise<DrawViews> {
  const uploaded = programs.flatMap(withAllWithin).flatMap(({ product }) => [...referencesOf(product).typefaces]);
  const faces = await letteringWith(new Set(uploaded), read);
  // What is kept is outlines: a face that there is not any more is drawn in the plain one.
  const lettering = (face: string) => faces(face) ?? faces('plain');
  return function* (program, seen) {
    for (const { key, title } of viewsWithLayers(program.product.views, seen.views)) {
      const scene = compose(program, seen, { lettering, file: uploadSource }, key);
      if (scene) yield { view: key, title, scene };
    }
  };
}
