/** The kinds of file a customer may be asked for, with what they are called and how each is told from its content. */
export const fileTypes = {
  pdf: { words: 'PDF', media: 'application/pdf', extension: 'pdf' },
  png: { words: 'PNG', media: 'image/png', extension: 'png' },
  jpeg: { words: 'JPEG', media: 'image/jpeg', extension: 'jpg' },
  webp: { words: 'WebP', media: 'image/webp', extension: 'webp' },
  tiff: { words: 'TIFF', media: 'image/tiff', extension: 'tif' },
  svg: { words: 'SVG', media: 'image/svg+xml', extension: 'svg' },
  text: { words: 'plain text', media: 'text/plain', extension: 'txt' },
  zip: { words: 'ZIP', media: 'application/zip', extension: 'zip' },
} as const;

export type FileType = keyof typeof fileTypes;

export const fileTypeNames = Object.keys(fileTypes) as [FileType, ...FileType[]];

/** Those that are pictures which every browser draws. */
export const drawnFileTypes: ReadonlySet<FileType> = new Set(['png', 'jpeg', 'webp', 'svg']);
