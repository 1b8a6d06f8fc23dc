export { type ImageBytes, imagesBeside, imagesIn, type ReadImage, svgFile, uploadSource } from './images';
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
export { type DrawnView, type DrawViews, viewDrawer } from './scenes';
