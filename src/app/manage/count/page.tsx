import { type Metadata } from 'next';
import { EntriesPage } from '@/features/manage/stock';

export const metadata: Metadata = { title: 'Count stock' };

export default function Count() {
  return <EntriesPage kind="adjustment" />;
}
