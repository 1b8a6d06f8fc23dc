/**
 * An answer that says what is wrong, for people and for programs.
 *
 * @param more anything else that a program can use; `retryAfter`, in seconds, and `allow`, the methods there are, also
 *   stand in headers
 * @see RFC 9457, Problem Details for HTTP APIs
 */
export function problemDocument(
  status: number,
  code: string,
  detail: string,
  more: Readonly<Record<string, unknown>> = {},
): Response {
  const body = { type: 'about:blank', title: TITLES[status] ?? 'Problem', status, detail, code, ...more };
  return new Response(JSON.stringify(body), {
    status,
    headers: {
      'Content-Type': 'application/problem+json',
      'Cache-Control': 'no-store',
      ...(typeof more.allow === 'string' && { Allow: more.allow }),
      ...(typeof more.retryAfter === 'number' && { 'Retry-After': String(more.retryAfter) }),
    },
  });
}

const TITLES: Readonly<Record<number, string>> = {
  400: 'Bad Request',
  401: 'Unauthorized',
  403: 'Forbidden',
  404: 'Not Found',
  405: 'Method Not Allowed',
  409: 'Conflict',
  412: 'Precondition Failed',
  413: 'Content Too Large',
  415: 'Unsupported Media Type',
  421: 'Misdirected Request',
  422: 'Unprocessable Content',
  428: 'Precondition Required',
  429: 'Too Many Requests',
  500: 'Internal Server Error',
  503: 'Service Unavailable',
};
