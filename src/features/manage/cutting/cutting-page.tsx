'use client';

import { Button, Stack, Text } from '@chakra-ui/react';
import { Printer } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { counted } from '@/core/words';
import { type CuttingJob } from '@/services/stock/ledger/cutting';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead } from '@/ui/text';
import { CuttingJobCard } from './cutting-job';

/** Everything that is to be cut, for whoever cuts it. */
export function CuttingPage({ jobs }: { jobs: readonly CuttingJob[] }) {
  return (
    <Page>
      <PageHead
        title="To be cut"
        lead={
          jobs.length > 0
            ? `${counted(jobs.length, 'job')}, the oldest order first. The plan wastes as little as it can; cut otherwise where you see fit, and say so here.`
            : 'What has been sold in pieces, and from which lot each piece is cut.'
        }
      >
        <Button asChild variant="outline" size="sm">
          <PageLink href="/manage/stock">All stock</PageLink>
        </Button>
        {jobs.length > 0 && (
          <Button size="sm" variant="outline" onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print
          </Button>
        )}
      </PageHead>
      <Stack gap="5">
        {jobs.map((job) => (
          // A plan that has changed is another list to work from.
          <CuttingJobCard key={`${job.order}/${job.stock}/${job.planned.map(({ id }) => id).join('-')}`} job={job} />
        ))}
        {jobs.length === 0 && (
          <EmptyPlace title="Nothing is to be cut">
            <Text>
              When something is sold that is cut from rolls, boards or bars, its cutting plan waits here until it is
              confirmed.
            </Text>
          </EmptyPlace>
        )}
      </Stack>
    </Page>
  );
}
