import { type Metadata } from 'next';
import { redirect } from 'next/navigation';
import { SignInPage } from '@/features/manage/sign-in';
import { isSomebodyIn } from '@/http/manager-page';
import { isNobodyHere } from '@/services/people/people';
import { services } from '@/services/process';
import { type Said, saidOf } from '../said-of';
import { withinManage } from './within-manage';

export const metadata: Metadata = { title: 'Sign in', robots: { index: false } };
export const dynamic = 'force-dynamic';

export default async function SignIn({ searchParams }: { searchParams: Promise<Said> }) {
  const to = withinManage(saidOf(await searchParams, ['to']).to, '/manage/products');
  if (await isSomebodyIn()) redirect(to);
  return <SignInPage to={to} isNobodyHere={await isNobodyHere(await services())} />;
}
