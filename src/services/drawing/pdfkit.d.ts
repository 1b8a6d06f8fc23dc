/** What the library has and its types don’t say: where a document and a page keep what has no method of its own. */
declare namespace PDFKit {
  interface PDFDocument {
    /** the catalog of the document */
    readonly _root: { readonly data: Record<string, unknown> };
    /** reads a picture, which is in the file once however often it is drawn */
    openImage(bytes: Buffer): Mixins.ImageSrc;
  }
  interface PDFPage {
    readonly resources: { readonly data: Record<string, unknown> };
  }
}
