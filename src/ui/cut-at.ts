/**
 * Where a picture is cut that fills a frame in one direction and is larger in this: so that a point of it comes to the
 * middle of the frame, as far as the picture reaches.
 *
 * @param focus  where the point is, in percent of the picture
 * @param larger how many times as large as the frame the picture is; 1 where it is not cut, or nobody knows yet
 * @returns the place by CSS: this percentage of the picture stands at this percentage of the frame
 */
export function cutAt(focus: number, larger: number): number {
  // Not known, or not cut: the point itself stays in view wherever it is.
  if (larger <= 1) return focus;
  const place = ((focus / 100) * larger - 0.5) / (larger - 1);
  return Math.round(Math.min(1, Math.max(0, place)) * 10_000) / 100;
}
