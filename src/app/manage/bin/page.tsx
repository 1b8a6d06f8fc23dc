import { type Metadata } from 'next';
import { listQuery } from '@/features/kit/shared';
import { BinPage } from '@/features/manage/bin';
import { binAskedFrom, listBin } from '@/services/bin/list';
import { managerServices } from '@/http/manager-page';
import { type Said, saidOf } from '../../said-of';

export const metadata: Metadata = { title: 'Bin' };
export const dynamic = 'force-dynamic';

export default async function Bin({ searchParams }: { searchParams: Promise<Said> }) {
  const asked = listQuery(saidOf(await searchParams, ['find', 'sort', 'page']));
  return (
    <BinPage
      first={{ asked, page: await listBin(await managerServices(), binAskedFrom(new URLSearchParams(asked))) }}
    />
  );
}
