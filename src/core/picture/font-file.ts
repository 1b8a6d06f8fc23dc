import * as opentype from 'opentype.js';
import { type Font, type Glyph } from 'opentype.js';
import { type Letter, type Lettering, type OutlineCommand } from './lettering';

/** Bundlers find what it exports by name; Node finds all of it as one default. */
const { parse } = 'default' in opentype ? (opentype.default as typeof opentype) : opentype;

/** A font from its file (OpenType or WOFF). @throws Error for a file that is no font */
export const fontFrom = (file: ArrayBuffer | Uint8Array): Font =>
  // Of a view that shares its memory with others, exactly its own bytes.
  parse(file instanceof ArrayBuffer ? file : new Uint8Array(file).buffer);

/**
 * A face from its fonts: a sign is taken from the first that has it. Letters stand one after
 * the other with the kerning of their file; nothing is joined or replaced.
 *
 * @param fonts the first says how tall capitals are
 */
export function letteringFrom(fonts: readonly Font[]): Lettering {
  const [first] = fonts;
  if (!first) throw new Error('a face needs a font file');
  const letters = new Map<string, Letter | null>();
  const letter = (sign: string): Letter | null => {
    const known = letters.get(sign);
    if (known !== undefined) return known;
    const found = glyphIn(fonts, sign);
    const made = found && letterOf(found.glyph, found.font);
    letters.set(sign, made);
    return made;
  };
  return {
    capitals: capitalsOf(first),
    letter,
    kerning(left, right) {
      const [one, other] = [glyphIn(fonts, left), glyphIn(fonts, right)];
      if (!one || !other || one.font !== other.font) return 0;
      return one.font.getKerningValue(one.glyph, other.glyph) / one.font.unitsPerEm;
    },
  };
}

function glyphIn(fonts: readonly Font[], sign: string): { readonly font: Font; readonly glyph: Glyph } | null {
  const font = fonts.find((candidate) => candidate.charToGlyphIndex(sign) > 0);
  return font ? { font, glyph: font.charToGlyph(sign) } : null;
}

/** What a capital of nearly every face measures, where a file does not say it. */
const USUAL_CAPITALS = 0.7;

function capitalsOf(font: Font): number {
  const said: unknown = font.tables.os2?.sCapHeight;
  return typeof said === 'number' && said > 0 ? said / font.unitsPerEm : USUAL_CAPITALS;
}

function letterOf(glyph: Glyph, font: Font): Letter {
  const share = (value: number) => value / font.unitsPerEm;
  // Font files count upwards from the foot, pictures downwards.
  const outline = glyph.path.commands.map((command): OutlineCommand => {
    switch (command.type) {
      case 'M':
      case 'L':
        return { type: command.type, points: [share(command.x), -share(command.y)] };
      case 'C':
        return {
          type: 'C',
          points: [command.x1, -command.y1, command.x2, -command.y2, command.x, -command.y].map(share),
        };
      case 'Q':
        return { type: 'Q', points: [command.x1, -command.y1, command.x, -command.y].map(share) };
      case 'Z':
        return { type: 'Z', points: [] };
    }
  });
  return { advance: share(glyph.advanceWidth ?? 0), outline };
}
