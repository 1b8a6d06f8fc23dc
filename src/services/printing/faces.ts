import type PdfDocument from 'pdfkit';
import { fontFile, fontPackageFile } from '../drawing/font-files';

type Doc = InstanceType<typeof PdfDocument>;

/** What text is set in. */
export type Face = 'plain' | 'bold' | 'heading';

const FILES: Readonly<Record<Face, readonly [folder: string, weight: number]>> = {
  plain: ['source-sans-3', 400],
  bold: ['source-sans-3', 600],
  heading: ['fraunces', 600],
};

/** The parts that font files come in; a sign is taken from the first that has it. */
const SUBSETS = ['latin', 'latin-ext', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext', 'vietnamese'] as const;

interface FacePart {
  readonly name: string;
  readonly bytes: Buffer;
  has(sign: string): boolean;
}

/** Ranges of signs as the package of a face says them, by part: `U+0000-00FF,U+0131`. */
function rangesIn(text: string): (readonly [number, number])[] {
  return text.split(',').map((range) => {
    const [from = '', until = from] = range.replace('U+', '').split('-');
    return [parseInt(from, 16), parseInt(until, 16)];
  });
}

async function partsOf(face: Face): Promise<FacePart[]> {
  const [folder, weight] = FILES[face];
  const said = JSON.parse((await fontPackageFile(folder, 'unicode.json')).toString()) as Record<string, string>;
  const found = await Promise.all(
    SUBSETS.map(async (subset): Promise<FacePart | null> => {
      const bytes = await fontFile(folder, subset, weight).catch(() => null);
      if (!bytes) return null;
      const ranges = rangesIn(said[subset] ?? '');
      const has = (sign: string) => {
        const code = sign.codePointAt(0) ?? 0;
        return ranges.some(([from, until]) => code >= from && code <= until);
      };
      return { name: `${face} ${subset}`, bytes, has };
    }),
  );
  return found.filter((part) => part !== null);
}

let known: Promise<ReadonlyMap<Face, readonly FacePart[]>> | undefined;

/** A piece of text that one font file has all signs of. */
export interface Run {
  readonly font: string;
  readonly text: string;
}

/** The faces of a document: each text is set in as many font files as it takes. */
export interface Faces {
  runs(face: Face, text: string): Run[];
}

/** Loads the faces, once a process, and lets a document write with them. */
export async function facesFor(doc: Doc): Promise<Faces> {
  known ??= Promise.all(
    (['plain', 'bold', 'heading'] as const).map(async (face) => [face, await partsOf(face)] as const),
  ).then((all) => new Map(all));
  const faces = await known;
  for (const parts of faces.values()) for (const { name, bytes } of parts) doc.registerFont(name, bytes);
  return {
    runs(face, text) {
      const parts = [...(faces.get(face) ?? []), ...(face === 'heading' ? (faces.get('bold') ?? []) : [])];
      const runs: { font: string; text: string }[] = [];
      for (const sign of text) {
        const last = runs.at(-1);
        // A blank is in every file; it stays with what it follows.
        const part =
          (sign === ' ' && last ? parts.find(({ name }) => name === last.font) : undefined) ??
          parts.find((one) => one.has(sign)) ??
          parts[0];
        if (!part) continue;
        if (last?.font === part.name) last.text += sign;
        else runs.push({ font: part.name, text: sign });
      }
      return runs;
    },
  };
}
