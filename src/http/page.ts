import { notFound } from 'next/navigation';
import { Refusal } from '../services/refusal';

/** Waits for what a page shows; what is not there becomes the page that says so. */
export async function orNotFound<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}
