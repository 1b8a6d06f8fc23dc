import { LEFT_OUT } from '../../compile';
import { type Program, variantKey, type VariantProgram } from '../../compile/program';
import { problem, type Problem } from '../../problems';
import { type Answer, AT_ITEM } from '../../selection';

/**
 * The variant that the answers to the stocked choices make; leaving one out is an answer like any other where that may
 * be. Null while one is still to be answered, or where nothing is made of them.
 *
 * @param isAsked whether this customer is asked a choice at all, after groups and rules: what is not, is left out
 */
export function findVariant(
  program: Program,
  answers: readonly (Answer | null)[],
  isAsked: (index: number) => boolean,
  problems: Problem[],
): VariantProgram | null {
  if (program.stocked.length === 0) return null;
  const options: string[] = [];
  for (const index of program.stocked) {
    const option = answers[index]?.option ?? LEFT_OUT;
    if (option === LEFT_OUT && program.choices[index]?.required && isAsked(index)) return null;
    options.push(option);
  }
  const variant = program.variants.get(variantKey(options));
  if (variant?.onSale) return variant;
  const combination = program.stocked
    .map((index) => answers[index]?.shown ?? `without ${program.choices[index]?.title ?? ''}`)
    .join(' · ');
  if (variant) {
    problems.push(problem(AT_ITEM, { code: 'notOnSale', combination }));
    return variant;
  }
  problems.push(problem(AT_ITEM, { code: 'combinationNotMade', combination }));
  return null;
}
