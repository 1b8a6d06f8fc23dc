import { type Choice, type Product } from '../catalog';
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

/** Keys of the choices of a product that customers answer in words or files of their own. */
export const typedChoices = ({ choices }: Pick<Product, 'choices'>): ReadonlySet<string> =>
  new Set(choices.flatMap(({ kind, key }) => (IS_TYPED[kind] ? [key] : [])));

/** Says which choices of a product, by its address, are typed; undefined where it is not known any more. */
export type TypedOf = (slug: string) => ReadonlySet<string> | undefined;

/** Of a product that is gone, whatever picks nothing counts as typed: rather too much is taken out. */
const isTyped = ({ choice, picks }: CountedAnswerJson, typed: ReadonlySet<string> | undefined): boolean =>
  typed ? typed.has(choice) : (picks ?? []).length === 0;

/** Whether something in a resolution, or in a part of it, is typed. */
export const hasTyped = ({ counted, parts }: ResolutionJson, slug: string, typedOf: TypedOf): boolean =>
  counted.some((answer) => isTyped(answer, typedOf(slug))) ||
  parts.some(({ product, resolution }) => hasTyped(resolution, product, typedOf));

/**
 * A resolution as an order keeps it, without what was typed in it and its parts: prices, draws and what was picked stay
 * as they were.
 *
 * @param slug address of what was sold
 */
export function withoutTyped(resolution: ResolutionJson, slug: string, typedOf: TypedOf): ResolutionJson {
  if (!hasTyped(resolution, slug, typedOf)) return resolution;
  const typed = typedOf(slug);
  const taken = new Set(resolution.counted.flatMap((answer) => (isTyped(answer, typed) ? [answer.shown] : [])));
  const bare = ({ label, value }: { readonly label: string; readonly value: string }) => ({
    label,
    value: taken.has(value) ? TAKEN_OUT : value,
  });
  const { item } = resolution;
  return {
    ...resolution,
    counted: resolution.counted.map((answer) =>
      isTyped(answer, typed) ? { ...answer, shown: TAKEN_OUT, value: '' } : answer,
    ),
    // Its key has every answer in it; of what is sold already nothing is told apart by it any more.
    item: { ...item, key: slug, details: item.details.map(bare), forWorkshop: item.forWorkshop.map(bare) },
    parts: resolution.parts.map((part): PartJson => ({
      ...part,
      resolution: withoutTyped(part.resolution, part.product, typedOf),
    })),
  };
}
