export { type ImageBytes, imagesBeside, imagesIn, type ReadImage, uploadSource, workshopSvg } from './images';
export {
  firstViewPng,
  keepViews,
  type KeptView,
  keptDrawing,
  keptPng,
  readViews,
  type ViewsOfLine,
  viewsOfLine,
} from './kept';
export { typefacesBeside, typefacesIn } from './lettering';
export { type DrawnView, type DrawViews, viewDrawer } from './scenes';
export { sheetsOfOrder, type SheetsOfOrder, sheetsPdf } from './sheets';
