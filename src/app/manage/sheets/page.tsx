import { type Metadata } from 'next';
import { SheetList } from '@/features/manage/sheets';
import { managerServices } from '@/http/manager-page';
import { listSheets } from '@/services/sheets/sheets';

export const metadata: Metadata = { title: 'Sheets' };
export const dynamic = 'force-dynamic';

export default async function SheetsPage() {
  return <SheetList sheets={await listSheets(await managerServices())} />;
}
