import { type Metadata } from 'next';
import { BinPage } from '@/features/manage/bin';
import { listBin } from '@/services/bin/bin';
import { services } from '@/services/process';

export const metadata: Metadata = { title: 'Bin' };
export const dynamic = 'force-dynamic';

export default async function Bin() {
  return <BinPage rows={await listBin(await services())} />;
}
