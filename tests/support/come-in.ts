import { expect } from 'vitest';
import * as byLink from '@/app/api/sign-in/link/route';
import { type Services } from '@/services/context';
import { demoLink } from '@/services/people/demo-owner';
import { Asking } from './asked-route';

/** What signs in, of the path of a link. */
export const secretIn = (path: string): string => path.split('#')[1] ?? '';

/** Somebody who has come in by a link. */
export async function whoCame(path: string): Promise<Asking> {
  const someone = new Asking();
  const { status } = await someone.hear(byLink.POST(someone.request('POST', { secret: secretIn(path) })));
  expect(status).toBe(200);
  return someone;
}

/** The owner of the demo shop, who has come in. */
export const whoOwns = async (context: Services): Promise<Asking> => whoCame((await demoLink(context)) ?? '');
