/** What somebody does here beside looking, which everybody may who has been let in. */
export const roles = ['owner', 'catalog', 'stock', 'orders'] as const;
export type Role = (typeof roles)[number];

/**
 * What it takes to do something: to be signed in, as for what somebody does about themselves; to have been let in; or
 * one of the roles.
 */
export type Need = 'self' | 'look' | Role | readonly Role[];

/** Whether somebody of some roles may do what needs something. An owner may do everything. */
export function may(held: readonly Role[], need: Need): boolean {
  if (need === 'self' || need === 'look' || held.includes('owner')) return true;
  return typeof need === 'string' ? held.includes(need) : need.some((role) => held.includes(role));
}

/** The roles that may do what needs something, the owner last: everyone who has been let in where there are none. */
export function rolesFor(need: Need): readonly Role[] {
  if (need === 'self' || need === 'look') return [];
  const named: readonly Role[] = typeof need === 'string' ? [need] : need;
  return [...named.filter((role) => role !== 'owner'), 'owner'];
}
