import { type Metadata } from 'next';
import { ProductEditor } from '@/features/product-editor/editor';
import { orNotFound } from '@/http/page';
import { services } from '@/services/process';
import { openForEditing } from '@/services/products/editing';

export const metadata: Metadata = { title: 'Product' };
export const dynamic = 'force-dynamic';

export default async function ProductPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await orNotFound(openForEditing(await services(), /^\d{1,15}$/.test(id) ? Number(id) : 0));
  return <ProductEditor key={id} {...view} />;
}
