import { type apiDescription } from './description';

type Description = ReturnType<typeof apiDescription>;

/** A piece of what a type is called: words, or the name of a schema that is explained by itself. */
export type TypePiece = string | { readonly schema: string };

/** A field, a parameter, or a branch of a schema. */
export interface ReadField {
  /** empty for a value that has no name: a branch, or the whole */
  readonly name: string;
  readonly type: readonly TypePiece[];
  readonly isOptional: boolean;
  readonly description: string;
}

/** What can be asked, as people read it. */
export interface ReadOperation {
  readonly id: string;
  readonly method: string;
  readonly path: string;
  readonly summary: string;
  /** whether it is answered to whoever asks; else it takes a token */
  readonly isOpen: boolean;
  readonly parameters: readonly (ReadField & { readonly where: string })[];
  readonly body: readonly TypePiece[] | null;
  readonly answers: readonly {
    readonly status: string;
    readonly description: string;
    readonly type: readonly TypePiece[];
  }[];
}

/** The description of the API, as people read it. */
export interface ReadDescription {
  readonly title: string;
  readonly description: string;
  readonly operations: readonly ReadOperation[];
  readonly schemas: readonly { readonly name: string; readonly fields: readonly ReadField[] }[];
}

/** What is read of a JSON Schema. */
interface Schema {
  readonly $ref?: string;
  readonly type?: string | readonly string[];
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly description?: string;
  readonly items?: Schema;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly additionalProperties?: Schema | boolean;
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly allOf?: readonly Schema[];
  readonly pattern?: string;
  readonly format?: string;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly maxLength?: number;
  readonly maxItems?: number;
}

const joined = (all: readonly (readonly TypePiece[])[], between: string): TypePiece[] =>
  all.flatMap((pieces, place) => (place === 0 ? [...pieces] : [between, ...pieces]));

/** How a text of some form looks: shorter than the expression that it has to fit. */
const FORMS: Readonly<Record<string, string>> = {
  date: 'like 2027-03-31',
  'date-time': 'like 2027-03-31T09:30:00Z',
};

/** What bounds a value, in a few words: ` from 1`, ` to 64 signs`. */
function boundWords({ minimum, maximum, maxLength, pattern, format = '' }: Schema): string {
  const form = FORMS[format];
  const isEndless = (value: number | undefined) => value === undefined || Math.abs(value) >= Number.MAX_SAFE_INTEGER;
  return [
    ...(isEndless(minimum) ? [] : [`from ${minimum}`]),
    ...(isEndless(maximum) ? [] : [`to ${maximum}`]),
    ...(maxLength === undefined ? [] : [`of at most ${maxLength} signs`]),
    ...(form !== undefined ? [form] : pattern === undefined ? [] : [`like ${pattern}`]),
  ].join(' ');
}

/** A type within another: of several, so that it is seen where they end. */
function bracketed(schema: Schema): TypePiece[] {
  const pieces = typePieces(schema);
  const types = typeof schema.type === 'string' ? [] : (schema.type ?? []);
  const isSeveral = [...(schema.anyOf ?? []), ...(schema.oneOf ?? []), ...(schema.enum ?? []), ...types].length > 1;
  return isSeveral ? ['(', ...pieces, ')'] : pieces;
}

/** What a type is called. */
export function typePieces(schema: Schema): TypePiece[] {
  if (schema.$ref !== undefined) return [{ schema: schema.$ref.split('/').at(-1) ?? '' }];
  if ('const' in schema) return [JSON.stringify(schema.const)];
  if (schema.enum) return [schema.enum.map((value) => JSON.stringify(value)).join(' | ')];
  const branches = schema.anyOf ?? schema.oneOf;
  if (branches) return joined(branches.map(typePieces), ' | ');
  if (schema.allOf) return joined(schema.allOf.map(typePieces), ' and ');
  if (schema.type === 'array') return ['list of ', ...bracketed(schema.items ?? {})];
  if (schema.properties) {
    const fields = Object.entries(schema.properties).map(([name, inner]): TypePiece[] => [
      `${name}${schema.required?.includes(name) ? '' : '?'}: `,
      ...typePieces(inner),
    ]);
    return ['{ ', ...joined(fields, ', '), ' }'];
  }
  if (typeof schema.additionalProperties === 'object') return ['object of ', ...bracketed(schema.additionalProperties)];
  const types = typeof schema.type === 'string' ? [schema.type] : (schema.type ?? ['anything']);
  return [[types.join(' | '), boundWords(schema)].filter((words) => words !== '').join(' ')];
}

/** The fields of a schema; its branches, or itself, where it is no object with fields. */
function fieldsOf(schema: Schema): ReadField[] {
  const branches = schema.anyOf ?? schema.oneOf;
  if (branches)
    return branches.map((branch) => ({
      name: '',
      type: typePieces(branch),
      isOptional: false,
      description: branch.description ?? '',
    }));
  if (!schema.properties)
    return [{ name: '', type: typePieces(schema), isOptional: false, description: schema.description ?? '' }];
  return Object.entries(schema.properties).map(([name, inner]) => ({
    name,
    type: typePieces(inner),
    isOptional: !(schema.required ?? []).includes(name),
    description: inner.description ?? '',
  }));
}

interface Parameter {
  readonly name: string;
  readonly in: string;
  readonly required?: boolean;
  readonly description?: string;
  readonly schema?: Schema;
}

interface Content {
  readonly description?: string;
  readonly content?: Readonly<Record<string, { readonly schema?: Schema }>>;
}

interface Operation {
  readonly operationId?: string;
  readonly summary?: string;
  readonly security?: readonly object[];
  readonly parameters?: readonly Parameter[];
  readonly requestBody?: Content;
  readonly responses?: Readonly<Record<string, Content>>;
}

const typeOf = ({ content = {} }: Content): TypePiece[] => {
  const [first] = Object.values(content);
  return first?.schema ? typePieces(first.schema) : [];
};

function operationOf(method: string, path: string, operation: Operation): ReadOperation {
  return {
    id: operation.operationId ?? `${method} ${path}`,
    method: method.toUpperCase(),
    path,
    summary: operation.summary ?? '',
    isOpen: (operation.security ?? []).length === 0,
    parameters: (operation.parameters ?? []).map(({ name, in: where, required, description, schema = {} }) => ({
      name,
      where,
      type: typePieces(schema),
      isOptional: required !== true,
      description: description ?? schema.description ?? '',
    })),
    body: operation.requestBody ? typeOf(operation.requestBody) : null,
    answers: Object.entries(operation.responses ?? {}).map(([status, answer]) => ({
      status,
      description: answer.description ?? '',
      type: typeOf(answer),
    })),
  };
}

/** Brings the description of the API into the form that people read. */
export function readableDescription({ info, paths = {}, components = {} }: Description): ReadDescription {
  return {
    title: info.title,
    description: info.description ?? '',
    operations: Object.entries(paths).flatMap(([path, item]) =>
      Object.entries(item as Readonly<Record<string, Operation>>).map(([method, operation]) =>
        operationOf(method, path, operation),
      ),
    ),
    schemas: Object.entries((components.schemas ?? {}) as Readonly<Record<string, Schema>>)
      .map(([name, schema]) => ({ name, fields: fieldsOf(schema) }))
      .sort((one, other) => one.name.localeCompare(other.name, 'en')),
  };
}
