import { type Box } from './scene';

/** A coordinate as pictures write it: at most three decimals, so that it is the same wherever it is worked out. */
export function coordinate(value: number): string {
  const rounded = Math.round(value * 1000) / 1000;
  return String(rounded === 0 ? 0 : rounded);
}

const DECIMAL = /^[+-]?\d+(\.\d+)?$/;

/** A decimal of a definition as a coordinate; 0 for what is none, such as what is half typed. */
export function measureFrom(text: string): number {
  const value = DECIMAL.test(text) ? Number(text) : 0;
  return Number.isFinite(value) ? value : 0;
}

const point = (x: number, y: number) => `${coordinate(x)} ${coordinate(y)}`;

/** The outline of a rectangle, its corners rounded by a radius. */
export function rectangle({ x, y, width, height }: Box, radius = 0): string {
  const r = Math.max(0, Math.min(radius, width / 2, height / 2));
  if (r === 0) return `M${point(x, y)}H${coordinate(x + width)}V${coordinate(y + height)}H${coordinate(x)}Z`;
  const arc = (toX: number, toY: number) => `A${point(r, r)} 0 0 1 ${point(toX, toY)}`;
  return [
    `M${point(x + r, y)}H${coordinate(x + width - r)}`,
    arc(x + width, y + r),
    `V${coordinate(y + height - r)}`,
    arc(x + width - r, y + height),
    `H${coordinate(x + r)}`,
    arc(x, y + height - r),
    `V${coordinate(y + r)}`,
    arc(x + r, y),
    'Z',
  ].join('');
}

/** The outline of the ellipse that fills a box. */
export function ellipse({ x, y, width, height }: Box): string {
  const [rx, ry] = [width / 2, height / 2];
  const half = (toX: number) => `A${point(rx, ry)} 0 0 1 ${point(toX, y + ry)}`;
  return `M${point(x, y + ry)}${half(x + width)}${half(x)}Z`;
}

/**
 * The outline of a frame whose bars keep their width: the box, and the opening in it, the other way round. Bars that
 * meet leave no opening.
 */
export function frame(box: Box, bar: number, radius = 0): string {
  const { x, y, width, height } = box;
  if (bar * 2 >= width || bar * 2 >= height) return rectangle(box, radius);
  const [left, top, right, bottom] = [x + bar, y + bar, x + width - bar, y + height - bar].map(coordinate);
  return `${rectangle(box, radius)}M${left} ${top}V${bottom}H${right}V${top}Z`;
}

/** A line from one point to another. */
export const lineOf = (fromX: number, fromY: number, toX: number, toY: number): string =>
  `M${point(fromX, fromY)}L${point(toX, toY)}`;

/** A line between two points, with a mark across either end. */
export function measureLine({ x, y, width, height }: Box, along: 'across' | 'upright', mark: number): string {
  const half = mark / 2;
  if (along === 'across') {
    const middle = y + height / 2;
    const end = (at: number) => `M${point(at, middle - half)}V${coordinate(middle + half)}`;
    return `M${point(x, middle)}H${coordinate(x + width)}${end(x)}${end(x + width)}`;
  }
  const middle = x + width / 2;
  const end = (at: number) => `M${point(middle - half, at)}H${coordinate(middle + half)}`;
  return `M${point(middle, y)}V${coordinate(y + height)}${end(y)}${end(y + height)}`;
}
