import { type Metadata } from 'next';
import { listQuery } from '@/features/kit/shared';
import { PictureLibrary } from '@/features/manage/pictures';
import { listPictures, picturesAskedFrom } from '@/services/pictures/list';
import { managerServices } from '@/http/manager-page';
import { type Said, saidOf } from '../../said-of';

export const metadata: Metadata = { title: 'Pictures' };
export const dynamic = 'force-dynamic';

export default async function Pictures({ searchParams }: { searchParams: Promise<Said> }) {
  const asked = listQuery(saidOf(await searchParams, ['find', 'show', 'page']));
  const page = await listPictures(await managerServices(), picturesAskedFrom(new URLSearchParams(asked)));
  return <PictureLibrary first={{ asked, page }} />;
}
