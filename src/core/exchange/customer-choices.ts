import { type CatalogSurroundings, type Choice, hasOptions, kindOf, type Option, withCandidates } from '../catalog';
import { type SlotChoice, toldChoice, UNSEEN, unseenOption } from '../catalog/choices';
import { isSeenBy } from '../run';
import { OTHERS, told, type View } from './view';

/** Keys of the options of a choice that a customer doesn't see. */
export function unseenOptions(choice: Choice, { group }: View): string[] {
  return hasOptions(choice) ? choice.options.flatMap(({ key, groups }) => (isSeenBy(groups, group) ? [] : [key])) : [];
}

/** A choice as this customer may know it: what they don't see keeps its place and nothing else. */
export function choiceFor(whole: Choice, view: View, own: string, products: CatalogSurroundings['products']): Choice {
  // Why a product is a candidate is the catalog manager’s business: here it is listed.
  const choice = toldChoice(
    whole.kind === 'slot' ? { ...withCandidates(whole, own, products), settled: seenOnly(whole, view) } : whole,
  );
  const seen = isSeenBy(choice.groups, view.group);
  if (seen && choice.forWorkshop) return unnamed(choice);
  const common = { insideName: '', groups: seen ? [] : [OTHERS.key] };
  if (!seen) return hidden(choice);
  if (!hasOptions(choice)) return { ...choice, ...common };
  return {
    ...choice,
    ...common,
    options: choice.options.map((option) =>
      isSeenBy(option.groups, view.group) ? { ...option, groups: [] } : unseenOption(option, OTHERS.key),
    ),
  };
}

/** What is settled of the candidates that this customer sees. */
function seenOnly(slot: SlotChoice, view: View): SlotChoice['settled'] {
  const unseen = new Set(unseenOptions(slot, view));
  return Object.fromEntries(Object.entries(slot.settled).filter(([slug]) => !unseen.has(slug)));
}

function hidden(choice: Choice): Choice {
  const { key, titleShown, width, fold } = choice;
  const blank = { title: UNSEEN, help: null, insideName: '', groups: [OTHERS.key] };
  const unseen = kindOf(choice).unseen(choice, OTHERS.key);
  return 'heading' in unseen
    ? {
        kind: 'heading',
        holds: choice.kind === 'heading' && choice.holds,
        columns: null,
        key,
        titleShown,
        width,
        fold,
        forWorkshop: false,
        helpShown: 'always',
        required: false,
        ...blank,
      }
    : { ...unseen, ...blank };
}

/**
 * A choice for the workshop alone: what it does stays, because a selection comes to the same by it; what it is called
 * goes.
 */
function unnamed(choice: Choice): Choice {
  const blank = { title: UNSEEN, help: null, insideName: '', groups: [] };
  if (choice.kind === 'paragraph') return { ...hidden(choice), groups: [] };
  return hasOptions(choice)
    ? { ...choice, ...blank, options: choice.options.map((option) => unnamedOption(option)) }
    : { ...choice, ...blank };
}

function unnamedOption(option: Option): Option {
  // A picture that takes the place of the product’s is seen by everybody; any other is of the option.
  return {
    ...unseenOption(option, OTHERS.key),
    ...told(option, ['sku', 'weight', 'draws', 'changesPicture', 'quantity', 'whenOut', 'notCounted', 'leadDays']),
    groups: [],
    picture: option.changesPicture ? option.picture : null,
  };
}
