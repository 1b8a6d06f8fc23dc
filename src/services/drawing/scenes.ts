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

/** Draws all views of an item. */
export type DrawViews = (program: Program, seen: Seen) => DrawnView[];

/** Makes ready to draw: the faces of letters are loaded once. */
export async function viewDrawer(): Promise<DrawViews> {
  const faces = await allLettering();
  // What is kept is outlines: a face that there is not any more is drawn in the plain one.
  const lettering = (face: string) => faces(face) ?? faces('plain');
  return (program, seen) =>
    program.product.views.flatMap(({ key, title }) => {
      const scene = compose(program, seen, { lettering, file: uploadSource }, key);
      return scene ? [{ view: key, title, scene }] : [];
    });
}
