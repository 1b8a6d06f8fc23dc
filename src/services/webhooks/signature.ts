import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';

/** What begins a secret, so that it is known when it turns up where it should not. */
const SECRET_BEGINS = 'whsec_';

/** A secret that messages are signed with: 256 bits. */
export const newWebhookSecret = (): string => SECRET_BEGINS + randomBytes(32).toString('base64');

/** The bytes of a secret; null for what is none. */
function bytesOf(secret: string): Buffer | null {
  const bytes = secret.startsWith(SECRET_BEGINS) ? Buffer.from(secret.slice(SECRET_BEGINS.length), 'base64') : null;
  return bytes && bytes.length >= 16 ? bytes : null;
}

/** HMAC with SHA-256, in base64. @see RFC 2104, and RFC 4231 for values to try it with */
export const hmac = (key: Buffer, signed: Buffer | string): string =>
  createHmac('sha256', key).update(signed).digest('base64');

/** A message as it is signed. */
export interface Signed {
  readonly id: string;
  /** seconds since 1970 */
  readonly timestamp: number;
  readonly body: string;
}

/**
 * Signs a message: what is sent in `webhook-signature`.
 *
 * @see Standard Webhooks, symmetric signatures (v1)
 */
export function signatureOf(secret: string, { id, timestamp, body }: Signed): string {
  const key = bytesOf(secret);
  if (!key) throw new Error('a webhook has no secret');
  return `v1,${hmac(key, `${id}.${timestamp}.${body}`)}`;
}

/** A message that is older or newer than this is none of now, in seconds. */
const TOLERANCE = 5 * 60;

/**
 * Whether a message comes from whoever knows the secret, and is of now.
 *
 * @param signatures what `webhook-signature` says: several, where the secret has just been changed
 * @param now        seconds since 1970
 */
export function isSignedBy(secret: string, message: Signed, signatures: string, now: number): boolean {
  if (!bytesOf(secret) || Math.abs(now - message.timestamp) > TOLERANCE) return false;
  const right = Buffer.from(signatureOf(secret, message));
  return signatures.split(' ').some((said) => {
    const given = Buffer.from(said);
    return given.length === right.length && timingSafeEqual(given, right);
  });
}
