export {
  type Editing,
  EditingProvider,
  isWrong,
  type Place,
  placeOf,
  type Published,
  useEditing,
  useFaultAt,
  useFaultsAt,
} from './editing';
export { AwayNotice, DraftNotice, EditorBar, EditorColumns, GoneNotice, SeenBy, useUndoKeys } from './frame';
export { MendPresses } from './mend-presses';
export { OutlineGroup } from './outline-group';
export { OutlineLine } from './outline-line';
export { placeNamed } from './place-named';
export { ReadinessList } from './readiness-list';
export { Section } from './section';
export { useEditorSurroundings } from './use-editor-surroundings';
