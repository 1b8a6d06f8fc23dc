import { createHash } from 'node:crypto';

/** The names in `If-None-Match`, without the mark of a weak comparison, which is the one that counts here. */
const namesIn = (header: string): string[] => header.split(',').map((name) => name.trim().replace(/^W\//, ''));

/**
 * Answers with a text, or only that it is still what whoever asks has: whoever asks again and again is sent it once.
 *
 * @see RFC 9110, 8.8.3 ETag, 13.1.2 If-None-Match
 */
export function conditional(request: Request, body: string, headers: Readonly<Record<string, string>>): Response {
  const name = `"${createHash('sha256').update(body).digest('base64url').slice(0, 27)}"`;
  const asked = request.headers.get('if-none-match');
  const isKnown = asked !== null && (asked.trim() === '*' || namesIn(asked).includes(name));
  const said = { ETag: name, 'Cache-Control': 'no-cache', ...headers };
  return isKnown ? new Response(null, { status: 304, headers: said }) : new Response(body, { headers: said });
}
