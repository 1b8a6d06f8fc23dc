export { WhereUsed } from './where-used';
