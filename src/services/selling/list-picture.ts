import { type Services } from '../context';
import { listedView } from '../../core/picture';
import { firstViewPng } from '../drawing';
import { notFound } from '../refusal';
import { openShopProduct, programFor } from './published';

/**
 * What a product looks like as its page begins: its first view, with nothing chosen by anybody.
 *
 * @returns a PNG, and a name that changes with it
 * @throws Refusal 404 for a product that the shop does not show so
 */
export async function listPicture(
  context: Services,
  slug: string,
): Promise<{ readonly name: string; readonly png: Buffer }> {
  const none = () => notFound(`picture of “${slug}” that is put together`);
  const product = await openShopProduct(context, slug);
  const { program } = programFor(product, product, null);
  const listed = listedView(product.definition, program, product.today);
  return (listed && (await firstViewPng(context, program, listed.seen))) ?? none();
}
