import { type Metadata } from 'next';
import { ProductList } from '@/features/products/product-list';
import { services } from '@/services/process';
import { listProducts } from '@/services/products';
import { readSheets } from '@/services/surroundings';

export const metadata: Metadata = { title: 'Products' };
export const dynamic = 'force-dynamic';

export default async function ProductsPage() {
  const context = await services();
  const sheets = await readSheets(context.database.read);
  return <ProductList rows={await listProducts(context)} sheets={sheets.map(({ key, title }) => ({ key, title }))} />;
}
