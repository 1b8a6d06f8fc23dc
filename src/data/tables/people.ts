import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import {
  type FactorMust,
  type Role,
  type LoggedChange,
  type LogWhat,
  type ThingKind,
  type WhoKind,
} from '../../core/people';
import { id, instant } from './columns';

const made = () => instant('created_at').notNull();
const changed = () => instant('updated_at').notNull();
const personRef = () =>
  text('user_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' });

/**
 * Who works on the manager's side. A row stays when somebody leaves, as the log names them. Fields that the library
 * for signing in knows are called as it calls them.
 */
export const people = sqliteTable('people', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  /** in lower case */
  email: text('email').notNull().unique(),
  emailVerified: integer('email_verified', { mode: 'boolean' }).notNull().default(false),
  image: text('image'),
  twoFactorEnabled: integer('two_factor_enabled', { mode: 'boolean' }).notNull().default(false),
  /** what they do; with none of these they only look */
  roles: text('roles', { mode: 'json' }).$type<readonly Role[]>().notNull().default([]),
  /** since when they may no longer sign in; null while they may */
  endedAt: instant('ended_at'),
  createdAt: made(),
  updatedAt: changed(),
});

/** Browsers in which somebody is signed in. */
export const sessions = sqliteTable(
  'sessions',
  {
    id: text('id').primaryKey(),
    token: text('token').notNull().unique(),
    userId: personRef(),
    expiresAt: instant('expires_at').notNull(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    createdAt: made(),
    updatedAt: changed(),
  },
  (table) => [index('sessions_person').on(table.userId)],
);

/** Ways to prove who one is: here a password, hashed. */
export const credentials = sqliteTable(
  'credentials',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    userId: personRef(),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: instant('access_token_expires_at'),
    refreshTokenExpiresAt: instant('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: made(),
    updatedAt: changed(),
  },
  (table) => [index('credentials_person').on(table.userId)],
);

/** What is waited for in the middle of signing in, each for some minutes. */
export const verifications = sqliteTable(
  'verifications',
  {
    id: text('id').primaryKey(),
    identifier: text('identifier').notNull(),
    value: text('value').notNull(),
    expiresAt: instant('expires_at').notNull(),
    createdAt: made(),
    updatedAt: changed(),
  },
  (table) => [index('verifications_identifier').on(table.identifier)],
);

/** Authenticator apps: the secret they share with us and the codes for when they are lost, both encrypted. */
export const secondFactors = sqliteTable(
  'second_factors',
  {
    id: text('id').primaryKey(),
    secret: text('secret').notNull(),
    backupCodes: text('backup_codes').notNull(),
    userId: personRef(),
    verified: integer('verified', { mode: 'boolean' }).default(true),
    failedVerificationCount: integer('failed_verification_count').default(0),
    lockedUntil: instant('locked_until'),
  },
  (table) => [uniqueIndex('second_factors_person').on(table.userId)],
);

/** Links that sign in once. Only their hash is kept. */
export const signInLinks = sqliteTable('sign_in_links', {
  /** SHA-256 of what stands in the link, in base64url */
  hash: text('hash').primaryKey(),
  /** whom it signs in; null for the one that makes the first owner */
  personId: text('person_id').references(() => people.id, { onDelete: 'cascade' }),
  expiresAt: instant('expires_at').notNull(),
});

/** What this shop signs and encrypts with, unless the setting of the machine says. */
export const secrets = sqliteTable('secrets', { name: text('name').primaryKey(), value: text('value').notNull() });

/** What is asked of whoever signs in: one row, or none where nothing has been said. */
export const signInRules = sqliteTable('sign_in_rules', {
  id: integer('id').primaryKey(),
  /** who has to have a second factor */
  secondFactor: text('second_factor').$type<FactorMust>().notNull(),
});

/** What other programs come in with. Only the hash is kept. */
export const apiTokens = sqliteTable('api_tokens', {
  id: id(),
  title: text('title').notNull(),
  /** SHA-256 of the token, in base64url */
  hash: text('hash').notNull().unique(),
  /** what it may do beside looking */
  roles: text('roles', { mode: 'json' }).$type<readonly Role[]>().notNull(),
  createdAt: made(),
  expiresAt: instant('expires_at').notNull(),
  revokedAt: instant('revoked_at'),
  lastUsedAt: instant('last_used_at'),
});

/** Who did what, and when. Triggers refuse to change a row or to take one away. */
export const logEntries = sqliteTable(
  'log_entries',
  {
    id: id(),
    at: instant('at').notNull(),
    whoKind: text('who_kind').$type<WhoKind>().notNull(),
    /** the number of the person or the token; null for the command line */
    whoId: text('who_id'),
    /** as they were called then */
    whoName: text('who_name').notNull(),
    what: text('what').$type<LogWhat>().notNull(),
    aboutKind: text('about_kind').$type<ThingKind>().notNull(),
    /** what leads to the thing; null where it is one of its kind, or many at once */
    aboutKey: text('about_key'),
    /** as it was called then */
    aboutTitle: text('about_title').notNull(),
    /** how many things at once */
    count: integer('count').notNull().default(1),
    /** what changed, place by place */
    changes: text('changes', { mode: 'json' }).$type<readonly LoggedChange[]>().notNull().default([]),
    /** all words of it in lower case and without accents, to be searched */
    words: text('words').notNull(),
  },
  (table) => [index('log_entries_about').on(table.aboutKind, table.aboutKey), index('log_entries_who').on(table.whoId)],
);

/** The entry of the log that a row was written with; null where no person, program or command line wrote it. */
export const loggedAs = () => integer('log_entry_id').references(() => logEntries.id);
