import { createHash } from 'node:crypto';
import { Refusal } from '../services/refusal';
import { fileHeaders } from './bytes-answer';

/** The names in `If-None-Match`, without the mark of a weak comparison, which is the one that counts here. */
const namesIn = (header: string): string[] => header.split(',').map((name) => name.trim().replace(/^W\//, ''));

/**
 * Answers with a text, or only that it is still what whoever asks has: whoever asks again and again is sent it once.
 *
 * @see RFC 9110, 8.8.3 ETag, 13.1.2 If-None-Match
 */
export function conditional(request: Request, body: string, headers: Readonly<Record<string, string>>): Response {
  return named(request, createHash('sha256').update(body).digest('base64url').slice(0, 27), body, headers);
}

/**
 * The same in JSON, for whoever may see it.
 *
 * @param tag names what is answered: another whenever that is another; absent for one that is made of it
 */
export function conditionalJson(request: Request, value: unknown, tag?: string): Response {
  const headers = { 'Content-Type': 'application/json', 'Cache-Control': 'private, no-cache' };
  const body = JSON.stringify(value);
  return tag === undefined ? conditional(request, body, headers) : named(request, tag, body, headers);
}

/** The same with a drawn picture, under the name that changes with it. */
export const conditionalPng = (
  request: Request,
  { name, png }: { readonly name: string; readonly png: Buffer },
  cacheControl: string,
): Response =>
  named(request, name, new Uint8Array(png), { ...fileHeaders('image/png'), 'Cache-Control': cacheControl });

/** Answers with what has just been changed, and the tag that it has from now on. */
export const changedJson = (value: unknown, tag: string): Response =>
  Response.json(value, { headers: { ETag: quoted(tag), 'Cache-Control': 'no-store' } });

const quoted = (tag: string): string => `"${tag}"`;

/**
 * The tag in `If-Match`: what somebody has seen and changes.
 *
 * @param what it is, in a sentence
 * @throws Refusal 428 `sayWhatYouSaw` where there is none, or more than one
 * @see RFC 9110, 13.1.1 If-Match; RFC 6585, 3, Precondition Required
 */
export function tagSeen(request: Request, what: string): string {
  const tag = /^"([^"]*)"$/.exec(request.headers.get('if-match')?.trim() ?? '')?.[1];
  if (tag === undefined)
    throw new Refusal(
      428,
      'sayWhatYouSaw',
      `Say in If-Match which ${what} you have changed: the ETag it came with. Nothing was changed.`,
    );
  return tag;
}

function named(
  request: Request,
  tag: string,
  body: string | Uint8Array<ArrayBuffer>,
  headers: Readonly<Record<string, string>>,
): Response {
  const name = quoted(tag);
  const asked = request.headers.get('if-none-match');
  const isKnown = asked !== null && (asked.trim() === '*' || namesIn(asked).includes(name));
  const said = { ETag: name, 'Cache-Control': 'no-cache', ...headers };
  return isKnown ? new Response(null, { status: 304, headers: said }) : new Response(body, { headers: said });
}
