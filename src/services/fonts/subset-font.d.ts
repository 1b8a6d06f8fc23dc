declare module 'subset-font' {
  /** What is kept of a font file. */
  interface SubsetOptions {
    readonly targetFormat?: 'sfnt' | 'woff' | 'woff2';
    readonly preserveNameIds?: readonly number[];
    readonly dropTables?: readonly string[];
    readonly keepFeatures?: readonly string[];
    readonly variationAxes?: Readonly<Record<string, number>>;
    readonly noLayoutClosure?: boolean;
    readonly noHinting?: boolean;
    readonly keepAllGlyphs?: boolean;
  }

  /** A font with some of its signs only. @param text the signs; absent where all are kept */
  export default function subsetFont(
    font: Uint8Array,
    text: string | undefined,
    options?: SubsetOptions,
  ): Promise<Buffer>;
}
