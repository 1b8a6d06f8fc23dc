import { type Metadata } from 'next';
import { FilesPage } from '@/features/manage/files';
import { readShop } from '@/services/catalog/surroundings';
import { spreadsheetsOut, spreadsheetTitle } from '@/services/importing/spreadsheets';
import { listImports } from '@/services/importing/undo';
import { managerServices } from '@/http/manager-page';

export const metadata: Metadata = { title: 'Import and export' };
export const dynamic = 'force-dynamic';

export default async function Files() {
  const context = await managerServices();
  const { groups } = await readShop(context.database.read);
  return (
    <FilesPage
      imports={await listImports(context)}
      spreadsheets={spreadsheetsOut.map((key) => ({ key, title: spreadsheetTitle(key) }))}
      groups={groups.map(({ key, title }) => ({ key, title }))}
    />
  );
}
