import { createContext, type ReactNode, useContext } from 'react';
import { type CandidateProgram, type ComponentProgram } from '@/core/compile';
import { type PartJson } from '@/core/exchange';
import { type PartsHolder } from './given-parts';

/** What the form of a part, or of something in a slot, is given. */
export interface EntryFormProps {
  component: ComponentProgram;
  candidate: CandidateProgram;
  shown: PartJson;
  holder: PartsHolder;
  /** tells several forms on one page apart */
  name: string;
  /** whether answers that are merely missing are pointed out beside their choice */
  showMissing: boolean;
}

type RenderEntry = (props: EntryFormProps) => ReactNode;

const EntryForm = createContext<RenderEntry | null>(null);

/** Gives the form of what is in slots to the controls of slots, which stand within that form themselves. */
export const EntryFormProvider = EntryForm.Provider;

export function useEntryForm(): RenderEntry | null {
  return useContext(EntryForm);
}
