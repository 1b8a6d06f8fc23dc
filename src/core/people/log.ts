/** Who can have done something: somebody who is signed in, a program with a token, whoever sits at the machine. */
export type WhoKind = 'person' | 'program' | 'commandLine';

/** Who does something. */
export interface Who {
  readonly kind: WhoKind;
  /** the number of the person or the token; null for the command line */
  readonly id: string | null;
  readonly name: string;
}

/** What somebody can have done to a thing. */
export const logWhats = [
  'made',
  'changed',
  'published',
  'unpublished',
  'archived',
  'unarchived',
  'binned',
  'broughtBack',
  'erased',
  'moved',
  'cut',
  'imported',
  'undone',
  'invited',
  'linked',
  'ended',
  'readmitted',
  'signedIn',
  'madeAnonymous',
  'handedOut',
] as const;
export type LogWhat = (typeof logWhats)[number];

/** What it can have been done to. */
export const thingKinds = [
  'product',
  'sheet',
  'swatch',
  'stockItem',
  'priceList',
  'discount',
  'picture',
  'typeface',
  'order',
  'settings',
  'file',
  'manyProducts',
  'person',
  'token',
  'webhook',
] as const;
export type ThingKind = (typeof thingKinds)[number];

/** What changed in one place, in words. */
export type LoggedChange = string;

/** What is written into the log. */
export interface LogEntry {
  readonly what: LogWhat;
  readonly kind: ThingKind;
  /** what leads to the thing; absent where it is one of its kind, or many at once */
  readonly key?: string;
  /** as it is called */
  readonly title: string;
  /** how many things at once; 1 unless said */
  readonly count?: number;
  readonly changes?: readonly LoggedChange[];
}
