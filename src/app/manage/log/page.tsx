import { type Metadata } from 'next';
import { listQuery } from '@/features/kit/shared';
import { LogPage, NotYours } from '@/features/manage/people';
import { managerServicesFor } from '@/http/manager-page';
import { logAskedFrom, readLog } from '@/services/people/log-list';
import { type Said, saidOf } from '../../said-of';

export const metadata: Metadata = { title: 'Log' };
export const dynamic = 'force-dynamic';

export default async function Log({ searchParams }: { searchParams: Promise<Said> }) {
  const context = await managerServicesFor('owner');
  if (!context) return <NotYours title="Log" need="owner" />;
  const asked = listQuery(saidOf(await searchParams, ['find', 'kind', 'who', 'page']));
  return <LogPage first={{ asked, page: await readLog(context, logAskedFrom(new URLSearchParams(asked))) }} />;
}
