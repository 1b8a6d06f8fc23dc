export { ALIKE_BELOW, alikeNeighbours, swatchDifference } from './alike';
export { contrastOf, hexOf, luminanceOf, readableMark, type Rgb, rgbOf } from './colour';
export { colourDifference, type Lab, labOf } from './lab';
export { namedColour } from './named';
export { MOST_COLOURS, readColour, readColours } from './read-colour';
