import { coordinate } from './outline';

/** One command of a letter's outline, in shares of the size of its face, from its foot downwards. */
export interface OutlineCommand {
  readonly type: 'M' | 'L' | 'C' | 'Q' | 'Z';
  /** pairs of x and y: the points that steer a curve, then where it ends */
  readonly points: readonly number[];
}

/** A letter of a face. */
export interface Letter {
  /** how far the next one stands, in shares of the size */
  readonly advance: number;
  readonly outline: readonly OutlineCommand[];
}

/** A face, as far as texts are laid out in it. All figures are shares of its size. */
export interface Lettering {
  /** height of a capital above its foot */
  readonly capitals: number;
  /** @returns null for a sign that the face doesn't have */
  letter(sign: string): Letter | null;
  /** by how much two signs stand closer, or further apart where it is more than 0 */
  kerning(left: string, right: string): number;
}

/** A line of text, ready to be drawn at any size. */
export interface SetLine {
  readonly text: string;
  /** in shares of the size */
  readonly width: number;
  readonly letters: readonly { readonly letter: Letter; readonly at: number }[];
  /** signs that the face doesn't have, each once */
  readonly missing: readonly string[];
}

/** Sets a line of text: each sign after the one before, pairs closer as the face says. */
export function setLine(text: string, face: Lettering): SetLine {
  const letters: { letter: Letter; at: number }[] = [];
  const missing = new Set<string>();
  let at = 0;
  let before: string | null = null;
  for (const sign of text.normalize('NFC')) {
    const letter = face.letter(sign);
    if (!letter) {
      missing.add(sign);
      before = null;
      continue;
    }
    if (before !== null) at += face.kerning(before, sign);
    letters.push({ letter, at });
    at += letter.advance;
    before = sign;
  }
  return { text, width: at, letters, missing: [...missing] };
}

/** Where a point of a letter comes to stand. */
type Placing = (x: number, y: number) => readonly [number, number];

function written(outline: Letter['outline'], place: Placing): string {
  return outline
    .map(({ type, points }) => {
      const parts: string[] = [];
      for (let index = 0; index + 1 < points.length; index += 2) {
        const [x, y] = place(points[index] ?? 0, points[index + 1] ?? 0);
        parts.push(`${coordinate(x)} ${coordinate(y)}`);
      }
      return type + parts.join(' ');
    })
    .join('');
}

/** The outline of a line of text that begins at a point of its foot. @param size of the face */
export function straightOutline({ letters }: SetLine, size: number, x: number, y: number): string {
  return letters
    .map(({ letter, at }) => written(letter.outline, (dx, dy) => [x + (at + dx) * size, y + dy * size]))
    .join('');
}

/**
 * The outline of a line of text along an arc, its middle at a point of the arc: bulging upwards, or downwards where the
 * radius is less than 0.
 */
export function bentOutline({ letters, width }: SetLine, size: number, x: number, y: number, radius: number): string {
  const around = Math.abs(radius);
  const upwards = radius > 0;
  return letters
    .map(({ letter, at }) => {
      // A letter stands upright on the arc at its own middle.
      const middle = (at + letter.advance / 2 - width / 2) * size;
      const angle = (upwards ? 1 : -1) * (middle / around);
      const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
      const footX = x + (upwards ? sin : -sin) * around;
      const footY = upwards ? y + around - cos * around : y - around + cos * around;
      return written(letter.outline, (dx, dy) => {
        const [ownX, ownY] = [(dx - letter.advance / 2) * size, dy * size];
        return [footX + ownX * cos - ownY * sin, footY + ownX * sin + ownY * cos];
      });
    })
    .join('');
}
