import { type Metadata } from 'next';
import { FilesPage } from '@/features/manage/files';
import { spreadsheetsOut, spreadsheetTitle } from '@/services/importing/spreadsheets';
import { listImports } from '@/services/importing/undo';
import { managerServices } from '@/http/manager-page';

export const metadata: Metadata = { title: 'Import and export' };
export const dynamic = 'force-dynamic';

export default async function Files() {
  return (
    <FilesPage
      imports={await listImports(await managerServices())}
      spreadsheets={spreadsheetsOut.map((key) => ({ key, title: spreadsheetTitle(key) }))}
    />
  );
}
