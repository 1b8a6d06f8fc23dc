import { type Metadata } from 'next';
import { EntriesPage } from '@/features/manage/stock';

export const metadata: Metadata = { title: 'Receive a delivery' };

export default function Receive() {
  return <EntriesPage kind="receipt" />;
}
