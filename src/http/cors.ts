import { type Knock } from './gate';

/** Methods and headers that pages of other sites may use. */
const METHODS = 'GET, HEAD, POST';
const HEADERS = 'Content-Type, Content-Encoding, If-None-Match';

/** What other sites' pages may ask: what needs no sign-in, and nothing else. */
const OPEN = '/api/v1/';

/** How long a browser need not ask again whether it may, in seconds. */
const REMEMBERED = 600;

/** The origins whose pages may ask, as a setting names them, separated by commas; what is no origin is left out. */
export const originsFrom = (setting: string | undefined): ReadonlySet<string> =>
  new Set(
    (setting ?? '').split(',').flatMap((said) => {
      const text = said.trim();
      return URL.canParse(text) && new URL(text).origin !== 'null' ? [new URL(text).origin] : [];
    }),
  );

/** A request that a page of a listed origin makes. */
export interface FromElsewhere {
  /** what the answer says, so that the browser shows it to the page */
  readonly headers: Readonly<Record<string, string>>;
  /** whether the browser only asks whether it may */
  readonly isPreflight: boolean;
}

/**
 * What lets a page of a listed origin read an answer; null where there is no such page, or the address is not open.
 * Nothing of a sign-in is ever sent along: no answer says that it may be.
 *
 * @see Fetch Standard, 3.2, CORS protocol
 */
export function fromElsewhere({ method, path, header }: Knock, origins: ReadonlySet<string>): FromElsewhere | null {
  const origin = header('origin');
  if (origin === null || !origins.has(origin) || !path.startsWith(OPEN)) return null;
  const isPreflight = method === 'OPTIONS' && header('access-control-request-method') !== null;
  return {
    isPreflight,
    headers: {
      'Access-Control-Allow-Origin': origin,
      Vary: 'Origin',
      ...(isPreflight
        ? {
            'Access-Control-Allow-Methods': METHODS,
            'Access-Control-Allow-Headers': HEADERS,
            'Access-Control-Max-Age': String(REMEMBERED),
          }
        : { 'Access-Control-Expose-Headers': 'ETag, Retry-After' }),
    },
  };
}
