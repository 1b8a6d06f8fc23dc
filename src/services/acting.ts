/** Who does what is being done, for those who let people in. */
export { actingAs, asNow } from '../data/log';
