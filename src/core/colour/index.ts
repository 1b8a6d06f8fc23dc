export { ALIKE_BELOW, alikeNeighbours, swatchDifference } from './alike';
export {
  colourDifference,
  contrastOf,
  hexOf,
  type Lab,
  labOf,
  luminanceOf,
  readableMark,
  readColour,
  type Rgb,
  rgbOf,
} from './colour';
