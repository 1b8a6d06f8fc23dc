export { SheetEditor } from './sheet-editor';
export { SheetList } from './sheet-list';
