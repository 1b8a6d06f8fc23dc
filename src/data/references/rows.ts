import { type Product, referencesOf, type Sheet } from '../../core/catalog';
import { type ReferredKind } from '../tables/references';

/** Something that is said of a definition, to find it by. */
export interface Said {
  readonly what: ReferredKind;
  readonly key: string;
}

/** A word that products stand under, as conditions compare it: capitals and outer spaces do not count. */
export const shelfKey = (word: string): string => word.trim().toLowerCase();

/** What is said of a definition: each once. */
export function saidOf(definition: Product | Sheet): Said[] {
  const { stock, swatches, products, groups, pictures, joins } = referencesOf(definition);
  const all: [ReferredKind, Iterable<string>][] = [
    ['stock', stock],
    ['swatches', swatches],
    ['products', products],
    ['groups', groups],
    ['pictures', pictures],
    ['joins', joins.map((condition) => JSON.stringify(condition))],
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
