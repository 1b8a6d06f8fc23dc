import { z } from 'zod';
import { factorMusts, PASSWORD_LENGTH, roles } from '../../core/people';

/** What people are asked when they sign in, come in for the first time, or say who comes in. */

const email = z.string().trim().toLowerCase().max(254).pipe(z.email('Give an e-mail address, like name@shop.example.'));

const name = z.string().trim().min(1, 'Give a name.').max(120);

const newPassword = z
  .string()
  .min(PASSWORD_LENGTH.min, `A password needs at least ${PASSWORD_LENGTH.min} characters. Three or four words do.`)
  .max(PASSWORD_LENGTH.max, `A password can have ${PASSWORD_LENGTH.max} characters at most.`);

/** Roles, each once, in their usual order. */
const rolesAsked = z
  .array(z.enum(roles))
  .max(roles.length)
  .transform((asked) => roles.filter((role) => asked.includes(role)));

export const signInSchema = z.strictObject({ email, password: z.string().max(1000) });
export const codeSchema = z.strictObject({
  code: z.string().trim().min(1, 'Enter the code.').max(40),
  kind: z.enum(['app', 'backup']).default('app'),
});
export const linkSchema = z.strictObject({ secret: z.string().min(1).max(200) });
export const firstOwnerSchema = z.strictObject({
  secret: z.string().min(1).max(200),
  name,
  email,
  password: newPassword,
});
export const passwordSchema = z.strictObject({ current: z.string().max(1000).nullable(), next: newPassword });
export const beginFactorSchema = z.strictObject({ password: z.string().max(1000) });
export const endSessionSchema = z.strictObject({ id: z.string().max(100).nullable().describe('null for all others') });
export const invitedSchema = z.strictObject({ name, email, roles: rolesAsked });
export const personChangeSchema = z.strictObject({
  roles: rolesAsked.optional(),
  ended: z.boolean().optional().describe('whether they may no longer sign in'),
});
export const factorMustSchema = z.strictObject({ must: z.enum(factorMusts) });

/** How long a token can be good for, in days. */
const LONGEST_TOKEN = 730;

export const newTokenSchema = z.strictObject({
  title: name,
  // Who comes in is said by people alone.
  roles: rolesAsked.refine((asked) => !asked.includes('owner'), 'A program can’t be an owner.'),
  days: z.int().min(1).max(LONGEST_TOKEN),
});
