/** The origin that a request was made to, as whoever made it knows it: a proxy before us says so. */
export function originOf(request: Request): string {
  const { protocol, host } = new URL(request.url);
  const asked = request.headers.get('host') ?? host;
  const scheme = request.headers.get('x-forwarded-proto') ?? protocol.replace(':', '');
  return `${scheme === 'https' ? 'https' : 'http'}://${asked}`;
}
