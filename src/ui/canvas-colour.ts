/**
 * Reads colours for a canvas. Tokens are names of variables, which a canvas does not know; what they stand for is read
 * from the page.
 *
 * @returns the colour that a token stands for there
 */
export function canvasColours(canvas: HTMLCanvasElement): (token: string | undefined) => string | undefined {
  const style = getComputedStyle(canvas);
  return (token) => style.getPropertyValue(/var\((--[^)]+)\)/.exec(token ?? '')?.[1] ?? '').trim() || token;
}
