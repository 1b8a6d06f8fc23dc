import { createHash } from 'node:crypto';
import { type Services } from '../context';
import { resolutionJson } from '../../core/exchange';
import { firstViewPng } from '../drawing';
import { notFound } from '../refusal';
import { readBasket } from './basket';

/**
 * What a line of a basket looks like, put together from what is chosen.
 *
 * @returns a PNG, and a name that changes with it
 * @throws Refusal 404 for no line of that basket, and for a product without views
 */
export async function basketPicture(
  context: Services,
  token: string | undefined,
  lineId: number,
): Promise<{ readonly name: string; readonly png: Buffer }> {
  const { lines } = await readBasket(context, token);
  const line = lines.find(({ id }) => id === lineId);
  const program = line?.whole();
  if (!line?.resolution || !program) return notFound('picture of this line');
  return (await firstViewPng(context, program, resolutionJson(line.resolution))) ?? notFound('picture of this line');
}

/** Where the picture of a line is found: at another address once it is another item. */
export const basketPictureAddress = (lineId: number, item: string): string =>
  `/api/shop/basket/${lineId}/picture?of=${createHash('sha256').update(item).digest('hex').slice(0, 12)}`;
