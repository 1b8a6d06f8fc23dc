import { type AnsweredFile, type Extent, type FilePlace } from '../selection';
import { type Box, type SceneNode } from './scene';

type Fit = Extract<SceneNode, { kind: 'picture' }>['fit'];

/** Where a picture lies, before it is turned around its middle. */
interface Laid {
  readonly box: Box;
  readonly fit: Fit;
}

/** How large a picture is as it comes, in the middle of its frame: whole within it, filling it, or stretched to it. */
function sizeAsItComes(frame: Box, fit: Fit, { width, height }: Pick<Extent, 'width' | 'height'>) {
  if (fit === 'stretch') return { width: frame.width, height: frame.height };
  const across = frame.width / width;
  const down = frame.height / height;
  const grow = fit === 'fill' ? Math.max(across, down) : Math.min(across, down);
  return { width: width * grow, height: height * grow };
}

/**
 * Lays a picture in its frame as the customer has moved and enlarged it; it is turned around its middle then.
 *
 * @param extent of the picture; absent where nobody knows: then its box is that of the frame, moved along
 */
export function laidInFrame(frame: Box, fit: Fit, place: FilePlace, extent?: Extent): Laid {
  const size = extent ? sizeAsItComes(frame, fit, extent) : frame;
  const grow = place.size / 100;
  const [width, height] = [size.width * grow, size.height * grow];
  return {
    box: {
      x: frame.x + frame.width * (0.5 + place.across / 100) - width / 2,
      y: frame.y + frame.height * (0.5 + place.down / 100) - height / 2,
      width,
      height,
    },
    // Its box has its own proportions: nothing is cut off at the edges of the box, whatever is seen in the frame.
    fit: extent ? 'stretch' : fit,
  };
}

/**
 * How many pixels of a photograph come to an inch where it is shown.
 *
 * @param millimetres of one unit of the view
 * @returns null for a drawing, which is sharp at any size, and where nobody knows how large the picture is
 */
export function pixelsPerInch(
  { place, extent }: AnsweredFile,
  frame: Box,
  fit: Fit,
  millimetres: number,
): number | null {
  if (!extent || extent.isDrawing) return null;
  const size = sizeAsItComes(frame, fit, extent);
  const unit = ((place?.size ?? 100) / 100) * millimetres;
  return Math.min(extent.width / (size.width * unit), extent.height / (size.height * unit)) * 25.4;
}
