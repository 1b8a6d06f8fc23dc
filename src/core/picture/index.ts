export { compose, type Drawing, type Layout, layoutOf, type Seen } from './compose';
export { forWorkshop, sheetScenes, sizeOfPiece, type WorkshopScene } from './for-workshop';
export { frameMargin } from './frame-margin';
export { type ListedView, listedView } from './listed-view';
export { type Letter, type Lettering, type OutlineCommand } from './lettering';
export { coordinate } from './outline';
export { type AnchorPoint } from './pieces';
export { layerMoved, pointMoved } from './placing';
export {
  type Box,
  boxWithin,
  groundedNodes,
  groupOf,
  type Paint,
  type PictureTold,
  type Scene,
  type SceneNode,
  sourcesOf,
} from './scene';
export { CUT_LINES, type SvgElement, type SvgOptions, svgOf, svgText, tintMatrix } from './svg';
