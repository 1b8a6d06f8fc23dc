import { type Choice, formulaName, hasOptions, isNote, isStocked, type Product, withCalled } from '../catalog';
import { type Program } from '../compile/program';
import { plainWords } from '../text';

/** A choice of a product's own that asks what a choice of one of its sheets asks. */
export interface AskedTwice {
  /** position of the product's own choice, in the assembled product */
  readonly index: number;
  readonly title: string;
  /** key of the sheet's choice, as it is called on the product */
  readonly other: string;
}

/** The choices that ask customers the same thing twice, as when a sheet copied from choices is placed beside them. */
export function askedTwice({ product: { choices } }: Pick<Program, 'product'>): AskedTwice[] {
  return choices.flatMap((own, index) => {
    if (isOfSheet(own) || isNote(own) || isBlankTitle(own)) return [];
    const other = choices.find((one) => isOfSheet(one) && asksTheSame(own, one));
    return other ? [{ index, title: own.title, other: other.key }] : [];
  });
}

/** An own choice has no point in its key. */
const isOfSheet = ({ key }: Choice): boolean => key.includes('.');
const isBlankTitle = ({ title }: Choice): boolean => plainWords(title) === '';

function asksTheSame(one: Choice, other: Choice): boolean {
  if (one.kind !== other.kind || plainWords(one.title) !== plainWords(other.title)) return false;
  if (!hasOptions(one) || !hasOptions(other)) return true;
  const titles = new Set(other.options.map(({ title }) => plainWords(title)));
  return one.options.some(({ title }) => titles.has(plainWords(title)));
}

/** Takes a choice of the product's own away, and lets what refers to it refer to that of the sheet. */
export function leaveToSheet(draft: Product, key: string, other: string): void {
  const choice = draft.choices.find((one) => one.key === key);
  if (!choice || isStocked(choice)) return;
  const left = { ...draft, choices: draft.choices.filter((one) => one !== choice) };
  const called = withCalled(left, ({ what, key: given, scope }) => {
    if (what === 'choice' && scope === null && given === key) return other;
    return what === 'name' && given === formulaName(key) ? formulaName(other) : given;
  });
  Object.assign(draft, called);
}
