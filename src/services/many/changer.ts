import {
  type CatalogSurroundings,
  type Choice,
  copyAlong,
  placementSchema,
  placementsOf,
  type Product,
} from '../../core/catalog';
import { compile } from '../../core/compile';
import { counted, insideNameOf } from '../../core/words';
import { Refusal } from '../refusal';
import { type BulkChange } from './bulk-change';
import {
  type Apply,
  mendStep,
  notCountedStep,
  optionsStep,
  pricesStep,
  quantityStep,
  shelfStep,
  swatchStep,
  textsStep,
  whenOutStep,
} from './bulk-steps';
import { withPartReplaced } from './replace-part';

/**
 * What a change of many is called, and what it makes of a draft.
 *
 * @param source the product that choices are copied from
 * @throws Refusal 422 where what it names is not there
 */
export function changer(
  change: BulkChange,
  surroundings: CatalogSurroundings,
  source: Product | undefined,
): { words: string; apply: Apply } {
  const { sheets: published, products: known } = surroundings;
  switch (change.kind) {
    case 'replacePart': {
      const to = known.get(change.to);
      if (!to || change.to === change.from)
        throw new Refusal(422, 'partUnknown', 'Choose a product of the shop that comes in the place of the other.');
      const assembled = compile(to, surroundings).product;
      return {
        words: `Replace ${known.get(change.from)?.title ?? change.from} by ${to.title}`,
        apply: (draft) =>
          draft.slug === to.slug
            ? { after: draft, does: 'is what comes in' }
            : withPartReplaced(draft, change.from, assembled),
      };
    }
    case 'placeSheet': {
      const sheet = published.get(change.sheet);
      if (!sheet) throw new Refusal(422, 'sheetUnknown', 'Publish the sheet before it is placed on products.');
      return {
        words: `Place the sheet ${sheet.title}`,
        apply(draft) {
          if (placementsOf(draft, published.values()).some(({ key }) => key === sheet.key))
            return { after: draft, does: 'has it already' };
          const others = draft.sheets.filter(({ key }) => key !== sheet.key);
          return {
            after: { ...draft, sheets: [...others, placementSchema.parse({ key: sheet.key })] },
            does: `gets ${counted(sheet.choices.length, 'choice')}`,
          };
        },
      };
    }
    case 'takeOffSheet': {
      const title = published.get(change.sheet)?.title ?? change.sheet;
      return {
        words: `Take off the sheet ${title}`,
        apply(draft) {
          const placement = placementsOf(draft, published.values()).find(({ key }) => key === change.sheet);
          if (!placement) return { after: draft, does: 'doesn’t have it' };
          const others = draft.sheets.filter(({ key }) => key !== change.sheet);
          const stays = placementsOf({ ...draft, sheets: others }, published.values()).some(
            ({ key }) => key === change.sheet,
          );
          // What a condition places is left out by saying so.
          const rest = stays
            ? [...others, placementSchema.parse({ ...placement, by: 'condition', leftOut: true })]
            : others;
          return { after: { ...draft, sheets: rest }, does: 'loses its choices' };
        },
      };
    }
    case 'prices':
      return pricesStep(change, surroundings.shop.currency);
    case 'shelf':
      return shelfStep(change);
    case 'quantity':
      return quantityStep(change);
    case 'notCounted':
      return notCountedStep(change);
    case 'whenOut':
      return whenOutStep(change);
    case 'texts':
      return textsStep(change);
    case 'options':
      return optionsStep(change, surroundings);
    case 'swatch':
      return swatchStep(change, surroundings);
    case 'mend':
      return mendStep(change, surroundings);
    case 'copyChoices': {
      const copied = change.choices.flatMap((key) => source?.choices.find((choice) => choice.key === key) ?? []);
      const names = copied.map(insideNameOf).join(', ');
      return {
        words: `Copy ${names} from ${source?.title ?? ''}`,
        apply: (draft) => (source ? withCopies(draft, source, copied, change.clash) : { after: draft, does: '' }),
      };
    }
  }
}

function withCopies(
  draft: Product,
  source: Product,
  copied: readonly Choice[],
  clash: 'keep' | 'replace',
): ReturnType<Apply> {
  const known = new Set(draft.choices.map(({ key }) => key));
  const added = copied.filter(({ key }) => !known.has(key));
  const replaced = clash === 'replace' ? copied.filter(({ key }) => known.has(key)) : [];
  const kept = copied.length - added.length - replaced.length;
  if (added.length + replaced.length === 0) return { after: draft, does: 'has them already, and keeps its own' };
  const choices = draft.choices.map(
    (choice) => structuredClone(replaced.find(({ key }) => key === choice.key)) ?? choice,
  );
  const parts = [
    added.length > 0 ? `gets ${added.map(insideNameOf).join(', ')}` : '',
    replaced.length > 0 ? `has ${replaced.map(insideNameOf).join(', ')} replaced` : '',
    kept > 0 ? `keeps ${counted(kept, 'choice')} of its own` : '',
  ];
  // What ties them together comes, too, as far as everything that it names does.
  const along = copyAlong(source, new Set([...added, ...replaced].map(({ key }) => key)), draft, true);
  const tied = along.formulas.length + along.rates.length + along.rules.length + along.tables.length;
  if (tied > 0) parts.push(`with ${counted(tied, 'rule or formula', 'rules and formulas')} that go with them`);
  if (along.left.length > 0)
    parts.push(`without ${counted(along.left.length, 'rule or formula', 'rules and formulas')} that need others, too`);
  const after: Product = {
    ...draft,
    choices: [...choices, ...added.map((choice) => structuredClone(choice))],
    formulas: [...draft.formulas, ...along.formulas],
    rates: [...draft.rates, ...along.rates],
    rules: [...draft.rules, ...along.rules],
    tables: [...draft.tables, ...along.tables],
  };
  return { after, does: parts.filter(Boolean).join(', ') };
}
