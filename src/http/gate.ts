/** What of a request decides whether it is let in. */
export interface Knock {
  readonly method: string;
  /** as it was sent, still encoded */
  readonly path: string;
  header(name: string): string | null;
}

/** Why a request is turned away. */
export interface TurnedAway {
  readonly status: 400 | 403 | 405 | 415 | 421;
  readonly code: 'otherHost' | 'otherSite' | 'formBody' | 'badAddress' | 'onlyRead';
  readonly detail: string;
  /** the methods there are, where another was used */
  readonly allow?: string;
}

const OWN_HOSTS = ['localhost', '127.0.0.1', '[::1]'];

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** What a page of another site can send without asking first. @see Fetch Standard, CORS-safelisted request-headers */
const FORM_TYPES = ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data'];

/** The hosts that are answered: this machine's own, and those that a setting names, separated by commas. */
export function hostsFrom(setting: string | undefined): ReadonlySet<string> {
  const named = (setting ?? '')
    .split(',')
    .map((host) => host.trim().toLowerCase())
    .filter((host) => host !== '');
  return new Set([...OWN_HOSTS, ...named]);
}

const withoutPort = (host: string) => host.toLowerCase().replace(/:\d{1,5}$/, '');

/** The host of an origin such as `https://shop.example:8443`, with its port; null for anything else. */
function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}

function canBeDecoded(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

/**
 * The one gate that every request passes: only hosts that are ours are answered, so that no other name can be made to
 * lead here; and what writes comes from our own pages, or from no page at all.
 *
 * @param isListed whether it comes from a page of a site that may ask
 * @returns null for what is let in
 */
export function gate({ method, path, header }: Knock, hosts: ReadonlySet<string>, isListed = false): TurnedAway | null {
  const host = header('host') ?? '';
  if (!hosts.has(withoutPort(host))) {
    return {
      status: 421,
      code: 'otherHost',
      detail: `Nothing is served under the name “${host.slice(0, 80)}”. Whoever runs Oak Knot can add it to OAK_KNOT_HOSTS.`,
    };
  }
  if (!canBeDecoded(path))
    return {
      status: 400,
      code: 'badAddress',
      detail: 'The address can’t be read: it has a per cent sign in it that begins no character.',
    };
  if (READS.has(method)) return null;
  // What changes something is asked of addresses of its own; pages, pictures and files are only read.
  if (!path.startsWith('/api/'))
    return {
      status: 405,
      code: 'onlyRead',
      detail: `Nothing is done by ${method} here: this address is only read.`,
      allow: 'GET, HEAD',
    };
  const site = header('sec-fetch-site');
  const origin = header('origin');
  if (
    !isListed &&
    ((site !== null && site !== 'same-origin' && site !== 'none') ||
      (origin !== null && hostOf(origin) !== host.toLowerCase()))
  ) {
    return {
      status: 403,
      code: 'otherSite',
      detail: 'This was sent by a page of another site. Only our own pages may change something here.',
    };
  }
  const type = (header('content-type') ?? '').split(';')[0]?.trim().toLowerCase() ?? '';
  if (FORM_TYPES.includes(type))
    return {
      status: 415,
      code: 'formBody',
      detail: `A body of type ${type} is not read here. Send application/json, or a file as application/octet-stream.`,
    };
  return null;
}
