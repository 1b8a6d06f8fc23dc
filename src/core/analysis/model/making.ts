import { type Program } from '../../compile';
import { anyOf, type Space } from '../../constraints';
import { type WayIn } from './ways-in';

/** A model that is being made: of what, and for whom: the variable of the group, and the groups by its values. */
export interface Making {
  readonly program: Program;
  readonly today: string;
  readonly space: Space;
  readonly group: number;
  readonly groups: readonly (string | null)[];
}

/** What can stand somewhere for one group alone stands there for nobody else. */
export function forGroups({ space, group, groups }: Making, variable: number, ways: readonly (WayIn | null)[]): void {
  groups.forEach((_, position) => {
    if (ways.some((way) => way && way.group !== null && way.group !== position))
      space.require(
        anyOf(
          space.is(group, (value) => value !== position),
          space.is(variable, (value) => (ways[value]?.group ?? position) === position),
        ),
      );
  });
}
