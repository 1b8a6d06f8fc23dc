import { type JoinCondition, type Option, optionSchema, type SlotChoice } from './choices';
import { propertyCompares, readProperty } from './properties';
import { type Product } from './schema';
import { conditionHolds } from './sheet';

type Joining = Pick<Product, 'category' | 'supplier' | 'tags' | 'properties'>;

/** Whether a condition of a slot holds for a product. A condition that says nothing never holds. */
export function joins({ property, ...shelf }: JoinCondition, product: Joining): boolean {
  const saysShelf = shelf.category !== null || shelf.supplier !== null || shelf.tag !== null;
  if (saysShelf && !conditionHolds(shelf, product)) return false;
  if (property === null) return saysShelf;
  const own = Object.hasOwn(product.properties, property.name) ? product.properties[property.name] : undefined;
  if (!own) return false;
  const [is, wanted] = [readProperty(own), property.is && readProperty(property.is)];
  return property.is === null || (is !== null && wanted !== null && propertyCompares('is', is, wanted));
}

/**
 * A slot with all its candidates: those that it lists, then the products that join it, by title; each called what its
 * product is called where nothing else is said.
 *
 * @param own  slug of the product that has the slot, which is no candidate of its own
 * @param from every product there is that may be a candidate
 */
export function withCandidates(slot: SlotChoice, own: string, from: ReadonlyMap<string, Product>): SlotChoice {
  const listed = new Set(slot.options.map(({ key }) => key));
  const joined =
    slot.joins.length === 0
      ? []
      : [...from.values()].filter(
          (product) =>
            product.slug !== own &&
            !listed.has(product.slug) &&
            slot.joins.some((condition) => joins(condition, product)),
        );
  if (joined.length === 0 && slot.options.every(({ title }) => title !== '')) return slot;
  const named = (option: Option): Option =>
    option.title === '' ? { ...option, title: from.get(option.key)?.title ?? option.key } : option;
  const further = joined
    .sort((a, b) => (a.title < b.title ? -1 : a.title > b.title ? 1 : a.slug < b.slug ? -1 : 1))
    .map(({ slug, title }) => optionSchema.parse({ key: slug, title }));
  return { ...slot, options: [...slot.options.map(named), ...further] };
}
