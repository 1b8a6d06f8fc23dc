import { type Metadata } from 'next';
import { CuttingPage } from '@/features/manage/cutting';
import { managerServices } from '@/http/manager-page';
import { listCutting } from '@/services/stock/ledger/cutting';

export const metadata: Metadata = { title: 'To be cut' };
export const dynamic = 'force-dynamic';

export default async function Cutting() {
  return <CuttingPage jobs={await listCutting(await managerServices())} />;
}
