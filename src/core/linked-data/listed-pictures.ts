import { picturesAsListed, type Product } from '../catalog';
import { type Program } from '../compile';
import { listedView } from '../picture';

export type ListedPicture = ReturnType<typeof picturesAsListed>[number];

/**
 * The pictures of a product, the one first that lists and previews show: its first view only where something of that is
 * seen as the page begins.
 *
 * @param definition as it is published, without what its sheets bring
 * @param today as YYYY-MM-DD
 */
export const listedPictures = (definition: Product, program: Program, today: string): readonly ListedPicture[] =>
  picturesAsListed(listedView(definition, program, today) ? definition : { ...definition, views: [] });
