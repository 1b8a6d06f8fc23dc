'use client';

import { SOME_DAY } from '@/core/calendar';
import { type Choice } from '@/core/catalog';
import { type Program } from '@/core/compile';
import { resolutionJson } from '@/core/exchange';
import { resolve } from '@/core/run';
import { type Answers, SelectionForm } from '@/features/selection/selection-form';

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

/** Another product’s choices, answered here by the catalog manager for every customer. */
export function AnsweredHere({ program, choices, answers, name, showMissing, onAnswer }: Props) {
  const resolution = resolutionJson(resolve(program, { answers }, { stock: null, today: SOME_DAY }));
  return (
    <SelectionForm
      choices={choices}
      page={{ today: SOME_DAY, resolution, files: new Map(), upload: () => Promise.reject(new Error('Files can’t be chosen beforehand.')), addOnPrice: () => null, isGone: () => false }}
      answers={answers}
      name={name}
      showMissing={showMissing}
      onAnswer={onAnswer}
    />
  );
}
