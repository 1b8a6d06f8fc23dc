import { type Role } from './roles';

/** Who has to have a second factor. */
export const factorMusts = ['nobody', 'owners', 'everybody'] as const;
export type FactorMust = (typeof factorMusts)[number];

const OF: Readonly<Record<FactorMust, (roles: readonly Role[]) => boolean>> = {
  nobody: () => false,
  owners: (roles) => roles.includes('owner'),
  everybody: () => true,
};

/** Whether somebody of some roles has to have a second factor. */
export const needsFactor = (must: FactorMust, roles: readonly Role[]): boolean => OF[must](roles);
