import { type ChoiceProgram, type Program } from '../compile/program';
import { type Answer } from '../selection';
import { type SlotProgram } from '../compile/kit';
import { addOnAt } from './kits/add-ons';
import { type Entry } from './kits/entries';
import { type Reading } from './reading';
import { type CountedAnswer, type Detail, type Item, type PickedOption, type PictureView } from './resolution';

const NO_PICKS: readonly PickedOption[] = [];

function picksOf({ options }: ChoiceProgram, { picks }: Answer): readonly PickedOption[] {
  if (options.length === 0) return NO_PICKS;
  const [only] = picks;
  // Nearly always it is one of one option.
  if (only?.count === 1 && picks.length === 1) return options[only.effect]?.alone ?? NO_PICKS;
  return picks.map(({ effect, count }) => ({ option: options[effect]?.key ?? '', quantity: count }));
}

/** The answers that count, with defaults applied; not what the workshop alone sees. */
export function countedAnswers(
  program: Program,
  answers: readonly (Answer | null)[],
  defaulted: readonly boolean[],
): CountedAnswer[] {
  const counted: CountedAnswer[] = [];
  for (let index = 0; index < answers.length; index += 1) {
    const answer = answers[index];
    const choice = program.choices[index];
    if (!answer || !choice || choice.forWorkshop) continue;
    counted.push({
      choice: choice.key,
      title: choice.title,
      shown: answer.shown,
      value: answer.canonical,
      picks: picksOf(choice, answer),
      fromDefault: defaulted[index] ?? false,
      ...(answer.files && { files: answer.files }),
    });
  }
  return counted;
}

// Signs that part a key, brackets around the key of a part, and those that would end it in an address.
const KEY_SIGN = /[%&=?#()\s]/;
const KEY_SIGNS = /[%&=?#()\s]/g;
const escapeKeySign = (sign: string) => `%${sign.charCodeAt(0).toString(16).padStart(2, '0')}`;

const escaped = (text: string) => (KEY_SIGN.test(text) ? text.replace(KEY_SIGNS, escapeKeySign) : text);

const NO_POSITIONS: readonly number[] = [];

/** Which item it is: its key, SKU and details. */
export function itemOf(
  program: Program,
  { answers, variant, addOns, entries }: Reading,
  counted: readonly CountedAnswer[],
  forWorkshop: Item['forWorkshop'],
): Item {
  let key = program.slug;
  let separator = '?';
  for (const index of program.keyOrder) {
    const answer = answers[index];
    // What is in a slot is told apart by what it is, below.
    if (!answer || program.product.choices[index]?.kind === 'slot') continue;
    key += separator + (program.choices[index]?.key ?? '') + '=' + (answer.option ?? escaped(answer.canonical));
    separator = '&';
  }
  for (const index of program.kit?.keyOrder ?? NO_POSITIONS) {
    const component = program.kit?.components[index];
    const entry = component?.varies && entries.find((candidate) => candidate.component === component);
    if (!entry) continue;
    key += `${separator}${component.key}=${entry.count}*(${entry.resolution.item.key})`;
    separator = '&';
  }
  const filled = (program.kit?.slots ?? NO_SLOTS).map(({ component, keepsOrder }) => ({
    component,
    inside: insideOf(
      entries.filter((entry) => entry.component === component),
      keepsOrder,
    ),
  }));
  for (const { component, inside } of filled) {
    if (inside.length === 0) continue;
    key += `${separator}${component.key}=${inside.map(({ item, count }) => `${count}*(${item})`).join('+')}`;
    separator = '&';
  }
  let sku = variant?.sku ?? program.sku;
  for (const index of program.skuChoices) {
    const answer = answers[index];
    if (!answer || (variant && program.choices[index]?.stocked)) continue;
    for (const { effect, count } of answer.picks) {
      const part = program.choices[index]?.effects[effect]?.sku ?? addOnAt(addOns, index)?.resolution.item.sku;
      if (part) sku += program.skuSeparator + part + (count === 1 ? '' : `.${count}`);
    }
  }
  for (const { component, count, resolution } of entries) {
    if (component.inSku && !component.isSlot)
      sku += program.skuSeparator + resolution.item.sku + (count === 1 ? '' : `.${count}`);
  }
  for (const { sku: inside, count } of filled.flatMap((slot) => slot.inside))
    sku += program.skuSeparator + inside + (count === 1 ? '' : `.${count}`);
  return {
    key,
    sku,
    title: program.title,
    details: counted.map(({ title, shown }) => ({ label: title, value: shown })),
    forWorkshop,
  };
}

const NO_DETAILS: readonly Detail[] = [];

/**
 * What the workshop alone is to know: answers that defaults and rules have settled, and notes that are shown.
 *
 * @param isAsked whether a choice, by its position, counts for this selection
 */
export function workshopDetails(
  { choices, product }: Program,
  answers: readonly (Answer | null)[],
  isAsked: (index: number) => boolean,
): readonly Detail[] {
  let details: Detail[] | null = null;
  for (let index = 0; index < choices.length; index += 1) {
    const choice = choices[index];
    if (!choice?.forWorkshop || !isAsked(index)) continue;
    const definition = product.choices[index];
    const value = definition?.kind === 'paragraph' ? definition.text : answers[index]?.shown;
    if (value !== undefined) (details ??= []).push({ label: choice.title, value });
  }
  return details ?? NO_DETAILS;
}

const NO_SLOTS: readonly SlotProgram[] = [];

/**
 * What is in a slot, for the item's key and SKU: the same things together, in their order only where the slot keeps it.
 */
function insideOf(
  entries: readonly Entry[],
  keepsOrder: boolean,
): readonly { readonly item: string; readonly sku: string; readonly count: number }[] {
  const inside: { item: string; sku: string; count: number }[] = [];
  for (const { resolution, count } of entries) {
    const { key, sku } = resolution.item;
    const same = keepsOrder ? inside.at(-1)?.item === key && inside.at(-1) : inside.find(({ item }) => item === key);
    if (same) same.count += count;
    else inside.push({ item: key, sku, count });
  }
  return keepsOrder ? inside : inside.sort((a, b) => (a.item < b.item ? -1 : 1));
}

const NO_VIEWS: readonly PictureView[] = [];

/** The pictures of the item: the product's, or its variant's, or those of the last option that changes them. */
export function picturesOf(program: Program, { answers, variant, fired }: Reading): readonly PictureView[] {
  const [first] = program.product.pictures;
  let src = variant?.picture ?? first?.src ?? null;
  let alt = variant?.picture ? variant.title : (first?.alt ?? '');
  if (program.picturesVary) {
    answers.forEach((answer, index) => {
      for (const { effect } of answer?.picks ?? []) {
        const option = program.choices[index]?.options[effect];
        if (option?.picture) [src, alt] = [option.picture, `${program.title}, ${option.title}`];
      }
    });
  }
  if (src === null) return NO_VIEWS;
  const layers =
    program.rules && fired
      ? program.rules.itemEffects.flatMap(({ rule, effect }) =>
          effect.kind === 'picture' && fired(rule) ? [{ src: effect.src, alt: effect.alt }] : [],
        )
      : [];
  return [{ view: 'main', layers: [{ src, alt }, ...layers] }];
}
