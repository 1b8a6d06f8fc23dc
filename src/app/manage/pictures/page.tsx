import { type Metadata } from 'next';
import { PictureLibrary } from '@/features/manage/pictures';
import { listPictures } from '@/services/pictures/library';
import { services } from '@/services/process';

export const metadata: Metadata = { title: 'Pictures' };
export const dynamic = 'force-dynamic';

export default async function Pictures() {
  return <PictureLibrary pictures={await listPictures(await services())} />;
}
