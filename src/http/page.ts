import { notFound } from 'next/navigation';
import { Refusal } from '../services/refusal';
import { numberFrom } from './route';

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
