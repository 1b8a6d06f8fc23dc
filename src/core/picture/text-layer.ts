import { type LayerOf } from '../catalog';
import { measureFrom } from './outline';
import { bentOutline, type Lettering, setLine, type SetLine, straightOutline } from './lettering';
import { type Box, type PictureTold, type SceneNode } from './scene';

/** So many signs of a text are drawn: more can't be read on any picture. */
const MOST_SIGNS = 600;

/** How far lines stand apart, in sizes of the face. */
const LINE = 1.25;

/** A text in its box. */
interface Words {
  readonly text: string;
  readonly box: Box;
  readonly colour: string;
  readonly layer: Pick<LayerOf<'text'>, 'size' | 'smallest' | 'lines' | 'align' | 'arc'>;
}

/** Draws a text; with a face that is not there yet, as letters for whoever shows the picture. */
export function textNodes(words: Words, face: Lettering | null, key: string, told: PictureTold[]): SceneNode[] {
  const text = [...words.text].slice(0, MOST_SIGNS).join('');
  if (text.trim() === '' || measureFrom(words.layer.size) <= 0) return [];
  if (!face) return [awaited({ ...words, text }, key)];
  const wanted = measureFrom(words.layer.size) / face.capitals;
  const { lines, size } =
    words.layer.lines === 'wrapped' ? wrapped(text, words.box, face, wanted) : onOneLine(text, words.box, face, wanted);
  note(words, text, lines, size * face.capitals, told);
  const d = outlineOf(words, lines, size, face);
  return d === '' ? [] : [{ kind: 'path', d, fill: { kind: 'colour', colour: words.colour }, line: null }];
}

interface SetText {
  readonly lines: readonly SetLine[];
  readonly size: number;
}

/** One line, made smaller until it fits in length and height. */
function onOneLine(text: string, box: Box, face: Lettering, wanted: number): SetText {
  const line = setLine(text.replace(/\s+/g, ' ').trim(), face);
  const most = Math.min(line.width > 0 ? box.width / line.width : wanted, box.height / face.capitals);
  return { lines: [line], size: Math.min(wanted, most) };
}

/** Lines broken between words: as large as wanted, or as fits. */
function wrapped(text: string, box: Box, face: Lettering, wanted: number): SetText {
  const fits = (size: number) => {
    const lines = broken(text, box.width / size, face);
    const high = ((lines.length - 1) * LINE + face.capitals) * size;
    return high <= box.height && lines.every(({ width }) => width * size <= box.width + 1e-9) ? lines : null;
  };
  const asWanted = fits(wanted);
  if (asWanted) return { lines: asWanted, size: wanted };
  let [fitting, tooLarge] = [0, wanted];
  // Halved often enough that nobody sees the rest.
  for (let round = 0; round < 20; round += 1) {
    const size = (fitting + tooLarge) / 2;
    if (fits(size)) fitting = size;
    else tooLarge = size;
  }
  const size = fitting > 0 ? fitting : wanted / 100;
  return { lines: broken(text, box.width / size, face), size };
}

/** Lines of at most a width, in shares of the size; a word that is longer has a line of its own. */
function broken(text: string, width: number, face: Lettering): SetLine[] {
  return text.split('\n').flatMap((paragraph) => {
    const lines: SetLine[] = [];
    let line = '';
    for (const word of paragraph.split(/\s+/).filter(Boolean)) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (line !== '' && setLine(longer, face).width > width) {
        lines.push(setLine(line, face));
        line = word;
      } else line = longer;
    }
    return [...lines, setLine(line, face)];
  });
}

function note({ layer }: Words, text: string, lines: readonly SetLine[], height: number, told: PictureTold[]): void {
  const smallest = measureFrom(layer.smallest);
  if (height < smallest - 1e-9) told.push({ code: 'lettersTooSmall', text, height, smallest });
  const letters = [...new Set(lines.flatMap(({ missing }) => missing))].join('');
  if (letters.trim() !== '') told.push({ code: 'lettersMissing', letters });
}

function outlineOf(
  { box, layer: { align, arc } }: Words,
  lines: readonly SetLine[],
  size: number,
  face: Lettering,
): string {
  const capitals = face.capitals * size;
  const high = (lines.length - 1) * LINE * size + capitals;
  const first = box.y + (box.height - high) / 2 + capitals;
  const radius = arc === null ? 0 : measureFrom(arc);
  const [only] = lines;
  if (radius !== 0 && only && lines.length === 1) return bentOutline(only, size, box.x + box.width / 2, first, radius);
  return lines
    .map((line, index) =>
      straightOutline(line, size, startOf(box, line.width * size, align), first + index * LINE * size),
    )
    .join('');
}

function startOf({ x, width }: Box, line: number, align: Words['layer']['align']): number {
  if (align === 'left') return x;
  return align === 'right' ? x + width - line : x + (width - line) / 2;
}

/** What most faces have as the height of a capital, until the face itself is there. */
const USUAL_CAPITALS = 0.68;

function awaited({ text, box, colour, layer: { size, align } }: Words, face: string): SceneNode {
  const guess = measureFrom(size) / USUAL_CAPITALS;
  const size1 = Math.min(guess, box.height / USUAL_CAPITALS, box.width / Math.max(1, text.length * 0.55));
  const x = align === 'left' ? box.x : align === 'right' ? box.x + box.width : box.x + box.width / 2;
  const y = box.y + box.height / 2 + (size1 * USUAL_CAPITALS) / 2;
  return { kind: 'letters', text, face, size: size1, x, y, align, colour };
}
