import { createAdapterFactory, type CustomAdapter } from 'better-auth/adapters';
import { and, asc, desc, eq, getTableColumns, gt, gte, inArray, lt, lte, ne, or, type SQL, sql } from 'drizzle-orm';
import { type SQLiteColumn, type SQLiteTable } from 'drizzle-orm/sqlite-core';
import { type Database } from '../../data/database';
import { credentials, people, secondFactors, sessions, verifications } from '../../data/schema';

/** The tables of what the library for signing in keeps, by its own words for them. */
const TABLES: Readonly<Record<string, SQLiteTable>> = {
  user: people,
  session: sessions,
  account: credentials,
  verification: verifications,
  twoFactor: secondFactors,
};

type Wheres = NonNullable<Parameters<CustomAdapter['count']>[0]['where']>;
type Row = Record<string, unknown>;

function tableOf(model: string): SQLiteTable {
  const table = TABLES[model];
  if (!table) throw new Error(`there is no table for “${model}”`);
  return table;
}

function columnOf(table: SQLiteTable, field: string): SQLiteColumn {
  const column = getTableColumns(table)[field];
  if (!column) throw new Error(`there is no column for “${field}”`);
  return column;
}

function conditionOf(table: SQLiteTable, { field, operator, value }: Wheres[number]): SQL | undefined {
  const column = columnOf(table, field);
  if (value === null) return operator === 'ne' ? sql`${column} is not null` : sql`${column} is null`;
  switch (operator) {
    case 'eq':
      return eq(column, value);
    case 'ne':
      return ne(column, value);
    case 'lt':
      return lt(column, value);
    case 'lte':
      return lte(column, value);
    case 'gt':
      return gt(column, value);
    case 'gte':
      return gte(column, value);
    case 'in':
      return inArray(column, Array.isArray(value) ? [...value] : [value]);
    default:
      throw new Error(`“${operator}” is not asked of what signs in`);
  }
}

function whereOf(table: SQLiteTable, wheres: Wheres = []): SQL | undefined {
  const of = (connector: 'AND' | 'OR') =>
    wheres.filter((where) => where.connector === connector).map((where) => conditionOf(table, where));
  const either = of('OR');
  return and(...of('AND'), ...(either.length > 0 ? [or(...either)] : []));
}

/** The first of the rows that are meant, as what names one alone. */
const firstOf = (table: SQLiteTable, wheres: Wheres): SQL =>
  sql`rowid in (select rowid from ${table} where ${whereOf(table, wheres) ?? sql`true`} limit 1)`;

/**
 * Lets the library for signing in keep its things in our database: what it writes waits its turn with all other writes.
 */
export function authStore(database: Database) {
  /** Takes one row away. @returns it, or null where there is none */
  const taken = async (model: string, where: Wheres): Promise<Row | null> => {
    const table = tableOf(model);
    const [row] = await database.write((transaction) =>
      transaction.delete(table).where(firstOf(table, where)).returning(),
    );
    return row ?? null;
  };
  const adapter: CustomAdapter = {
    async create({ model, data }) {
      const [row] = await database.write((transaction) => transaction.insert(tableOf(model)).values(data).returning());
      return row as typeof data;
    },
    async findOne({ model, where }) {
      const table = tableOf(model);
      const [row] = await database.read.select().from(table).where(whereOf(table, where)).limit(1);
      return (row ?? null) as never;
    },
    async findMany({ model, where, limit, sortBy, offset }) {
      const table = tableOf(model);
      const rows = await database.read
        .select()
        .from(table)
        .where(whereOf(table, where))
        .orderBy(
          ...(sortBy ? [(sortBy.direction === 'asc' ? asc : desc)(columnOf(table, sortBy.field))] : [sql`rowid`]),
        )
        .limit(limit)
        .offset(offset ?? 0);
      return rows as never;
    },
    async count({ model, where }) {
      const table = tableOf(model);
      return database.read.$count(table, whereOf(table, where));
    },
    async update({ model, where, update }) {
      const table = tableOf(model);
      const [row] = await database.write((transaction) =>
        transaction
          .update(table)
          .set(update as Row)
          .where(firstOf(table, where))
          .returning(),
      );
      return (row ?? null) as never;
    },
    async updateMany({ model, where, update }) {
      const table = tableOf(model);
      const rows = await database.write((transaction) =>
        transaction.update(table).set(update).where(whereOf(table, where)).returning(),
      );
      return rows.length;
    },
    async delete({ model, where }) {
      await taken(model, where);
    },
    async deleteMany({ model, where }) {
      const table = tableOf(model);
      const rows = await database.write((transaction) =>
        transaction.delete(table).where(whereOf(table, where)).returning(),
      );
      return rows.length;
    },
    async consumeOne({ model, where }) {
      return (await taken(model, where)) as never;
    },
    async incrementOne({ model, where, increment, set }) {
      const table = tableOf(model);
      const steps = Object.entries(increment).map(
        ([field, by]) => [field, sql`coalesce(${columnOf(table, field)}, 0) + ${by}`] as const,
      );
      const [row] = await database.write((transaction) =>
        transaction
          .update(table)
          .set({ ...Object.fromEntries(steps), ...set })
          .where(firstOf(table, where))
          .returning(),
      );
      return (row ?? null) as never;
    },
  };
  return createAdapterFactory({
    config: {
      adapterId: 'oak-knot',
      supportsDates: true,
      supportsBooleans: true,
      supportsJSON: false,
      transaction: false,
    },
    adapter: () => adapter,
  });
}
