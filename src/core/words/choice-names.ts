import { type Choice } from '../catalog';

/** What stands for a title that has not been given yet. */
export const UNTITLED = 'Without a title';

/** What the catalog manager calls a choice. */
export function insideNameOf(choice: Choice): string {
  return (
    choice.insideName ||
    choice.title ||
    (choice.kind === 'paragraph' ? choice.text.slice(0, 40) : '') ||
    (choice.kind === 'divider' ? 'Divider' : UNTITLED)
  );
}
