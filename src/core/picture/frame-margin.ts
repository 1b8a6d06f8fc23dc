import { type Scene } from './scene';

/** The proportions of the frame that pictures are shown in. */
const FRAME = 4 / 3;

/** Of what has other proportions, the margin on every side, as a share of the width of the frame. */
const MARGIN = 0.04;

/** The margin that a view keeps in the frame that pictures are shown in: none where it has the shape of it. */
export const frameMargin = ({ width, height }: Pick<Scene, 'width' | 'height'>): number =>
  Math.abs(width / height - FRAME) < 0.02 ? 0 : MARGIN;
