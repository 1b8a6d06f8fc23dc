import { type Metadata } from 'next';
import { ShopSettings } from '@/features/manage/settings';
import { managerServices } from '@/http/manager-page';
import { openSettings } from '@/services/settings/settings';

export const metadata: Metadata = { title: 'Settings' };
export const dynamic = 'force-dynamic';

export default async function SettingsPage() {
  return <ShopSettings {...await openSettings(await managerServices())} />;
}
