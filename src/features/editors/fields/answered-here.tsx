'use client';

import { SOME_DAY } from '@/core/calendar';
import { type Choice, type UploadedFile } from '@/core/catalog';
import { type Program } from '@/core/compile';
import { resolutionJson } from '@/core/exchange';
import { resolve } from '@/core/run';
import { type Answers, ChoicesForm } from '@/features/kit/selection';
import { useEditing } from '@/features/editors/frame';

interface Props {
  /** of the product whose choices are answered */
  program: Program;
  /** those that are asked here */
  choices: readonly Choice[];
  answers: Answers;
  name: string;
  showMissing: boolean;
  onAnswer: (choice: string, answer: unknown) => void;
}

const NO_FILES: ReadonlyMap<string, UploadedFile> = new Map();

/** Another product’s choices, answered here by the catalog manager for every customer. */
export function AnsweredHere({ program, choices, answers, name, showMissing, onAnswer }: Props) {
  const { surroundings } = useEditing();
  const around = {
    today: SOME_DAY,
    group: null,
    files: NO_FILES,
    surroundings,
    takeFile: () => Promise.reject(new Error('Files can’t be chosen beforehand.')),
  };
  const resolution = resolutionJson(resolve(program, { answers }, { stock: null, today: SOME_DAY }));
  return (
    <ChoicesForm
      choices={choices}
      page={{
        today: SOME_DAY,
        program,
        around,
        showMissing,
        resolution,
        files: NO_FILES,
        upload: () => Promise.reject(new Error('Files can’t be chosen beforehand.')),
        addOnPrice: () => null,
        isGone: () => false,
      }}
      answers={answers}
      name={name}
      showMissing={showMissing}
      onAnswer={onAnswer}
    />
  );
}
