import { formulaInputsOf } from '../../compile';
import { NEVER } from '../../constraints';
import { coversUsual } from '../../pricing';
import { asksQuantity } from './depends-on';
import { allCounts, countsOf } from './in-number';
import { forGroups, type Making } from './making';
import { type ModelledPart } from './model';
import { usuallyIn } from './usually';
import { askedOfPlace, isLoose, type Look, waysIn, type WayIn } from './ways-in';

/** The parts of a kit, each in every product that it can be, in every number, at the least and at the most it costs. */
export function modelledParts(within: Making, look: Look): ModelledPart[] {
  const { program, today, space, groups } = within;
  return (program.kit?.components ?? []).map((component): ModelledPart => {
    const asked = askedOfPlace(program, component, null);
    const isEach = allCounts(component.quantity) !== null;
    const found = component.candidates
      .filter((candidate) => candidate.program.blocking.length === 0)
      .flatMap((candidate) =>
        countsOf(component.quantity).flatMap((count) =>
          waysIn(candidate, { component, count, most: 1, asksPrice: asked.price }, { today, groups, asked, look }),
        ),
      );
    const ways: readonly (WayIn | null)[] = component.optional || found.length === 0 ? [null, ...found] : found;
    const variable = space.helper(ways.length);
    if (found.length === 0 && !component.optional) space.require(NEVER);
    forGroups(within, variable, ways);
    const isCounted = program.formulas.some((_, place) => formulaInputsOf(program, place).parts.has(component.key));
    return {
      component,
      variable,
      ways,
      isLoose: isLoose(found, asked) || (!isEach && isCounted),
      isPriced:
        found.every(({ isPriced }) => isPriced) &&
        (isEach || !component.candidates.some((candidate) => asksQuantity(candidate.program))),
    };
  });
}

/** A kit whose own price is for what usually comes has none for those who can't have that. */
export function constrainUsual({ program, today, space, group, groups }: Making): void {
  const { kit } = program;
  if (!kit || !coversUsual(kit.terms)) return;
  const isPriced = groups.map((who) => ![...usuallyIn(program, today, who).values()].includes(null));
  space.require(space.is(group, (value) => isPriced[value] ?? true));
}
