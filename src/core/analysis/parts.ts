import { type ComponentProgram, type Program } from '../compile';
import { NEVER, type Space } from '../constraints';
import { coversUsual } from '../pricing';
import { asksQuantity } from './depends-on';
import { allCounts } from './in-number';
import { usuallyIn } from './usually';
import { type ForGroups, forGroups } from './slots';
import { askedOfPlace, isLoose, type Look, waysIn, type WayIn } from './ways-in';

/** A part of a kit as the analysis sees it: a variable whose values are the ways in which it can come. */
export interface ModelledPart {
  readonly component: ComponentProgram;
  readonly variable: number;
  /** by value; null for leaving it out */
  readonly ways: readonly (WayIn | null)[];
  /** whether formulas can't be told what they ask of it */
  readonly isLoose: boolean;
  /** whether nothing costs less than its ways, or more */
  readonly isPriced: boolean;
}

/** The parts of a kit, each in every product that it can be, in every number, at the least and at the most it costs. */
export function modelledParts(
  {
    program,
    today,
    space,
    group,
    groups,
  }: { readonly program: Program; readonly today: string; readonly space: Space } & ForGroups,
  look: Look,
): ModelledPart[] {
  return (program.kit?.components ?? []).map((component): ModelledPart => {
    const asked = askedOfPlace(program, component, ({ part }) => part === component.key);
    const { least, most, usual } = component.quantity;
    const all = allCounts(component.quantity);
    const counts = all ?? [...new Set([least, usual, most])].sort((one, other) => one - other);
    const found = component.candidates
      .filter((candidate) => candidate.program.blocking.length === 0)
      .flatMap((candidate) =>
        counts.flatMap((count) =>
          waysIn(candidate, { component, count, most: 1, asksPrice: asked.price }, { today, groups, asked, look }),
        ),
      );
    const ways: readonly (WayIn | null)[] = component.optional || found.length === 0 ? [null, ...found] : found;
    const variable = space.helper(ways.length);
    if (found.length === 0 && !component.optional) space.require(NEVER);
    forGroups({ space, group, groups }, variable, ways);
    const isCounted = program.formulas.some(({ inputs, compiled }) =>
      inputs.some(({ part, name }) => part === component.key && compiled.uses.has(name)),
    );
    return {
      component,
      variable,
      ways,
      isLoose: isLoose(found, asked) || (all === null && isCounted),
      isPriced:
        found.every(({ isPriced }) => isPriced) &&
        (all !== null || !component.candidates.some((candidate) => asksQuantity(candidate.program))),
    };
  });
}

/** A kit whose own price is for what usually comes has none for those who can't have that. */
export function constrainUsual({
  program,
  today,
  space,
  group,
  groups,
}: { readonly program: Program; readonly today: string; readonly space: Space } & ForGroups): void {
  const { kit } = program;
  if (!kit || !coversUsual(kit.terms)) return;
  const isPriced = groups.map((who) => ![...usuallyIn(program, today, who).values()].includes(null));
  space.require(space.is(group, (value) => isPriced[value] ?? true));
}
