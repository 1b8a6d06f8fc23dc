/** The faces that ship with the shop, for texts that are engraved, branded or sewn. */
export const letteringFaces = [
  { key: 'serif', title: 'Old serif', family: 'Fraunces Variable' },
  { key: 'plain', title: 'Plain', family: 'Source Sans 3 Variable' },
  { key: 'typewriter', title: 'Typewriter', family: 'IBM Plex Mono' },
  { key: 'script', title: 'Flowing script', family: 'Dancing Script' },
  { key: 'slab', title: 'Slab', family: 'Zilla Slab' },
  { key: 'capitals', title: 'Roman capitals', family: 'Cinzel' },
] as const;

export type LetteringFace = (typeof letteringFaces)[number]['key'];

/** The longest name and licence of a typeface, in characters. */
export const LONGEST_TYPEFACE = 80;
export const LONGEST_LICENCE = 2_000;

/** So many typefaces are kept beside those that ship. */
export const MOST_TYPEFACES = 500;

/** The largest font file that is taken, in bytes. */
export const LARGEST_TYPEFACE = 8 * 1024 * 1024;

const UPLOADED = '/typefaces/';

/** Where a typeface is found in the application that was uploaded, by the hash of its file. */
export const typefaceAddress = (hash: string): string => `${UPLOADED}${hash}`;

/** The hash of the uploaded typeface that is found at an address; undefined for any other. */
export const typefaceAt = (address: string): string | undefined => /^\/typefaces\/([0-9a-f]{40})$/.exec(address)?.[1];

/** How font files end that lie beside a catalog file. */
const FONT_FILE = /\.(woff2?|ttf|otf)$/i;

/** Whether it is where the file of a typeface is, rather than the key of one that ships with the shop. */
export const isFontPlace = (face: string): boolean => face.startsWith(UPLOADED) || FONT_FILE.test(face);

/** Whether it names a typeface: one that ships with the shop, or a file. */
export const isTypeface = (face: string | null): face is string =>
  face !== null && (letteringFaces.some(({ key }) => key === face) || isFontPlace(face));

/** The files that those come in that ship: Latin, and what else is written in Latin letters. */
export const letteringSubsets = ['latin', 'latin-ext'] as const;

/** Where a browser finds the files of a typeface. */
export const letteringParts = (face: string): readonly string[] =>
  typefaceAt(face) === undefined
    ? letteringSubsets.map((subset) => `/api/lettering/${encodeURIComponent(face)}/${subset}`)
    : [face];

/** The font family of a typeface, as style sheets name it. */
export const letteringFamily = (face: string | null): string | undefined =>
  face !== null && typefaceAt(face) !== undefined
    ? `Uploaded ${typefaceAt(face)}`
    : letteringFaces.find(({ key }) => key === face)?.family;
