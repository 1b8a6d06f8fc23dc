import { type Metadata } from 'next';
import { TypefaceLibrary } from '@/features/manage/typefaces';
import { managerServices } from '@/http/manager-page';
import { listTypefaces } from '@/services/typefaces/library';

export const metadata: Metadata = { title: 'Typefaces' };
export const dynamic = 'force-dynamic';

export default async function Typefaces() {
  return <TypefaceLibrary typefaces={await listTypefaces(await managerServices())} />;
}
