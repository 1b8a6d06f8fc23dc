'use client';

import { Button, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { useBusy } from '@/features/kit/shared';
import { AppDialog } from '@/ui/dialog';
import { sayFailed } from '@/ui/toasts';
import { ProductDigest } from './product-digest';
import { type Product } from '@/core/catalog';
import { type Draft, type OtherDraft } from '@/features/kit/drafts';

/** Asks which of two drafts goes on; the other one is kept. */
export function ConflictDialog({ draft, theirs }: { draft: Draft<Product>; theirs: OtherDraft<Product> }) {
  const { busy, run } = useBusy();
  const keep = (whose: 'mine' | 'theirs') =>
    run(() => draft.keep(whose), { tell: (words) => sayFailed('Your choice was not saved', words) });
  return (
    <AppDialog
      size="xl"
      open
      title="Two people changed the same thing"
      footer={
        <>
          <Button variant="outline" loading={busy} onClick={() => void keep('theirs')}>
            Go on with theirs
          </Button>
          <Button loading={busy} onClick={() => void keep('mine')}>
            Go on with mine
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <Text>
          While you were typing, somebody else saved this product with other changes in the same places. What differs is
          marked. Whichever you take, the other is kept under Revisions.
        </Text>
        <SimpleGrid columns={2} gap="6">
          <div>
            <Text fontWeight="700" mb="2">
              Mine
            </Text>
            <ProductDigest product={draft.document} against={theirs.definition} />
          </div>
          <div>
            <Text fontWeight="700" mb="2">
              Theirs
            </Text>
            <ProductDigest product={theirs.definition} against={draft.document} />
          </div>
        </SimpleGrid>
      </Stack>
    </AppDialog>
  );
}
