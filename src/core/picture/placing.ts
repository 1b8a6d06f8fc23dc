import { type Layer, type LayerOf, type PictureLength } from '../catalog';
import { coordinate, measureFrom } from './outline';
import { type Box } from './scene';

/** A length of which the part that does not grow is changed by so many units. */
function changed(length: PictureLength, by: number): PictureLength {
  if (by === 0) return length;
  const sum = (text: string) => coordinate(measureFrom(text) + by);
  return typeof length === 'string' ? sum(length) : { ...length, base: sum(length.base) };
}

/**
 * A layer moved and resized from one box to another, in the units of its view: it keeps hanging where it hangs, and
 * what grows with an answer still does.
 */
export function layerMoved<L extends Layer>(layer: L, before: Box, after: Box): L {
  const wider = after.width - before.width;
  const higher = after.height - before.height;
  const shift = (place: 'left' | 'top' | 'middle' | 'right' | 'bottom', by: number, grown: number): number => {
    if (place === 'left' || place === 'top') return by;
    return place === 'middle' ? by + grown / 2 : -(by + grown);
  };
  return {
    ...layer,
    x: changed(layer.x, shift(layer.anchor.across, after.x - before.x, wider)),
    y: changed(layer.y, shift(layer.anchor.down, after.y - before.y, higher)),
    width: changed(layer.width, wider),
    height: changed(layer.height, higher),
  };
}

/** An anchor point of a layer moved by so many units: what grows with an answer still does. */
export function pointMoved(layer: LayerOf<'pieces'>, place: number, across: number, down: number): LayerOf<'pieces'> {
  return {
    ...layer,
    at: layer.at.map((point, index) =>
      index === place ? { ...point, x: changed(point.x, across), y: changed(point.y, down) } : point,
    ),
  };
}
