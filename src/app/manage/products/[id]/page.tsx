import { type Metadata } from 'next';
import { placeNamed } from '@/features/editors/frame';
import { ProductEditor } from '@/features/manage/product-editor';
import { numberOrNotFound, orNotFound } from '@/http/page';
import { managerServices } from '@/http/manager-page';
import { openForEditing } from '@/services/products/editing';

export const metadata: Metadata = { title: 'Product' };
export const dynamic = 'force-dynamic';

interface Props {
  params: Promise<{ id: string }>;
  /** `place`: the part of the editor that it opens with */
  searchParams: Promise<{ place?: string | string[] }>;
}

export default async function ProductPage({ params, searchParams }: Props) {
  const [{ id }, { place }] = [await params, await searchParams];
  const view = await orNotFound(openForEditing(await managerServices(), numberOrNotFound(id)));
  return <ProductEditor key={id} place={placeNamed(place, view.opened.draft)} {...view} />;
}
