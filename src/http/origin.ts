const schemeOf = (said: string | null, otherwise: string): string =>
  (said ?? otherwise) === 'https' ? 'https' : 'http';

/** The origin that a request was made to, as whoever made it knows it: a proxy before us says so. */
export function originOf(request: Request): string {
  const { protocol, host } = new URL(request.url);
  const asked = request.headers.get('host') ?? host;
  return `${schemeOf(request.headers.get('x-forwarded-proto'), protocol.replace(':', ''))}://${asked}`;
}

/** The same, of a page that is being drawn. */
export const originSaid = (headers: Pick<Headers, 'get'>): string =>
  `${schemeOf(headers.get('x-forwarded-proto'), 'http')}://${headers.get('host') ?? 'localhost'}`;
