import { z } from 'zod';
import { type FieldMark, markOf, type Referred, type Scope } from './fields';
import { withNames } from './names';
import { outermost, type Trail } from './trail';
import { isRecord } from '../is-record';

/** A place of a definition where something is named, or says what it is itself called. */
export interface Reference {
  readonly what: Referred;
  readonly key: string;
  /** whether it is what the thing itself is called */
  readonly own: boolean;
  /** of an option, key of its choice; of a product in a slot, key of the slot */
  readonly choice: string | null;
  /** whose choice, option or part it is; null for the definition’s own */
  readonly scope: Scope;
  /** whether it is said in an answer: what is answered names only what is offered already */
  readonly answered: boolean;
  readonly trail: Trail;
}

/** One walk over a value. */
interface Visit {
  readonly called: (reference: Reference) => string;
  /** of what kind the choices of the whole are, by key; found out when it is first asked */
  kinds?: ReadonlyMap<string, string>;
}

/** Goes through a value. @returns the value, another one where anything in it is called otherwise */
type Walk = (value: unknown, trail: Trail | null, visit: Visit) => unknown;

const walks = new WeakMap<z.core.$ZodType, { walk: Walk | null }>();

/** How a value of a schema is walked; null where nothing in it names anything. Worked out once per schema. */
function walkOf(schema: z.core.$ZodType): Walk | null {
  const known = walks.get(schema);
  if (known) return known.walk;
  const walk = makeWalk(schema);
  walks.set(schema, { walk });
  return walk;
}

function makeWalk(schema: z.core.$ZodType): Walk | null {
  const mark = markOf(schema);
  if (mark) return markedWalk(mark);
  const { def } = (schema as z.core.$ZodTypes)._zod;
  switch (def.type) {
    case 'object':
      return fieldsWalk(def.shape);
    case 'array':
      return listWalk(walkOf(def.element));
    case 'record':
      return recordWalk(walkOf(def.keyType), walkOf(def.valueType));
    case 'union':
      return unionWalk(def);
    case 'nullable':
    case 'optional':
    case 'default': {
      const walk = walkOf(def.innerType);
      return (
        walk && ((value, trail, visit) => (value === null || value === undefined ? value : walk(value, trail, visit)))
      );
    }
    default:
      return null;
  }
}

function fieldsWalk(shape: z.core.$ZodShape): Walk | null {
  const fields = Object.entries(shape).flatMap(([name, schema]) => {
    const walk = walkOf(schema);
    return walk ? [{ name, walk }] : [];
  });
  if (fields.length === 0) return null;
  return (value, trail, visit) => {
    const holder = value as Readonly<Record<string, unknown>>;
    let after: Record<string, unknown> | undefined;
    for (const { name, walk } of fields) {
      const before = holder[name];
      if (before === undefined || before === null) continue;
      const now = walk(before, { holder, key: name, above: trail }, visit);
      if (now !== before) (after ??= { ...holder })[name] = now;
    }
    return after ?? value;
  };
}

function listWalk(element: Walk | null): Walk | null {
  if (!element) return null;
  return (value, trail, visit) => {
    const holder = value as readonly unknown[];
    let after: unknown[] | undefined;
    holder.forEach((before, key) => {
      const now = element(before, { holder, key, above: trail }, visit);
      if (now !== before) (after ??= [...holder])[key] = now;
    });
    return after ?? value;
  };
}

function recordWalk(keys: Walk | null, values: Walk | null): Walk | null {
  if (!keys && !values) return null;
  return (value, trail, visit) => {
    const holder = value as Readonly<Record<string, unknown>>;
    const at = (key: string): Trail => ({ holder, key, above: trail });
    return withEntries(
      holder,
      (key) => (keys ? (keys(key, at(key), visit) as string) : key),
      (before, key) => (values ? values(before, at(key), visit) : before),
    );
  };
}

/** A record with other keys and values; itself where all stay. */
function withEntries(
  holder: Readonly<Record<string, unknown>>,
  called: (key: string) => string,
  changed: (value: unknown, key: string) => unknown,
): unknown {
  let isChanged = false;
  const entries = Object.entries(holder).map(([key, before]) => {
    const [name, now] = [called(key), changed(before, key)];
    isChanged ||= name !== key || now !== before;
    return [name, now] as const;
  });
  return isChanged ? Object.fromEntries(entries) : holder;
}

function unionWalk(def: z.core.$ZodUnionDef | z.core.$ZodDiscriminatedUnionDef): Walk | null {
  const options = def.options.map((schema) => ({ schema, walk: walkOf(schema) }));
  if (options.every(({ walk }) => walk === null)) return null;
  if ('discriminator' in def) {
    const { discriminator } = def;
    const byKind = new Map(
      options.flatMap(({ schema, walk }) =>
        [...((schema as z.core.$ZodObject)._zod.propValues?.[discriminator] ?? [])].map(
          (kind) => [kind, walk] as const,
        ),
      ),
    );
    return (value, trail, visit) => {
      const walk = byKind.get((value as Record<string, z.core.util.Primitive>)[discriminator]);
      return walk ? walk(value, trail, visit) : value;
    };
  }
  return (value, trail, visit) => {
    const fitting = options.find(({ schema }) => z.safeParse(schema, value).success);
    return fitting?.walk ? fitting.walk(value, trail, visit) : value;
  };
}

function markedWalk(mark: FieldMark): Walk | null {
  switch (mark.kind) {
    case 'figure':
      return null;
    case 'text':
      return (value, trail, visit) =>
        typeof value === 'string' && value !== '' && trail
          ? visit.called(referenceIn(mark, value, trail, visit))
          : value;
    case 'formulaText':
      return (value, trail, visit) =>
        typeof value === 'string' && trail
          ? withNames(value, (key) =>
              visit.called({ what: 'name', key, own: false, choice: null, scope: null, answered: false, trail }),
            )
          : value;
    case 'answer':
      return (value, trail, visit) =>
        trail ? answerWalked(value, mark.choice(trail), mark.scope(trail), trail, visit) : value;
    case 'answers':
      return (value, trail, visit) => (trail ? answersWalked(value, mark.scope(trail), trail, visit) : value);
    case 'partAnswers':
      return (value, trail, visit) => (trail ? partsWalked(value, null, trail, visit) : value);
  }
}

function referenceIn(
  { what, own, choice, scope }: FieldMark & { kind: 'text' },
  key: string,
  trail: Trail,
  visit: Visit,
): Reference {
  const [of, whose] = [choice(trail), scope(trail)];
  // The candidates of a slot are options whose keys are the addresses of products.
  const isCandidate = what === 'option' && whose === null && of !== null && kindIn(trail, of, visit) === 'slot';
  return {
    what: isCandidate ? 'product' : what,
    key,
    own: own && !isCandidate,
    choice: of,
    scope: whose,
    answered: false,
    trail,
  };
}

/** Of what kind a choice is that the whole definition has by itself; undefined where it has none of that key. */
function kindIn(trail: Trail, key: string, visit: Visit): string | undefined {
  visit.kinds ??= kindsOf(outermost(trail));
  return visit.kinds.get(key);
}

/** The kinds of a definition's choices, or of the one choice that is walked by itself. */
function kindsOf(whole: unknown): ReadonlyMap<string, string> {
  const choices: unknown = isRecord(whole) && 'choices' in whole ? whole.choices : [whole];
  const known = Array.isArray(choices) ? (choices as readonly unknown[]).filter(isRecord) : [];
  // The first of a key has it, as wherever choices are looked for.
  return new Map(
    known
      .reverse()
      .flatMap(({ key, kind }) => (typeof key === 'string' && typeof kind === 'string' ? [[key, kind] as const] : [])),
  );
}

/** One answer: the key of an option or product, some of these, or a pick or entry with what is answered of it. */
function answerWalked(value: unknown, choice: string | null, scope: Scope, trail: Trail, visit: Visit): unknown {
  const kind = scope === null && choice !== null ? kindIn(trail, choice, visit) : undefined;
  const named = (key: string) =>
    visit.called({
      what: kind === 'slot' ? 'product' : 'option',
      key,
      own: false,
      choice,
      scope,
      answered: true,
      trail,
    });
  const one = (entry: unknown): unknown => {
    if (typeof entry === 'string') return named(entry);
    if (!isRecord(entry)) return entry;
    return withFields(entry, {
      ...(typeof entry.option === 'string' && { option: named(entry.option) }),
      ...(typeof entry.product === 'string' && {
        product: named(entry.product),
        ...ofWithin(entry, entry.product, trail, visit),
      }),
    });
  };
  if (!Array.isArray(value)) return one(value);
  const entries = (value as readonly unknown[]).map(one);
  return entries.some((entry, position) => entry !== value[position]) ? entries : value;
}

/** What is answered of a product within another. */
function ofWithin(
  selection: Readonly<Record<string, unknown>>,
  product: string,
  trail: Trail,
  visit: Visit,
): Record<string, unknown> {
  const scope = { product };
  return {
    ...(isRecord(selection.answers) && { answers: answersWalked(selection.answers, scope, trail, visit) }),
    ...(isRecord(selection.parts) && { parts: partsWalked(selection.parts, scope, trail, visit) }),
  };
}

function answersWalked(value: unknown, scope: Scope, trail: Trail, visit: Visit): unknown {
  const called = (key: string) =>
    visit.called({ what: 'choice', key, own: false, choice: null, scope, answered: true, trail });
  return isRecord(value)
    ? withEntries(value, called, (answer, choice) => answerWalked(answer, choice, scope, trail, visit))
    : value;
}

function partsWalked(value: unknown, scope: Scope, trail: Trail, visit: Visit): unknown {
  const called = (key: string) =>
    visit.called({ what: 'part', key, own: false, choice: null, scope, answered: true, trail });
  return isRecord(value)
    ? withEntries(value, called, (selection, part) =>
        isRecord(selection) ? partWalked(selection, part, scope, trail, visit) : selection,
      )
    : value;
}

function partWalked(
  selection: Readonly<Record<string, unknown>>,
  part: string,
  scope: Scope,
  trail: Trail,
  visit: Visit,
): unknown {
  const taken =
    typeof selection.product === 'string' ? selection.product : scope === null ? usualOf(trail, part) : null;
  return withFields(selection, {
    ...(typeof selection.product === 'string' && {
      product: visit.called({
        what: 'product',
        key: selection.product,
        own: false,
        choice: null,
        scope,
        answered: true,
        trail,
      }),
    }),
    // Of what product it is may be known only elsewhere: then nothing of it is taken for something of this one.
    ...ofWithin(selection, taken ?? '', trail, visit),
  });
}

/** The product that a part of the whole definition usually is. */
function usualOf(trail: Trail, key: string): string | null {
  const whole = outermost(trail);
  const parts: unknown = isRecord(whole) ? whole.parts : null;
  const part: unknown = Array.isArray(parts)
    ? (parts as readonly unknown[]).find((one) => isRecord(one) && one.key === key)
    : null;
  const candidates: unknown = isRecord(part) ? part.candidates : null;
  const first: unknown = Array.isArray(candidates) ? candidates[0] : null;
  return isRecord(first) && typeof first.product === 'string' ? first.product : null;
}

function withFields(holder: Readonly<Record<string, unknown>>, fields: Readonly<Record<string, unknown>>): unknown {
  return Object.entries(fields).some(([name, now]) => holder[name] !== now) ? { ...holder, ...fields } : holder;
}

/** Looks at every place of a value where something is named. */
export function visitReferences(schema: z.ZodType, value: unknown, look: (reference: Reference) => void): void {
  mapReferences(schema, value, (reference) => {
    look(reference);
    return reference.key;
  });
}

/**
 * A value in which things are called otherwise.
 *
 * @param called what is to stand in the place of a key; the key itself where it stays
 * @returns the value itself where nothing is called otherwise; what stays the same is shared with it
 */
export function mapReferences<V>(schema: z.ZodType, value: V, called: (reference: Reference) => string): V {
  const walk = walkOf(schema);
  return walk ? (walk(value, null, { called }) as V) : value;
}
