import { type Metadata } from 'next';
import { NotYours, PeoplePage } from '@/features/manage/people';
import { managerServicesFor } from '@/http/manager-page';
import { listOutbox, outboxOf } from '@/services/letters/outbox';
import { listPeople } from '@/services/people/people';
import { readFactorMust } from '@/services/people/sign-in-rules';
import { listTokens } from '@/services/people/tokens';
import { listTargets } from '@/services/webhooks/targets';

export const metadata: Metadata = { title: 'People' };
export const dynamic = 'force-dynamic';

export default async function People() {
  const context = await managerServicesFor('owner');
  if (!context) return <NotYours title="People" need="owner" />;
  const folder = outboxOf(context);
  return (
    <PeoplePage
      people={await listPeople(context)}
      tokens={await listTokens(context)}
      outbox={folder === null ? null : { folder, letters: await listOutbox(context) }}
      webhooks={await listTargets(context)}
      factorMust={await readFactorMust(context.database.read)}
    />
  );
}
