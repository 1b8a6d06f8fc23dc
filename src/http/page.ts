import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { Refusal } from '../services/refusal';
import { NONCE_HEADER } from './content-policy';
import { originSaid } from './origin';
import { numberFrom } from './route';

/** The word that lets a script in the page run that is being drawn. */
export async function pageNonce(): Promise<string | undefined> {
  return (await headers()).get(NONCE_HEADER) ?? undefined;
}

/** The origin of the page that is being drawn, as whoever asks for it knows it. */
export const pageOrigin = async (): Promise<string> => originSaid(await headers());

function asNotFound(error: unknown): never {
  if (error instanceof Refusal && error.status === 404) notFound();
  throw error;
}

/** Waits for what a page shows; what is not there becomes the page that says so. */
export function orNotFound<T>(work: Promise<T>): Promise<T> {
  return work.catch(asNotFound);
}

/** Reads a number from a page's address; where there is none, nothing is there. */
export function numberOrNotFound(text: string): number {
  try {
    return numberFrom(text);
  } catch (error) {
    return asNotFound(error);
  }
}

/** As whom, and when, an address asks to see a draft: `group`, key of a customer group; `day`, as YYYY-MM-DD. */
export interface SeenAsQuery {
  readonly group?: string | string[];
  readonly day?: string | string[];
}

const one = (value: string | string[] | undefined) => (typeof value === 'string' && value !== '' ? value : null);

/** What of an address counts; anything twice, or empty, is not said. */
export const seenAsFrom = ({ group, day }: SeenAsQuery) => ({ group: one(group), day: one(day) });
