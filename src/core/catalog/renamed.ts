import { mapReferences, type Reference } from '../fields';
import { type Choice, choiceSchema } from './choices';
import { type Formula, formulaSchema } from './formulas';
import { type Rule, ruleSchema } from './rules';

/** What something is called elsewhere; what has no other name there keeps its own. */
type Name = (key: string) => string;

const same: Name = (key) => key;

const nameOf =
  (choice: Name, figure: Name, word: Name = same) =>
  ({ what, key, own, scope }: Reference): string => {
    // What is said of another product's choices is called there as it was.
    if (own || scope !== null) return key;
    return what === 'choice' ? choice(key) : what === 'formula' ? figure(key) : what === 'name' ? word(key) : key;
  };

/** A rule with other names for the choices and formulas that it names. */
export const renamedRule = (rule: Rule, choice: Name, figure: Name): Rule =>
  mapReferences(ruleSchema, rule, nameOf(choice, figure));

/** A choice with other names for the choices that it refers to. */
export const renamedChoice = (given: Choice, choice: Name): Choice =>
  mapReferences(choiceSchema, given, nameOf(choice, same));

/** A formula with other names for what it serves and, in its text, for what it names. */
export const renamedFormula = (formula: Formula, choice: Name, word: Name = same): Formula =>
  mapReferences(formulaSchema, formula, nameOf(choice, same, word));
