import { type JoinCondition, joinConditionSchema, type Product, referencesOf, type Sheet } from '../../core/catalog';
import { type ReferredKind } from '../tables/references';

/** Something that is said of a definition, to find it by. */
export interface Said {
  readonly what: ReferredKind;
  readonly key: string;
}

/** A word that products stand under, as conditions compare it: capitals and outer spaces do not count. */
export const shelfKey = (word: string): string => word.trim().toLowerCase();

/** Words by which conditions and products are brought together. */
const clue = {
  property: (name: string) => `property ${name}`,
  tag: (tag: string) => `tag ${shelfKey(tag)}`,
  category: (category: string) => `category ${shelfKey(category)}`,
  supplier: (supplier: string) => `supplier ${shelfKey(supplier)}`,
};

/** Parts a clue from the condition that it leads to; no clue has it. */
const AFTER_CLUE = '\n';

/** A condition under the clue that leads to it; none for one that says nothing, which never holds. */
function joinKey(condition: JoinCondition): string[] {
  const { property, tag, category, supplier } = condition;
  const leading =
    property !== null
      ? clue.property(property.name)
      : tag !== null
        ? clue.tag(tag)
        : category !== null
          ? clue.category(category)
          : supplier !== null
            ? clue.supplier(supplier)
            : null;
  return leading === null ? [] : [`${leading.replaceAll(AFTER_CLUE, ' ')}${AFTER_CLUE}${JSON.stringify(condition)}`];
}

/** The condition of a key. */
export const conditionOf = (key: string): JoinCondition =>
  joinConditionSchema.parse(JSON.parse(key.slice(key.indexOf(AFTER_CLUE) + 1)));

/** From which key on, and before which, conditions stand that may hold for a product. */
export function clueRanges({
  category,
  supplier,
  tags,
  properties,
}: Pick<Product, 'category' | 'supplier' | 'tags' | 'properties'>): readonly { from: string; before: string }[] {
  const clues = [
    ...(category === null ? [] : [clue.category(category)]),
    ...(supplier === null ? [] : [clue.supplier(supplier)]),
    ...tags.map(clue.tag),
    ...Object.keys(properties).map(clue.property),
  ].map((one) => one.replaceAll(AFTER_CLUE, ' '));
  return clues.map((one) => ({ from: `${one}${AFTER_CLUE}`, before: `${one}\u000b` }));
}

/** What is said of a definition: each once. */
export function saidOf(definition: Product | Sheet): Said[] {
  const { stock, swatches, products, groups, pictures, typefaces, joins } = referencesOf(definition);
  const all: [ReferredKind, Iterable<string>][] = [
    ['stock', stock],
    ['swatches', swatches],
    ['products', products],
    ['groups', groups],
    ['pictures', pictures],
    ['typefaces', typefaces],
    ['joins', joins.flatMap(joinKey)],
    ...('slug' in definition ? ofProduct(definition) : ofSheet(definition)),
  ];
  return all.flatMap(([what, keys]) => [...new Set(keys)].map((key) => ({ what, key })));
}

const isSaid = (word: string) => word.trim() !== '';

function ofProduct({
  slug,
  category,
  supplier,
  tags,
  properties,
  sheets,
  proofs,
}: Product): [ReferredKind, string[]][] {
  const placed = (which: (typeof sheets)[number]['by'] | null) =>
    sheets.filter(({ by, leftOut }) => (which === null ? leftOut : !leftOut && by === which)).map(({ key }) => key);
  return [
    ['own', [slug]],
    ['proof', proofs.map(({ key }) => key)],
    ['placed', placed('hand')],
    ['leftOut', placed(null)],
    ['category', category === null ? [] : [shelfKey(category)]],
    ['supplier', supplier === null ? [] : [shelfKey(supplier)]],
    ['tag', tags.map(shelfKey)],
    ['categoryName', [category ?? ''].filter(isSaid)],
    ['supplierName', [supplier ?? ''].filter(isSaid)],
    ['tagName', tags.filter(isSaid)],
    ['property', Object.entries(properties).map((property) => JSON.stringify(property))],
  ];
}

const ofSheet = ({ key, places }: Sheet): [ReferredKind, string[]][] => [
  ['own', [key]],
  ['places', places.map((condition) => JSON.stringify(condition))],
];
