import { type Metadata } from 'next';
import { headers } from 'next/headers';
import { ApiReference } from '@/features/shop/api-reference';
import { apiDescription, readableDescription } from '@/http/open-api';
import { originSaid } from '@/http/origin';

export const metadata: Metadata = { title: 'API' };
export const dynamic = 'force-dynamic';

/** What other programs may ask, to be read. */
export default async function Reference() {
  return <ApiReference api={readableDescription(apiDescription(originSaid(await headers())))} />;
}
