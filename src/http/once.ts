import { createHash } from 'node:crypto';
import { type Who } from '../core/people';
import { type Services } from '../services/context';
import { type NamedRequest, once } from '../services/done-requests';
import { Refusal } from '../services/refusal';

/** Answers of these addresses are kept; others may say a secret that is told once. */
const KEPT = '/api/manage/v1/';

/** The longest answer that is kept, in characters. */
const LONGEST_KEPT = 64 * 1024;

/** A name as it is sent: in quotation marks, or bare. */
const NAME = /^(?:"([!#-~]{1,200})"|([!#-~]{1,200}))$/;

/**
 * The name that whoever sends a request gave it in `Idempotency-Key`; null where they gave none.
 *
 * @throws Refusal 400 `badKey` for what is no name
 * @see draft-ietf-httpapi-idempotency-key-header, The Idempotency-Key HTTP Header Field
 */
function nameOf(request: Request): string | null {
  const said = request.headers.get('idempotency-key');
  if (said === null) return null;
  const [, quoted, bare] = NAME.exec(said.trim()) ?? [];
  const name = quoted ?? bare;
  if (name === undefined)
    throw new Refusal(
      400,
      'badKey',
      'The Idempotency-Key is no key: it is 1 to 200 visible ASCII characters, such as a UUID, with or without quotation marks around them.',
    );
  return name;
}

async function named(request: Request, name: string): Promise<NamedRequest> {
  const { pathname, search } = new URL(request.url);
  const hash = createHash('sha256').update(`${request.method} ${pathname}${search}\n`);
  // The route reads the body itself.
  for await (const chunk of request.clone().body ?? []) hash.update(chunk);
  return { name, fingerprint: hash.digest('base64url') };
}

async function kept(request: Request, response: Response): Promise<{ status: number; answer: string | null }> {
  const isJson = (response.headers.get('content-type') ?? '').startsWith('application/json');
  const { status } = response;
  if (!isJson || !new URL(request.url).pathname.startsWith(KEPT)) return { status, answer: null };
  const answer = await response.clone().text();
  return { status, answer: answer.length > LONGEST_KEPT ? null : answer };
}

/**
 * Answers what a request asks; one that its sender has given a name does what it does once, however often it is sent.
 *
 * @throws Refusal as {@link nameOf} and `once`
 */
export async function onceNamed(
  context: Services,
  who: Who,
  request: Request,
  work: () => Promise<Response>,
): Promise<Response> {
  const name = nameOf(request);
  if (name === null || ['GET', 'HEAD'].includes(request.method)) return work();
  const answered = await once(context, who, await named(request, name), {
    work,
    kept: (response) => kept(request, response),
  });
  if (answered instanceof Response) return answered;
  return new Response(answered.answer, {
    status: answered.status,
    headers: { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' },
  });
}
