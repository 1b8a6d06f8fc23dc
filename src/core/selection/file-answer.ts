import { z } from 'zod';
import { isRecord } from '../is-record';

/** How a customer has laid a picture in the frame that shows it. */
export interface FilePlace {
  /** how far its middle stands from that of the frame, to the right and downwards, in percent of the frame */
  readonly across: number;
  readonly down: number;
  /** percent of the size that it comes with */
  readonly size: number;
  /** degrees clockwise around its middle */
  readonly turn: number;
}

/** A picture as it comes. */
export const UNMOVED: FilePlace = { across: 0, down: 0, size: 100, turn: 0 };

/** How far a picture can be moved, made larger and turned. */
export const FILE_PLACE_LIMITS: Readonly<Record<keyof FilePlace, readonly [least: number, most: number]>> = {
  across: [-100, 100],
  down: [-100, 100],
  size: [10, 1000],
  turn: [-180, 180],
};

/** An uploaded file as an answer names it: its token, or its token with how it is laid. */
export const fileAnswerSchema = z.strictObject({
  file: z.string().max(100),
  across: z.number().optional(),
  down: z.number().optional(),
  size: z.number().optional(),
  turn: z.number().optional(),
});

export type FileAnswer = string | z.infer<typeof fileAnswerSchema>;

/** A file that an answer names, and how it is laid. */
export interface NamedFile {
  readonly token: string;
  /** null where nothing is said of it */
  readonly place: FilePlace | null;
}

/** The files that an answer names, each once; null for what is no list of files. */
export function filesInAnswer(answer: unknown): NamedFile[] | null {
  if (!Array.isArray(answer)) return null;
  const named = new Map<string, NamedFile>();
  for (const entry of answer as readonly unknown[]) {
    const file = typeof entry === 'string' ? { token: entry, place: null } : placedFile(entry);
    if (!file) return null;
    if (!named.has(file.token)) named.set(file.token, file);
  }
  return [...named.values()];
}

function placedFile(entry: unknown): NamedFile | null {
  if (!isRecord(entry)) return null;
  const { file: token, ...said } = entry;
  if (typeof token !== 'string' || !isPlace(said)) return null;
  return { token, place: { ...UNMOVED, ...said } };
}

/** Whether a record says of a place nothing but numbers. */
const isPlace = (said: Readonly<Record<string, unknown>>): said is Partial<FilePlace> =>
  Object.entries(said).every(([name, value]) => Object.hasOwn(UNMOVED, name) && Number.isFinite(value));

/** A file as an answer names it: one that lies as it comes by its token alone. */
export const fileAnswer = ({ token, place }: NamedFile): FileAnswer =>
  place === null || isUnmoved(place) ? token : { file: token, ...place };

/** The answer with one of its files laid otherwise. */
export const answerPlaced = (answer: unknown, token: string, place: FilePlace): FileAnswer[] =>
  (filesInAnswer(answer) ?? []).map((one) => fileAnswer(one.token === token ? { token, place } : one));

/** The same direction, as it can be said: above −180 degrees, up to 180. */
export const turnWithin = (degrees: number): number => degrees - 360 * Math.ceil((degrees - 180) / 360);

/** Whether a picture lies as it comes. */
export const isUnmoved = (place: FilePlace): boolean =>
  (Object.keys(UNMOVED) as (keyof FilePlace)[]).every((name) => place[name] === UNMOVED[name]);
