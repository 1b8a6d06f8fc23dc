import { randomBytes } from 'node:crypto';

/** By this name pages find the word that lets their own inline scripts run. */
export const NONCE_HEADER = 'x-nonce';

/** A word that can't be guessed, for one answer. */
export const newNonce = (): string => randomBytes(16).toString('base64');

/**
 * What a page may load and run: scripts of our own files, and such as stand in the page and know the word; pictures of
 * our own; no frames of others around it.
 *
 * @param isDeveloping whether code may be put together while it runs, as tools for developing do
 * @see Content Security Policy Level 3
 */
export function contentPolicy(nonce: string, isDeveloping = false): string {
  return [
    `script-src 'self' 'nonce-${nonce}'${isDeveloping ? " 'unsafe-eval'" : ''}`,
    "worker-src 'self' blob:",
    "img-src 'self' data: blob:",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'self'",
  ].join('; ');
}
