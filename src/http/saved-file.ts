interface Saved {
  /** media type */
  readonly type: string;
  /** what the file is called where it is saved */
  readonly name: string;
}

/** A name as a header says it. @see RFC 6266, and RFC 8187 for what is not ASCII */
const nameSaid = (name: string): string =>
  /^[\w.-]+$/.test(name) ? `filename="${name}"` : `filename*=UTF-8''${encodeURIComponent(name)}`;

/**
 * Answers with a file that a browser saves: never kept by what lies between, never shown as a page, and nothing in it
 * runs where somebody opens it all the same.
 */
export const savedFile = (body: Buffer | string | ReadableStream<Uint8Array>, { type, name }: Saved): Response =>
  new Response(Buffer.isBuffer(body) ? new Uint8Array(body) : body, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': `attachment; ${nameSaid(name)}`,
      'Content-Security-Policy': "default-src 'none'; sandbox",
      'X-Content-Type-Options': 'nosniff',
      'Cache-Control': 'private, no-store',
    },
  });
