import { type Choice, type Product, type Sheet } from '../catalog';
import { placedKey } from '../compile';
import { type CountedAnswerJson, type PartJson, type ResolutionJson } from './resolution-json';

/** Which choices customers answer in words of their own, or with files: these may say who they are. */
const IS_TYPED: Readonly<Record<Choice['kind'], boolean>> = {
  text: true,
  longText: true,
  lettering: true,
  file: true,
  list: false,
  swatch: false,
  several: false,
  yesNo: false,
  number: false,
  measure: false,
  date: false,
  agreement: false,
  addOn: false,
  slot: false,
  heading: false,
  paragraph: false,
  link: false,
  divider: false,
};

/** What stands where something was typed. */
export const TAKEN_OUT = '(taken out)';

/** Which choices of a product or a sheet are typed, by the keys that they have on products. */
export const typedIn = (definition: Pick<Product, 'choices'> | Pick<Sheet, 'key' | 'choices'>): Map<string, boolean> =>
  new Map(
    definition.choices.map(({ key, kind }) => [
      'key' in definition ? placedKey(definition.key, key) : key,
      IS_TYPED[kind],
    ]),
  );

/** Says whether a choice of a product, by its address, is typed; undefined where that is not known any more. */
export type TypedOf = (slug: string, choice: string) => boolean | undefined;

/** Of what is gone, whatever picks nothing counts as typed: rather too much is taken out. */
const isTyped = ({ choice, picks }: CountedAnswerJson, slug: string, typedOf: TypedOf): boolean =>
  typedOf(slug, choice) ?? (picks ?? []).length === 0;

/** Whether something in a resolution, or in a part of it, is typed. */
export const hasTyped = ({ counted, parts }: ResolutionJson, slug: string, typedOf: TypedOf): boolean =>
  counted.some((answer) => isTyped(answer, slug, typedOf)) ||
  parts.some(({ product, resolution }) => hasTyped(resolution, product, typedOf));

/**
 * A resolution as an order keeps it, without what was typed in it and its parts: prices, draws and what was picked stay
 * as they were.
 *
 * @param slug address of what was sold
 */
export function withoutTyped(resolution: ResolutionJson, slug: string, typedOf: TypedOf): ResolutionJson {
  if (!hasTyped(resolution, slug, typedOf)) return resolution;
  const taken = new Set(resolution.counted.flatMap((answer) => (isTyped(answer, slug, typedOf) ? [answer.shown] : [])));
  const bare = ({ label, value }: { readonly label: string; readonly value: string }) => ({
    label,
    value: taken.has(value) ? TAKEN_OUT : value,
  });
  const { item } = resolution;
  return {
    ...resolution,
    counted: resolution.counted.map((answer) =>
      isTyped(answer, slug, typedOf) ? { ...answer, shown: TAKEN_OUT, value: '' } : answer,
    ),
    // Its key has every answer in it; of what is sold already nothing is told apart by it any more.
    item: { ...item, key: slug, details: item.details.map(bare), forWorkshop: item.forWorkshop.map(bare) },
    parts: resolution.parts.map((part): PartJson => ({
      ...part,
      resolution: withoutTyped(part.resolution, part.product, typedOf),
    })),
  };
}
