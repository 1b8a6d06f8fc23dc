import { type Metadata } from 'next';
import { AccountPage } from '@/features/manage/people';
import { whoAsks } from '@/http/manager-page';
import { readAccount } from '@/services/people/account';

export const metadata: Metadata = { title: 'You' };
export const dynamic = 'force-dynamic';

export default async function Me() {
  const { context, admitted } = await whoAsks();
  return <AccountPage account={await readAccount(context, admitted)} />;
}
