import { type Option, type OptionsChoice } from '@/core/catalog';

/**
 * Gives an option a picture that is seen wherever its choice shows one: on the product once it is chosen, on its card,
 * and as its swatch where it has no colour. A choice whose looks were left open becomes cards.
 *
 * @param src null takes the picture away
 */
export function showPicture(choice: OptionsChoice, option: Option, src: string | null): void {
  const isFirst = option.picture === null;
  const isSwatch = option.texture !== null && option.texture === option.picture;
  option.picture = src;
  if (src === null) option.changesPicture = false;
  else if (isFirst) option.changesPicture = true;
  const isBare = option.swatch === null && option.colours.length === 0 && option.texture === null;
  if (isSwatch || (isBare && choice.kind === 'swatch')) option.texture = src;
  if (src === null || !('look' in choice)) return;
  if (choice.look === 'auto' || choice.look === 'ticks') choice.look = 'cards';
}
