import { z } from 'zod';
import { type FieldMark, markOf, type Trail } from '@/core/fields';
import { type Random } from '../support/generated-products';

type Schema = z.core.$ZodType;
type Holder = Record<string, unknown>;

const defOf = (schema: Schema) => (schema as z.core.$ZodTypes)._zod.def;

/** A field of an object somewhere in a definition. */
export interface Spot {
  /** what stands in several places by its own name, else by where it stands: `option.amount`, `product.choices.min` */
  readonly name: string;
  readonly holder: Holder;
  readonly key: string;
  readonly schema: Schema;
  readonly trail: Trail;
}

/** All that is named somewhere, by what it is; options by the key of their choice. */
export interface Keys {
  of(what: string): readonly string[];
  optionsOf(choice: string): readonly string[];
}

/**
 * All fields of a definition, as its schema has them: those that are there and those that are not.
 * A field that is added to a schema is among them without anybody thinking of it.
 */
export function spotsOf(schema: Schema, value: unknown, name: string, above: Trail | null = null): Spot[] {
  if (value === null || value === undefined) return [];
  const def = defOf(schema);
  switch (def.type) {
    case 'default':
    case 'nullable':
    case 'optional':
      return spotsOf(def.innerType, value, name, above);
    case 'pipe':
      return spotsOf(def.in, value, name, above);
    case 'array':
      return Array.isArray(value)
        ? value.flatMap((one, key) => spotsOf(def.element, one, name, { holder: value, key, above }))
        : [];
    case 'record':
      return Object.entries(value as Holder).flatMap(([key, one]) =>
        spotsOf(def.valueType, one, name, { holder: value as Holder, key, above }),
      );
    case 'union': {
      const member = def.options.find((option) => isOfKind(option, value));
      return member ? spotsOf(member, value, name, above) : [];
    }
    case 'object': {
      const holder = value as Holder;
      return Object.entries(def.shape).flatMap(([key, field]) => {
        const trail: Trail = { holder, key, above };
        const spot: Spot = { name: `${calledBy(schema, name)}.${key}`, holder, key, schema: field, trail };
        return [spot, ...spotsOf(field, holder[key], spot.name, trail)];
      });
    }
    default:
      return [];
  }
}

/** The names of all fields of a schema, whatever is there; what nests in itself once. */
export function fieldsOf(schema: Schema, name: string, within: readonly Schema[] = []): string[] {
  if (within.includes(schema)) return [];
  const inside = [...within, schema];
  const def = defOf(schema);
  switch (def.type) {
    case 'default':
    case 'nullable':
    case 'optional':
      return fieldsOf(def.innerType, name, inside);
    case 'pipe':
      return fieldsOf(def.in, name, inside);
    case 'array':
      return fieldsOf(def.element, name, inside);
    case 'record':
      return fieldsOf(def.valueType, name, inside);
    case 'lazy':
      return fieldsOf(def.getter(), name, inside);
    case 'union':
      return def.options.flatMap((option) => {
        return literalKind(option) === null ? [] : fieldsOf(option, name, inside);
      });
    case 'object':
      return Object.entries(def.shape).flatMap(([key, field]) => {
        const own = `${calledBy(schema, name)}.${key}`;
        return [own, ...fieldsOf(field, own, inside)];
      });
    default:
      return [];
  }
}

/** What stands in several places has a name of its own. */
const calledBy = (schema: Schema, name: string): string => z.globalRegistry.get(schema)?.id ?? name;

const kindOf = (value: unknown): string =>
  typeof value === 'object' && value !== null && 'kind' in value ? String(value.kind) : typeof value;

function literalKind(schema: Schema): string | null {
  const def = defOf(schema);
  if (def.type !== 'object') return null;
  const kind = def.shape.kind && defOf(def.shape.kind);
  return kind?.type === 'literal' ? String(kind.values[0]) : null;
}

const isOfKind = (schema: Schema, value: unknown): boolean => literalKind(schema) === kindOf(value);

const DECIMALS = ['0', '1', '2', '3.5', '10', '20', '-1.5', '0.01'];
const UNITS = ['m', 'mm', '1', 'kg', 'EUR'];
const TEXTS = ['x', 'y', 'Oak', 'A'];
const FORMULAS = ['quantity × 1 EUR', '2', 'quantity', '1 m', '3 EUR', 'quantity / 2'];
const DEEPEST = 6;

/** Makes values that a schema allows, of what there is to be named. */
export class MakeBySchema {
  constructor(
    private readonly random: Random,
    private readonly keys: Keys,
  ) {}

  value(schema: Schema, trail: Trail, depth = 0): unknown {
    const mark = markOf(schema);
    const def = defOf(schema);
    if (mark && def.type !== 'default' && def.type !== 'nullable' && def.type !== 'optional')
      return this.marked(mark, trail);
    switch (def.type) {
      case 'default':
      case 'optional':
        return this.value(def.innerType, trail, depth);
      case 'nullable':
        return this.random.below(4) === 0 ? null : this.value(def.innerType, trail, depth);
      case 'pipe':
        return this.value(def.in, trail, depth);
      case 'lazy':
        return this.value(def.getter(), trail, depth + 1);
      case 'boolean':
        return this.random.below(2) === 0;
      case 'literal':
        return def.values[0];
      case 'enum':
        return this.random.of(Object.values(def.entries));
      case 'number':
        return this.random.below(4);
      case 'string':
        return this.text(schema);
      case 'union':
        return this.value(this.random.of(def.options), trail, depth + 1);
      case 'array': {
        const holder: unknown[] = [];
        const count = depth > DEEPEST ? 0 : this.random.below(3);
        for (let key = 0; key < count; key += 1)
          holder.push(this.value(def.element, { holder, key, above: trail }, depth + 1));
        return holder;
      }
      case 'record': {
        const holder: Holder = {};
        const key = String(this.value(def.keyType, { holder, key: '', above: trail }, depth + 1));
        if (this.random.below(3) > 0) holder[key] = this.value(def.valueType, { holder, key, above: trail }, depth + 1);
        return holder;
      }
      case 'object': {
        const holder: Holder = {};
        for (const [key, field] of Object.entries(def.shape)) {
          const { type } = defOf(field);
          // What may be left out mostly is.
          if ((type === 'default' || type === 'optional') && this.random.below(4) > 0) continue;
          holder[key] = this.value(field, { holder, key, above: trail }, depth + 1);
        }
        return holder;
      }
      default:
        return null;
    }
  }

  /** A decimal, a day, or just something, as far as its pattern says so. */
  private text(schema: Schema): string {
    const parses = (given: string) => (schema as z.ZodString).safeParse(given).success;
    const wanted = [...DECIMALS, ...TEXTS, '2026-12-01', '#aa3300', 'DE'].filter(parses);
    return wanted.length > 0 ? this.random.of(wanted) : 'x';
  }

  private marked(mark: FieldMark, trail: Trail): unknown {
    switch (mark.kind) {
      case 'figure':
        return this.random.of(DECIMALS);
      case 'formulaText':
        return this.random.of(FORMULAS);
      case 'answer':
        return this.optionOf(mark.choice(trail));
      case 'answers': {
        const choice = this.one('choice');
        return choice === null ? {} : { [choice]: this.optionOf(choice) };
      }
      case 'partAnswers':
        return {};
      case 'text':
        if (mark.own) return `n${this.random.below(1_000_000)}`;
        if (mark.what === 'unit') return this.random.of(UNITS);
        if (mark.what === 'option') return this.optionOf(mark.choice(trail));
        return this.one(mark.what) ?? 'none';
    }
  }

  private one(what: string): string | null {
    const keys = this.keys.of(what);
    return keys.length > 0 ? this.random.of(keys) : null;
  }

  private optionOf(choice: string | null): string {
    const options = this.keys.optionsOf(choice ?? this.one('choice') ?? '');
    return options.length > 0 ? this.random.of(options) : 'x';
  }
}
