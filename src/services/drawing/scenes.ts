import { type Program } from '@/core/compile';
import { compose, type Scene, type Seen } from '@/core/picture';
import { allLettering } from './lettering';
import { uploadSource } from './images';

/** A view as it is drawn. */
export interface DrawnView {
  readonly view: string;
  readonly title: string;
  readonly scene: Scene;
}

/** Draws the views of an item, each when it is asked for. */
export type DrawViews = (program: Program, seen: Seen) => Iterable<DrawnView>;

/** Makes ready to draw: the faces of letters are loaded once. */
export async function viewDrawer(): Promise<DrawViews> {
  const faces = await allLettering();
  // What is kept is outlines: a face that there is not any more is drawn in the plain one.
  const lettering = (face: string) => faces(face) ?? faces('plain');
  return function* (program, seen) {
    for (const { key, title } of program.product.views) {
      const scene = compose(program, seen, { lettering, file: uploadSource }, key);
      if (scene) yield { view: key, title, scene };
    }
  };
}
