import { dequal } from 'dequal';
import { z } from 'zod';
import { isRecord } from '../is-record';

/** Brings a value into the form that its schema writes: fields in their order, without what is usual. */
type Write = (value: unknown) => unknown;

const writes = new WeakMap<z.core.$ZodType, Write>();

const asItIs: Write = (value) => value;

/** How a value of a schema is written; worked out once per schema. */
function writeOf(schema: z.core.$ZodType): Write {
  const known = writes.get(schema);
  if (known) return known;
  const write = makeWrite(schema);
  writes.set(schema, write);
  return write;
}

function makeWrite(schema: z.core.$ZodType): Write {
  const { def } = (schema as z.core.$ZodTypes)._zod;
  switch (def.type) {
    case 'object':
      return fieldsWrite(def.shape);
    case 'array': {
      const element = writeOf(def.element);
      return (value) => (Array.isArray(value) ? value.map(element) : value);
    }
    case 'record': {
      const entry = writeOf(def.valueType);
      return (value) =>
        isRecord(value) ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, entry(inner)])) : value;
    }
    case 'union':
      return unionWrite(def);
    case 'nullable':
    case 'optional':
    case 'default': {
      const inner = writeOf(def.innerType);
      return (value) => (value === null || value === undefined ? value : inner(value));
    }
    default:
      return asItIs;
  }
}

/** What a field is where nothing is said; undefined where something must be. */
function usualOf(schema: z.core.$ZodType): unknown {
  const { def } = (schema as z.core.$ZodTypes)._zod;
  return def.type === 'default' ? def.defaultValue : undefined;
}

function fieldsWrite(shape: z.core.$ZodShape): Write {
  const fields = Object.entries(shape).map(([name, schema]) => ({
    name,
    write: writeOf(schema),
    usual: usualOf(schema),
  }));
  return (value) => {
    if (!isRecord(value)) return value;
    const written: Record<string, unknown> = {};
    for (const { name, write, usual } of fields) {
      const inner = value[name];
      if (inner !== undefined && !dequal(inner, usual)) written[name] = write(inner);
    }
    return written;
  };
}

function unionWrite(def: z.core.$ZodUnionDef | z.core.$ZodDiscriminatedUnionDef): Write {
  if ('discriminator' in def) {
    const { discriminator } = def;
    const byKind = new Map(
      def.options.flatMap((option) =>
        [...((option as z.core.$ZodObject)._zod.propValues?.[discriminator] ?? [])].map(
          (kind) => [kind, writeOf(option)] as const,
        ),
      ),
    );
    return (value) => {
      const write = isRecord(value) ? byKind.get(value[discriminator] as z.core.util.Primitive) : undefined;
      return write ? write(value) : value;
    };
  }
  const options = def.options.map((option) => ({ option, write: writeOf(option) }));
  return (value) => {
    const fitting = options.find(({ option }) => z.safeParse(option, value).success);
    return fitting ? fitting.write(value) : value;
  };
}

/**
 * A value as it is written into a file: its fields in the order of the schema, without those that say what holds where
 * nothing is said. Read by the schema again, it is the same value.
 */
export const withoutDefaults = <S extends z.ZodType>(schema: S, value: z.output<S>): z.input<S> =>
  writeOf(schema)(value) as z.input<S>;
