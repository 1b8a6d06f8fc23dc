import { type Metadata } from 'next';
import { SwatchBook } from '@/features/manage/swatches';
import { managerServices } from '@/http/manager-page';
import { listSwatches } from '@/services/swatches/swatches';

export const metadata: Metadata = { title: 'Swatch book' };
export const dynamic = 'force-dynamic';

export default async function SwatchesPage() {
  return <SwatchBook swatches={await listSwatches(await managerServices())} />;
}
