import { z } from 'zod';
import { type AnswerForm, type Path, type Problem } from '../../problems';
import {
  type Answer,
  type AnsweredFile,
  FILE_PLACE_LIMITS,
  type FilePlace,
  filesInAnswer,
  isUnmoved,
  type NamedFile,
} from '../../selection';
import {
  type AnswerContext,
  choiceFields,
  type ChoiceReader,
  EFFECT_TOLD,
  effectFields,
  ONE_PICK,
  ownEffect,
  plainAnswer,
  refuse,
  type Report,
  type UploadedFile,
  withoutEffect,
} from './common';
import { type FileType, fileTypeNames } from './file-types';
import { type KindOfChoice } from './kind';

/** The largest file any product may ask for, in bytes. */
export const LARGEST_FILE = 20_000_000;

/** Files that the customer uploads. An answer is the list of their tokens, each alone or with its place. */
export const schema = z.strictObject({
  kind: z.literal('file'),
  ...choiceFields,
  types: z.array(z.enum(fileTypeNames)).max(fileTypeNames.length).default(['pdf', 'png', 'jpeg']),
  largest: z.int().min(1000).max(LARGEST_FILE).default(10_000_000).describe('the largest size of one file, in bytes'),
  least: z.int().min(1).max(20).default(1).describe('fewest files, where any are given'),
  most: z.int().min(1).max(20).default(1),
  moved: z
    .boolean()
    .default(false)
    .describe('whether customers may move, turn and enlarge a picture in the frame in which a view shows it'),
  perInch: z
    .int()
    .min(1)
    .max(2400)
    .nullable()
    .default(null)
    .describe(
      'fewest pixels to an inch at the size that a view true to scale shows; fewer is told. null asks for none',
    ),
  ...effectFields,
});

export type FileChoice = z.infer<typeof schema>;

export function check(choice: FileChoice, path: Path, report: Report): void {
  if (choice.types.length === 0) report([...path, 'types'], { code: 'noAnswerFits', why: { kind: 'noFileType' } });
  if (choice.least > choice.most)
    report([...path, 'least'], { code: 'limitsCross', least: String(choice.least), most: String(choice.most) });
}

/**
 * What is wrong with a file for a choice, or null: the same check before an upload, after it, and in every resolution.
 */
export function fileProblem(
  choice: Pick<FileChoice, 'title' | 'types' | 'largest'>,
  file: { readonly name: string; readonly type: FileType | null; readonly size: number },
): Parameters<typeof refuse>[2] | null {
  const { title } = choice;
  if (file.type === null || !choice.types.includes(file.type)) {
    return {
      code: 'fileType',
      title,
      file: file.name,
      is: file.type,
      wanted: choice.types,
    };
  }
  if (file.size > choice.largest)
    return {
      code: 'fileTooLarge',
      title,
      file: file.name,
      size: file.size,
      largest: choice.largest,
    };
  return null;
}

export function reader(choice: FileChoice, path: Path): ChoiceReader {
  const { key, title, least, most } = choice;
  const asFile = ({ token, place }: NamedFile, file: UploadedFile): AnsweredFile => ({
    token,
    place: place && !isUnmoved(place) ? place : null,
    ...(file.extent && { extent: file.extent }),
  });
  const expected: AnswerForm = { form: 'fileTokens' };
  return {
    ask: 'upload',
    expected,
    fallback: () => null,
    effects: [ownEffect(choice, path)],
    read(raw: unknown, problems: Problem[], { files }: AnswerContext): Answer | null {
      if (raw === '') return null;
      const named = filesInAnswer(raw);
      if (!named) return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected });
      if (named.length === 0) return null;
      if (named.length > most)
        return refuse(problems, key, { code: 'fileCount', title, given: named.length, least, most });
      const names: string[] = [];
      const given: AnsweredFile[] = [];
      for (const one of named) {
        const file = files(one.token);
        if (!file) return refuse(problems, key, { code: 'fileUnknown', title });
        const fault = fileProblem(choice, file) ?? placeProblem(choice, file.name, one.place);
        if (fault) return refuse(problems, key, fault);
        names.push(file.name);
        given.push(asFile(one, file));
      }
      if (named.length < least)
        return refuse(problems, key, { code: 'fileCount', title, given: named.length, least, most });
      given.sort((one, other) => (one.token < other.token ? -1 : 1));
      const canonical = given.map(writtenFile).join('+');
      return { ...plainAnswer, canonical, shown: names.join(', '), picks: ONE_PICK, files: given };
    },
  };
}

/** A file as an answer that counts writes it: its token, and where it is moved, how. */
const writtenFile = ({ token, place }: NamedFile): string =>
  place === null ? token : `${token}@${place.across},${place.down},${place.size},${place.turn}`;

/** What is wrong with how a picture is laid in its frame, or null. */
function placeProblem(
  { title, moved }: Pick<FileChoice, 'title' | 'moved'>,
  file: string,
  place: FilePlace | null,
): Parameters<typeof refuse>[2] | null {
  if (place === null || isUnmoved(place)) return null;
  if (!moved) return { code: 'fileNotMoved', title, file };
  for (const what of Object.keys(FILE_PLACE_LIMITS) as (keyof FilePlace)[]) {
    const [least, most] = FILE_PLACE_LIMITS[what];
    const given = place[what];
    if (!(given >= least && given <= most)) return { code: 'filePlace', title, file, what, given, least, most };
  }
  return null;
}

/** The token of a file that stands for any that a choice takes: its place on the page, and a number. */
export const anyFileToken = (index: number, number: number) => `${index}.${number}`;

/** A file as good as any for the choice that a token of {@link anyFileToken} belongs to. */
export function anyFile(
  token: string,
  choices: readonly { readonly kind: string; readonly types?: unknown }[],
): UploadedFile | undefined {
  const choice = choices[Number(token.split('.')[0])];
  const read = schema.pick({ kind: true, types: true }).safeParse({ kind: choice?.kind, types: choice?.types });
  const type = read.data?.types[0];
  return type && { name: `any ${type}`, type, size: 1 };
}

export const fileKind: KindOfChoice<FileChoice> = {
  told: [...EFFECT_TOLD, 'types', 'largest', 'least', 'most', 'moved', 'perInch'],
  settledInside: false,
  check,
  reader,
  tests: ['answered'],
  candidates: ({ least }, { index, read }) => ({
    list: read(
      Array.from({ length: least }, (_, number) => anyFileToken(index, number)),
      0,
    ),
    counted: false,
  }),
  unseen: withoutEffect,
};
