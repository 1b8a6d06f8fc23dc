'use client';

import { Button, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { wordsOf } from '@/features/shared/api';
import { AppDialog } from '@/ui/dialog';
import { sayFailed } from '@/ui/toasts';
import { ProductDigest } from './product-digest';
import { type Product } from '@/core/catalog';
import { type OtherDraft } from '@/features/drafts/draft-store';
import { type Draft } from '@/features/drafts/use-draft';

/** Asks which of two drafts goes on; the other one is kept. */
export function ConflictDialog({ draft, theirs }: { draft: Draft<Product>; theirs: OtherDraft<Product> }) {
  const [busy, setBusy] = useState(false);
  const keep = async (whose: 'mine' | 'theirs') => {
    setBusy(true);
    await draft.keep(whose).catch((error: unknown) => sayFailed('The decision could not be kept', wordsOf(error)));
    setBusy(false);
  };
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
          marked. Whichever you take, the other is kept under Earlier states.
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
