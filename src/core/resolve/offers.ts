import { type Answer } from '../catalog';
import { Exact } from '../number';
import { type StockLevels } from '../stock';
import { type ChoiceProgram, type DrawProgram, type Program } from './program';
import { type ChoiceShown, type OptionOffer } from './resolution';

/**
 * Which options are offered, and why the others are not: a stocked option is offered when, with the other stocked
 * options already chosen, it leads to a variant that is kept and in stock.
 */
export function offersOf(program: Program, answers: readonly (Answer | null)[], levels: StockLevels | null): readonly ChoiceShown[] {
  return program.choices.map((choice, index) => {
    if (!choice.offersVary) return choice.allOffered;
    const position = program.stocked.indexOf(index);
    return shownChoice(choice, (option, effect) => {
      if (position >= 0) {
        const why = whyNoVariant(program, answers, levels, position, option);
        if (why) return why;
      }
      return (choice.effects[effect]?.draws ?? []).some((draw) => isOut(draw, levels)) ? 'outOfStock' : null;
    });
  });
}

/** A choice with what is offered of it. */
export function shownChoice(
  choice: Pick<ChoiceProgram, 'key' | 'optionKeys'>,
  whyNot: (option: string, effect: number) => OptionOffer['why'],
): ChoiceShown {
  return {
    choice: choice.key,
    shown: true,
    options: choice.optionKeys.map((option, effect) => {
      const why = whyNot(option, effect);
      return { option, offered: why === null, why };
    }),
  };
}

function whyNoVariant(
  program: Program,
  answers: readonly (Answer | null)[],
  levels: StockLevels | null,
  position: number,
  option: string,
): OptionOffer['why'] {
  let made = false;
  for (const variant of program.variants.values()) {
    if (variant.options[position] !== option) continue;
    const fits = program.stocked.every((choiceIndex, other) => {
      const chosen = answers[choiceIndex]?.option;
      return other === position || chosen === undefined || chosen === null || chosen === variant.options[other];
    });
    if (!fits) continue;
    made = true;
    if (!variant.draw || !isOut(variant.draw, levels)) return null;
  }
  return made ? 'outOfStock' : 'notMade';
}

function isOut({ stock, fixed }: DrawProgram, levels: StockLevels | null): boolean {
  if (!levels) return false;
  const available = levels(stock) ?? Exact.zero;
  return fixed ? available.isLess(fixed) : available.sign() <= 0;
}
