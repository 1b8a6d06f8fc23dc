import { type Budget, type Solver } from '../../constraints';
import { allCounts } from '../model/in-number';
import { type Model } from '../model/model';
import { wayName } from './way-name';

/** What parts can’t be: by their keys, as {@link wayName} has it. */
export type GoneInParts = ReadonlyMap<string, ReadonlySet<string>>;

/** Which products, in which numbers, no solution under what is left to the variables has as a part. */
export function goneInParts({ parts, space }: Model, solver: Solver, budget: Budget): GoneInParts {
  const wanted: number[][] = space.sizes.map(() => []);
  const alive = new Map<number, Set<string>>();
  for (const { variable, ways } of parts) {
    alive.set(variable, new Set());
    ways.forEach((way, value) => way && wanted[variable]?.push(value));
  }
  solver.possible(budget, wanted, (variable, value, can) => {
    const way = parts.find((part) => part.variable === variable)?.ways[value];
    if (way && can) alive.get(variable)?.add(wayName(way.candidate, way.count));
  });
  return new Map(
    parts.flatMap(({ component, variable, ways }): [string, ReadonlySet<string>][] => {
      const looked = new Set(allCounts(component.quantity) ?? ways.flatMap((way) => (way ? [way.count] : [])));
      const names = component.candidates.flatMap((candidate) => [...looked].map((count) => wayName(candidate, count)));
      const gone = new Set(names.filter((name) => !alive.get(variable)?.has(name)));
      return gone.size > 0 ? [[component.key, gone]] : [];
    }),
  );
}
