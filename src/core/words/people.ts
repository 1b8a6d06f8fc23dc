import { type LogEntry, type LogWhat, type Need, type Role, rolesFor, type ThingKind } from '../people';
import { counted } from './counted';

/** What each role is called, and what somebody of it does. */
export const ROLE_WORDS: Readonly<Record<Role, { readonly title: string; readonly does: string }>> = {
  owner: { title: 'Owner', does: 'everything, and says who comes in' },
  catalog: { title: 'Catalog', does: 'sets up products, sheets, swatches, prices and settings, and publishes' },
  stock: { title: 'Stock and workshop', does: 'counts, receives and cuts' },
  orders: { title: 'Orders', does: 'hands out what customers have told, and takes it out of orders' },
};

/** What somebody of some roles does here, in a few words. */
export function rolesWords(roles: readonly Role[]): string {
  if (roles.length === 0) return 'Only looks';
  return roles.map((role) => ROLE_WORDS[role].title).join(', ');
}

/** The roles that may do what needs something: `“Catalog” or “Owner”`. */
export const whoMayWords = (need: Need): string =>
  rolesFor(need)
    .map((role) => `“${ROLE_WORDS[role].title}”`)
    .join(' or ');

/** Why somebody may not do what needs something. */
export function notAllowedWords(need: Need, held: readonly Role[]): string {
  const yours = held.length === 0 ? 'yours only looks' : `yours is ${rolesWords(held)}`;
  return `This takes the role ${whoMayWords(need)}; ${yours}. Nothing was changed. An owner can give you the role.`;
}

const VERBS: Readonly<Record<LogWhat, string>> = {
  made: 'made',
  changed: 'changed',
  published: 'published',
  unpublished: 'took out of the shop',
  archived: 'archived',
  unarchived: 'took out of the archive',
  binned: 'deleted',
  broughtBack: 'brought back',
  erased: 'deleted for good',
  moved: 'entered stock of',
  cut: 'booked the cuts of',
  imported: 'imported',
  undone: 'took back',
  invited: 'invited',
  linked: 'made a new sign-in link for',
  ended: 'ended the access of',
  readmitted: 'let in again',
  signedIn: 'signed in',
  madeAnonymous: 'took the customer out of',
  handedOut: 'handed out what is kept of the customer of',
};

const NOUNS: Readonly<Record<ThingKind, readonly [one: string, many: string]>> = {
  product: ['product', 'products'],
  sheet: ['sheet', 'sheets'],
  swatch: ['swatch', 'swatches'],
  stockItem: ['stock item', 'stock items'],
  priceList: ['price list', 'price lists'],
  discount: ['discount', 'discounts'],
  picture: ['picture', 'pictures'],
  typeface: ['typeface', 'typefaces'],
  order: ['order', 'orders'],
  settings: ['settings', 'settings'],
  file: ['file', 'files'],
  manyProducts: ['change of many', 'changes of many'],
  person: ['person', 'people'],
  token: ['token', 'tokens'],
  webhook: ['webhook', 'webhooks'],
};

/** What the things of a kind are called, many of them. */
export const thingsWords = (kind: ThingKind): string => NOUNS[kind][1];

/** What an entry of the log says was done, without who: `published the product “Smoker”`. */
export function loggedWords({
  what,
  kind,
  title,
  count = 1,
}: Pick<LogEntry, 'what' | 'kind' | 'title' | 'count'>): string {
  if (what === 'signedIn') return VERBS.signedIn;
  const [one, many] = NOUNS[kind];
  if (count > 1) return `${VERBS[what]} ${counted(count, one, many)}`;
  if (kind === 'settings') return `${VERBS[what]} ${title}`;
  return `${VERBS[what]} the ${one} “${title}”`;
}
