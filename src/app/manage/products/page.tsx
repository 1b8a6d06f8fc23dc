import { type Metadata } from 'next';
import { ProductList } from '@/features/products/product-list';
import { services } from '@/services/context';
import { listProducts } from '@/services/products';

export const metadata: Metadata = { title: 'Products' };
export const dynamic = 'force-dynamic';

export default async function ProductsPage() {
  return <ProductList rows={await listProducts(await services())} />;
}
