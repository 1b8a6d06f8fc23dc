export { ALIKE_BELOW, alikeNeighbours, swatchDifference } from './alike';
export { contrastOf, hexOf, luminanceOf, readableMark, readColour, type Rgb, rgbOf } from './colour';
export { colourDifference, type Lab, labOf } from './lab';
