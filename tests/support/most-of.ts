import { type Program } from '@/core/compile';

/** The most that can be bought of a product, whoever has the word about it; the least where nothing says so. */
export function mostOf({ quantities: { usual, nearer } }: Program): number {
  return Math.max(
    ...[usual, ...nearer].map(
      ({ orderable: { listed, maximum, minimum } }) => listed?.at(-1)?.quantity ?? maximum ?? minimum,
    ),
  );
}
