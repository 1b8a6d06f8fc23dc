/** Answers with a file; a browser takes it for what it is said to be, and for nothing else. @param type media type */
export const bytesAnswer = (bytes: Buffer, type: string, headers: Readonly<Record<string, string>>): Response =>
  new Response(new Uint8Array(bytes), {
    headers: { 'Content-Type': type, 'X-Content-Type-Options': 'nosniff', ...headers },
  });
