import { type Metadata } from 'next';
import { PlacedRules } from '@/features/manage/quantity-rules';
import { managerServices } from '@/http/manager-page';
import { openQuantityRules } from '@/services/settings/quantity-rules';

export const metadata: Metadata = { title: 'Quantity rules' };
export const dynamic = 'force-dynamic';

export default async function QuantityRulesPage() {
  return <PlacedRules {...await openQuantityRules(await managerServices())} />;
}
