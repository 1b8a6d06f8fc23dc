export { type SheetName } from './bulk-form';
export { bulkKindNames, bulkKinds } from './bulk-forms';
export { BarMenu, ManyBar } from './many-bar';
export { ManyChanges } from './many-changes';
export { followMade } from './made';
export { type KeptProps, type Move, MoveMany } from './move-many';
export { always, binMoves, draftsSeen, publishing } from './ways';
