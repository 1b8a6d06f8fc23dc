import { z } from 'zod';
import { type AnswerForm, type Path, type Problem } from '../../problems';
import { type Answer } from '../../selection';
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

/** Files that the customer uploads. An answer is the list of their tokens. */
export const schema = z.strictObject({
  kind: z.literal('file'),
  ...choiceFields,
  types: z.array(z.enum(fileTypeNames)).max(fileTypeNames.length).default(['pdf', 'png', 'jpeg']),
  largest: z.int().min(1000).max(LARGEST_FILE).default(10_000_000).describe('the largest size of one file, in bytes'),
  least: z.int().min(1).max(20).default(1).describe('fewest files, where any are given'),
  most: z.int().min(1).max(20).default(1),
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
  const expected: AnswerForm = { form: 'fileTokens' };
  return {
    ask: 'upload',
    expected,
    fallback: () => null,
    effects: [ownEffect(choice, path)],
    read(raw: unknown, problems: Problem[], { files }: AnswerContext): Answer | null {
      if (raw === '') return null;
      const tokens =
        Array.isArray(raw) && raw.every((token): token is string => typeof token === 'string')
          ? [...new Set(raw)]
          : null;
      if (!tokens) return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected });
      if (tokens.length === 0) return null;
      if (tokens.length > most)
        return refuse(problems, key, { code: 'fileCount', title, given: tokens.length, least, most });
      const names: string[] = [];
      for (const token of tokens) {
        const file = files(token);
        if (!file) return refuse(problems, key, { code: 'fileUnknown', title });
        const fault = fileProblem(choice, file);
        if (fault) return refuse(problems, key, fault);
        names.push(file.name);
      }
      if (tokens.length < least)
        return refuse(problems, key, { code: 'fileCount', title, given: tokens.length, least, most });
      return { ...plainAnswer, canonical: tokens.toSorted().join('+'), shown: names.join(', '), picks: ONE_PICK };
    },
  };
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
  told: [...EFFECT_TOLD, 'types', 'largest', 'least', 'most'],
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
