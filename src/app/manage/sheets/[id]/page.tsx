import { type Metadata } from 'next';
import { SheetEditor } from '@/features/manage/sheets';
import { numberOrNotFound, orNotFound } from '@/http/page';
import { managerServices } from '@/http/manager-page';
import { openSheetForEditing } from '@/services/sheets/sheets';

export const metadata: Metadata = { title: 'Sheet' };
export const dynamic = 'force-dynamic';

export default async function SheetPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await orNotFound(openSheetForEditing(await managerServices(), numberOrNotFound(id)));
  return <SheetEditor key={id} {...view} />;
}
