import { type Condition, DEEPEST_CONDITION } from '../conditions';
import { type Path } from '../problems';
import { compileTest, type ConditionScope, type Facts, type Holds, never } from './kinds-of-test';

/** A condition made ready: what it reads, and whether it holds. */
export interface ConditionProgram {
  /** positions of the choices it reads */
  readonly reads: ReadonlySet<number>;
  holds(facts: Facts): boolean;
}

/**
 * Several parts as one, all of them or any. Conditions are asked at every keystroke: pairs are what engines run
 * fastest.
 */
function together(parts: readonly Holds[], all: boolean): Holds {
  const [first, second, ...rest] = parts;
  if (!first) return () => all;
  if (!second) return first;
  const pair: Holds = all ? (facts) => first(facts) && second(facts) : (facts) => first(facts) || second(facts);
  return rest.length === 0 ? pair : together([pair, ...rest], all);
}

/** Checks a condition and makes it ready; what is wrong is reported and does not hold. */
export function compileCondition(condition: Condition | null, path: Path, scope: ConditionScope): ConditionProgram {
  const reads = new Set<number>();
  return { reads, holds: condition === null ? () => true : compile(condition, path, scope, reads, 0) };
}

function compile(condition: Condition, path: Path, scope: ConditionScope, reads: Set<number>, depth: number): Holds {
  if (depth > DEEPEST_CONDITION) {
    scope.report(path, { code: 'conditionTooDeep', most: DEEPEST_CONDITION });
    return never;
  }
  switch (condition.kind) {
    case 'all':
    case 'any':
    case 'none': {
      const parts = condition.of.map((part, index) => compile(part, [...path, 'of', index], scope, reads, depth + 1));
      if (parts.length === 0) scope.report(path, { code: 'conditionEmpty' });
      if (condition.kind === 'all') return together(parts, true);
      const any = together(parts, false);
      return condition.kind === 'any' ? any : (facts) => !any(facts);
    }
    default:
      return compileTest(condition, { path, scope, reads });
  }
}
