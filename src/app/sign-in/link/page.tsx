import { type Metadata } from 'next';
import { SignInByLink } from '@/features/manage/sign-in';
import { isSomebodyIn } from '@/http/manager-page';
import { type Said, saidOf } from '../../said-of';
import { withinManage } from '../within-manage';

export const metadata: Metadata = { title: 'Sign in', robots: { index: false }, referrer: 'no-referrer' };
// The word that lets its script run is another for every answer.
export const dynamic = 'force-dynamic';

/** Whoever comes by a link sets a password next, as the link is good once: unless it says where it leads. */
export default async function ByLink({ searchParams }: { searchParams: Promise<Said> }) {
  const after = withinManage(saidOf(await searchParams, ['to']).to, '/manage/me');
  return <SignInByLink after={after} isIn={await isSomebodyIn()} />;
}
