/** What is said of a file: a browser takes it for what it is, and for nothing else. @param type media type */
export const fileHeaders = (type: string): Readonly<Record<string, string>> => ({
  'Content-Type': type,
  'X-Content-Type-Options': 'nosniff',
});

/** Answers with a file; a browser takes it for what it is said to be, and for nothing else. @param type media type */
export const bytesAnswer = (bytes: Buffer, type: string, headers: Readonly<Record<string, string>>): Response =>
  new Response(new Uint8Array(bytes), {
    headers: { ...fileHeaders(type), ...headers },
  });
