import { type Metadata } from 'next';
import { ShopSettings } from '@/features/manage/settings';
import { services } from '@/services/process';
import { openSettings } from '@/services/settings/settings';

export const metadata: Metadata = { title: 'Settings' };
export const dynamic = 'force-dynamic';

export default async function SettingsPage() {
  return <ShopSettings {...await openSettings(await services())} />;
}
