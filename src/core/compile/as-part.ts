import { SOME_DAY } from '../calendar';
import { hasOptions, NOBODY, type PartCandidate, type Report } from '../catalog';
import { ANY_QUANTITY, orderable } from '../ordering';
import { faultAt, type Problem } from '../problems';
import { closest } from '../text';
import { programWith } from './derived';
import { type ChoiceProgram, type Program } from './program';
import { inNumbers } from './quantities';

/** In a kit, the kit says how many: a product's own least, most and multiple don't hold there. */
const ANY_NUMBER = inNumbers(orderable(ANY_QUANTITY));

/**
 * A product as a part of another: with some choices answered beforehand, some options withheld, and in any number.
 *
 * @param usual how many come unless somebody says otherwise
 */
export function programAsPart(
  program: Program,
  { fixed, narrowed }: PartCandidate,
  usual: number,
  report: Report,
): Program {
  const named = (key: string) => program.choices[program.indexOf.get(key) ?? -1];
  const known = [...program.indexOf.keys()];
  for (const [place, given] of [
    ['fixed', fixed],
    ['narrowed', narrowed],
  ] as const) {
    for (const key of Object.keys(given))
      if (!named(key))
        report([place, key], {
          code: 'partChoiceUnknown',
          product: program.title,
          key: key.slice(0, 60),
          meant: closest(key, known),
        });
  }
  const refused = Object.entries(fixed).flatMap(([key, raw]) => {
    const problems: Problem[] = [];
    const choice = named(key);
    if (choice && raw !== null) choice.reader.read(raw, problems, { today: SOME_DAY, files: () => undefined });
    const [first] = problems;
    return choice && first
      ? [faultAt(['fixed', key], { code: 'partAnswerRefused', product: program.title, reason: first.data })]
      : [];
  });
  for (const { path, data } of refused) report(path, data);
  const choices = program.choices.map((choice, index): ChoiceProgram => {
    const only = Object.hasOwn(narrowed, choice.key) ? narrowed[choice.key] : undefined;
    const definition = program.product.choices[index];
    if (!only || !definition || !hasOptions(definition)) return choice;
    const missing = only.find((key) => !choice.options.some((option) => option.key === key));
    if (missing !== undefined)
      report(['narrowed', choice.key], { code: 'unknownReference', what: 'option', given: missing });
    if (!choice.options.some(({ key }) => only.includes(key)))
      report(['narrowed', choice.key], { code: 'partNothingOffered', title: choice.title, product: program.title });
    return {
      ...choice,
      offersVary: true,
      options: choice.options.map((option) => (only.includes(option.key) ? option : { ...option, groups: [NOBODY] })),
    };
  });
  return programWith(program, {
    choices,
    fixed,
    quantities: ANY_NUMBER,
    defaultQuantity: usual,
    blocking: refused.length === 0 ? program.blocking : [...program.blocking, ...refused],
  });
}
