import { type Metadata } from 'next';
import { CountList } from '@/features/manage/stock';
import { managerServices } from '@/http/manager-page';
import { readCountList } from '@/services/stock/items/count-list';

export const metadata: Metadata = { title: 'List to count by' };
export const dynamic = 'force-dynamic';

export default async function CountListPage() {
  return <CountList {...await readCountList(await managerServices())} />;
}
