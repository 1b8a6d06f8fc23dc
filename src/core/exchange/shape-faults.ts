import { type z } from 'zod';
import { type Path } from '../problems';
import { closest } from '../text';

/** Something that has not the form it should have: where, and what would be right. */
export interface ShapeFault {
  readonly path: Path;
  readonly message: string;
}

type Issue = z.core.$ZodIssue;

/** Words for what a value is and what was wanted, where a hint helps more than the name of a type. */
function typeWords(expected: string, given: unknown): string {
  const is =
    given === null
      ? 'null'
      : Array.isArray(given)
        ? 'a list'
        : typeof given === 'object'
          ? 'an object'
          : given === undefined
            ? 'missing'
            : typeof given === 'boolean'
              ? String(given)
              : `a ${typeof given}`;
  if (expected === 'string' && typeof given === 'number')
    return `This must be text, and is a number: write it in quotes, "${String(given)}".`;
  if (expected === 'string' && typeof given === 'boolean')
    return `This must be text, and is ${is}: write it in quotes.`;
  if (expected === 'number' && typeof given === 'string')
    return Number.isFinite(Number(given)) && given.trim() !== ''
      ? `This must be a number, and is text: write it without quotes, ${given.trim()}.`
      : 'This must be a number, and is text.';
  const wanted: Readonly<Record<string, string>> = {
    string: 'text',
    number: 'a number',
    int: 'a whole number',
    boolean: 'true or false',
    array: 'a list in [ ]',
    object: 'an object in { }',
    record: 'an object in { }',
  };
  const right = wanted[expected] ?? expected;
  return given === undefined ? `This is missing: ${right}.` : `This must be ${right}, and is ${is}.`;
}

const quoted = (values: readonly unknown[]) => values.map((value) => JSON.stringify(value)).join(', ');

function at(root: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>(
    (value, step) =>
      typeof value === 'object' && value !== null ? (value as Readonly<Record<PropertyKey, unknown>>)[step] : undefined,
    root,
  );
}

/**
 * Of alternatives that a value is none of, the issues of the one that it comes closest to: the one whose faults lie
 * deepest.
 */
function nearestAlternative(alternatives: readonly (readonly Issue[])[]): readonly Issue[] {
  const depth = (issues: readonly Issue[]) => Math.max(0, ...issues.map(({ path }) => path.length));
  const wrongKind = (issues: readonly Issue[]) =>
    issues.some(({ code, path }) => path.length === 0 && code === 'invalid_type');
  return (
    [...alternatives].sort(
      (a, b) => Number(wrongKind(a)) - Number(wrongKind(b)) || depth(b) - depth(a) || a.length - b.length,
    )[0] ?? []
  );
}

const isStep = (step: PropertyKey): step is string | number => typeof step !== 'symbol';

/** Puts what a schema found wrong into words: each with its place and with what would be right. */
export function shapeFaults(
  issues: readonly Issue[],
  root: unknown,
  before: readonly PropertyKey[] = [],
): ShapeFault[] {
  return issues.flatMap((issue): ShapeFault[] => {
    const way = [...before, ...issue.path];
    const path = way.filter(isStep);
    const given = at(root, way);
    switch (issue.code) {
      case 'invalid_type':
        return [{ path, message: typeWords(issue.expected, given) }];
      case 'invalid_value':
        return [{ path, message: valueWords(issue.values, given) }];
      case 'unrecognized_keys':
        return issue.keys.map((key) => ({
          path: [...path, key],
          message: `Nothing is called “${key.slice(0, 60)}” here. Take it out, or look at how it is spelt.`,
        }));
      case 'invalid_union':
        if (issue.errors.length > 0) return shapeFaults(nearestAlternative(issue.errors), root, way);
        return [
          {
            path,
            message: kindWords(
              'options' in issue && Array.isArray(issue.options) ? issue.options.map(String) : [],
              given,
            ),
          },
        ];
      case 'too_big':
        return [{ path, message: MOST_WORDS[originOf(issue.origin)](issue.maximum) }];
      case 'too_small':
        return [
          {
            path,
            message: issue.message.startsWith('Too small')
              ? LEAST_WORDS[originOf(issue.origin)](issue.minimum)
              : issue.message,
          },
        ];
      default:
        return [{ path, message: issue.message }];
    }
  });
}

const originOf = (origin: string) => (origin === 'string' || origin === 'array' ? origin : 'other');

type Words = Readonly<Record<'string' | 'array' | 'other', (bound: number | bigint) => string>>;

const MOST_WORDS: Words = {
  string: (most) => `This can have at most ${most} characters.`,
  array: (most) => `This list can have at most ${most} entries.`,
  other: (most) => `This can be at most ${most}.`,
};

const LEAST_WORDS: Words = {
  string: (least) => `This must have at least ${least} characters.`,
  array: (least) => `This list must have at least ${least} entries.`,
  other: (least) => `This must be at least ${least}.`,
};

function valueWords(values: readonly unknown[], given: unknown): string {
  const wanted = values.length > 1 ? `one of ${quoted(values)}` : quoted(values);
  return `This must be ${wanted}${given === undefined ? '; it is missing' : `, not ${JSON.stringify(given)?.slice(0, 60)}`}.`;
}

/** @param kinds those that there are; empty where that is not known */
function kindWords(kinds: readonly string[], given: unknown): string {
  const meant = closest(typeof given === 'string' ? given : '', kinds);
  const said =
    given === undefined
      ? 'It is not said of what kind this is.'
      : `There is no such kind: ${JSON.stringify(given)?.slice(0, 60)}.`;
  return `${said}${meant === null ? '' : ` “${meant}” may be meant.`}${kinds.length > 0 ? ` It can be ${quoted(kinds)}.` : ''}`;
}
