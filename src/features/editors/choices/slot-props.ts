import { type SlotChoice } from '@/core/catalog/choices';

/** Changes a slot. @param tag tells one change from the next, as the editor's undo sees them */
export type EditSlot = (tag: string, recipe: (draft: SlotChoice) => void) => void;

/** What the fields of a slot are given. */
export interface SlotProps {
  choice: SlotChoice;
  index: number;
  edit: EditSlot;
}
