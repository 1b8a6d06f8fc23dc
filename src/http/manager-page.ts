import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import { type Need, may } from '../core/people';
import { type Services } from '../services/context';
import { type Admitted, admit } from '../services/people/admit';
import { services } from '../services/process';
import { PAGE_HEADER } from './asked-page';
import { originSaid } from './origin';

/** Where somebody signs in who wants to see a page. */
const signInPath = (page: string): string => `/sign-in?to=${encodeURIComponent(page)}`;

/** Who asks for the page that is being drawn, if somebody does: looked up once, however many parts of it ask. */
const asking = cache(async () => {
  const asked = await headers();
  const context = await services();
  const isSecure = originSaid(asked).startsWith('https:');
  return { asked, context, admitted: (await admit(context, { headers: asked, isSecure })).admitted };
});

/** Whether whoever asks for the page that is being drawn has signed in. */
export const isSomebodyIn = async (): Promise<boolean> => (await asking()).admitted !== null;

/** Who asks for the page that is being drawn; nobody is sent to where people sign in. */
export async function whoAsks(): Promise<{ readonly context: Services; readonly admitted: Admitted }> {
  const { asked, context, admitted } = await asking();
  if (!admitted) redirect(signInPath(asked.get(PAGE_HEADER) ?? '/manage/products'));
  return { context, admitted };
}

/** Where somebody sets up the second factor that they have to have. */
const ABOUT_THEMSELVES = '/manage/me';

/** The same for a page that is about more than themselves: whoever has to set up a second factor is sent there. */
async function whoGoesOn(): ReturnType<typeof whoAsks> {
  const asking = await whoAsks();
  if (asking.admitted.lacksFactor) redirect(ABOUT_THEMSELVES);
  return asking;
}

/** What a page of the manager's side is drawn from, for whoever has been let in. */
export const managerServices = async (): Promise<Services> => (await whoGoesOn()).context;

/** The same for a page that takes a role; null for somebody without it. */
export async function managerServicesFor(need: Need): Promise<Services | null> {
  const { context, admitted } = await whoGoesOn();
  return may(admitted.roles, need) ? context : null;
}
