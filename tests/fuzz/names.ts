import { hasOptions } from '@/core/catalog';
import { placesOf, type Program } from '@/core/compile';
import { type Resolution } from '@/core/run';

/** What makes two sold selections two: what is picked, not what is typed; of what is within, the same. */
export function nameOf(program: Program, { counted, parts }: Resolution, ofSku = false): string {
  const { product, kit } = program;
  const counts = new Set(
    product.choices
      .filter((choice) => hasOptions(choice) || choice.kind === 'yesNo' || choice.kind === 'addOn')
      // What is meant to share an SKU makes no other item for it.
      .filter((choice) => !(ofSku && (('sameSku' in choice && choice.sameSku) || choice.forWorkshop)))
      .map(({ key }) => key),
  );
  const slots = new Set(product.choices.flatMap(({ kind, key }) => (kind === 'slot' ? [key] : [])));
  const own = counted
    .filter(({ choice, value }) => counts.has(choice) && value !== 'no')
    .map(
      ({ choice, picks }) =>
        `${choice}=${picks.length > 0 ? picks.map(({ option, quantity }) => (slots.has(choice) ? `${option}*${quantity}` : option)).join('+') : 'yes'}`,
    );
  const keepsOrder = new Set(kit?.slots.flatMap((slot) => (slot.keepsOrder ? [slot.component.key] : [])));
  const within = parts.flatMap((shown) => {
    const place = shown.part.split('#')[0] ?? '';
    const candidate = placesOf(kit)
      .find(({ key }) => key === place)
      ?.candidates.find(({ product: slug }) => slug === shown.product);
    // Where the order counts, each thing stands in a place of its own.
    const where = keepsOrder.has(place) ? shown.part : place;
    return candidate
      ? [`${where}:${shown.product}*${shown.pieces}(${nameOf(candidate.program, shown.resolution, ofSku)})`]
      : [];
  });
  return [...own, ...within.sort()].join('&');
}
