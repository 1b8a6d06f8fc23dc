import { type Metadata } from 'next';
import { CuttingPage } from '@/features/cutting/cutting-page';
import { services } from '@/services/process';
import { listCutting } from '@/services/stock/cutting';

export const metadata: Metadata = { title: 'To be cut' };
export const dynamic = 'force-dynamic';

export default async function Cutting() {
  return <CuttingPage jobs={await listCutting(await services())} />;
}
