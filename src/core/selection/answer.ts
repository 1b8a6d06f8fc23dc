import { z } from 'zod';
import { type Exact } from '../number';
import { type NamedFile } from './file-answer';

/** One of a choice's effects, and how many times over. */
export interface OptionPick {
  readonly effect: number;
  readonly count: number;
}

/** An answer that has been read and counts. */
export interface Answer {
  /** the same text for the same answer, however it was typed */
  readonly canonical: string;
  /** as it is shown in a basket or an order */
  readonly shown: string;
  /** key of the one option that was chosen, or null */
  readonly option: string | null;
  /** a number, or a measure in the choice's own unit, or null */
  readonly value: Exact | null;
  /** characters of a text, all of them and without its spaces */
  readonly characters: number;
  readonly charactersWithoutSpaces: number;
  /** which of the choice's effects it brings */
  readonly picks: readonly OptionPick[];
  /** uploaded files, in the order of their tokens; absent for no answer of files */
  readonly files?: readonly AnsweredFile[];
}

/** A file that is an answer. */
export interface AnsweredFile extends NamedFile {
  /** how large the picture is, in pixels or units of a drawing; absent where nobody knows, and for no picture */
  readonly extent?: Extent;
}

/** How large a picture is: a photograph in pixels, a drawing in units that are as small as anybody likes. */
export const extentSchema = z.strictObject({ width: z.number(), height: z.number(), isDrawing: z.boolean() });

export type Extent = Readonly<z.infer<typeof extentSchema>>;
