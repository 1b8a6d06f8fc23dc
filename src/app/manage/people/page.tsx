import { type Metadata } from 'next';
import { NotYours, PeoplePage } from '@/features/manage/people';
import { managerServicesFor } from '@/http/manager-page';
import { listPeople } from '@/services/people/people';
import { readFactorMust } from '@/services/people/sign-in-rules';
import { listTokens } from '@/services/people/tokens';

export const metadata: Metadata = { title: 'People' };
export const dynamic = 'force-dynamic';

export default async function People() {
  const context = await managerServicesFor('owner');
  if (!context) return <NotYours title="People" need="owner" />;
  return (
    <PeoplePage
      people={await listPeople(context)}
      tokens={await listTokens(context)}
      factorMust={await readFactorMust(context.database.read)}
    />
  );
}
