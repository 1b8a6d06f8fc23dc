import { SOME_DAY } from '../calendar';
import {
  type AnswerContext,
  type CatalogSurroundings,
  type Choice,
  hasOptions,
  isNote,
  isStocked,
  kindOf,
  NOBODY,
  type Report,
} from '../catalog';
import { type Path, type Problem } from '../problems';
import { type Unit } from '../quantity';
import { isBlank } from '../text';
import { compileEffects } from './effects';
import { ALL_OFFERED, shownChoice } from './offers';
import { type ChoiceProgram, type OptionProgram } from './program';
import { type Scope } from './scope';

// A default that depends on the day is checked as of this one: whether it can be read does not depend on it.
const ANY_DAY: AnswerContext = { today: SOME_DAY, files: () => undefined };

/** A choice, ready to be answered. @param soldByUnit the unit that the product is sold by; null for pieces */
export function compileChoice(choice: Choice, index: number, scope: Scope, soldByUnit: Unit | null): ChoiceProgram {
  const path: Path = ['choices', index];
  const { report, surroundings } = scope;
  const asks = !isNote(choice);
  if (isBlank(choice.title) && choice.kind !== 'paragraph' && choice.kind !== 'divider')
    report([...path, 'title'], { code: 'titleMissing', what: { kind: 'choice', position: index + 1 } });
  kindOf(choice).check(choice, path, report);
  checkGroups(choice.groups, [...path, 'groups'], scope);
  const reader = kindOf(choice).reader(choice, path);
  const effects = compileEffects(reader.effects, choice, scope, soldByUnit);
  const options = hasOptions(choice) ? choice.options : [];
  options.forEach((option, place) => checkGroups(option.groups, [...path, 'options', place, 'groups'], scope));
  const stocked = isStocked(choice);
  const optionPrograms = options.map(
    ({ key, title, groups, whenOut, leadDays, changesPicture, picture }): OptionProgram => {
      return {
        key,
        title,
        groups,
        whenOut,
        leadDays,
        picture: changesPicture ? picture : null,
        alone: [{ option: key, quantity: 1 }],
      };
    },
  );
  return {
    key: choice.key,
    title: choice.title,
    required: choice.required,
    stocked,
    reader,
    asks,
    groups: choice.groups,
    forWorkshop: choice.forWorkshop,
    defaultRefused: !defaultIsRight(choice, path, report) || isGone(choice, surroundings),
    effects,
    options: optionPrograms,
    offersVary:
      stocked || choice.kind === 'slot' || options.some(({ groups, draws }) => groups.length > 0 || draws.length > 0),
    allOffered: shownChoice({ key: choice.key, options: optionPrograms }, () => ALL_OFFERED),
  };
}

/** Whether a choice would take along what is not there: then it does not begin with it. */
const isGone = (choice: Choice, { products }: CatalogSurroundings) =>
  choice.kind === 'addOn' && choice.product !== '' && !products.has(choice.product);

function checkGroups(groups: readonly string[], path: Path, { surroundings, report }: Scope): void {
  for (const group of groups) {
    if (group !== NOBODY && !surroundings.shop.groups.some(({ key }) => key === group))
      report(path, { code: 'groupUnknown', key: group });
  }
}

/** A default that would be refused is a fault, and does not count. One that depends on the day is read on the day. */
function defaultIsRight(choice: Choice, path: Path, report: Report): boolean {
  const kind = kindOf(choice);
  const steady = kind.onAnyDay ? kind.onAnyDay(choice) : choice;
  const reader = steady && kind.reader(steady, path);
  const fallback = reader?.fallback(ANY_DAY) ?? null;
  if (!reader || fallback === null) return true;
  const problems: Problem[] = [];
  reader.read(fallback, problems, ANY_DAY);
  const [first] = problems;
  if (!first) return true;
  report([...path, 'default'], { code: 'defaultRefused', reason: first.data });
  return false;
}
