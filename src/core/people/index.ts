export { type FactorMust, factorMusts, needsFactor } from './factor';
export {
  type LogEntry,
  type LoggedChange,
  type LogWhat,
  logWhats,
  type ThingKind,
  thingKinds,
  type Who,
  type WhoKind,
} from './log';
export { PASSWORD_LENGTH } from './password';
export { may, type Need, type Role, roles, rolesFor } from './roles';
