'use client';

import { Button } from '@chakra-ui/react';
import { useState } from 'react';
import { z } from 'zod';
import { send, wordsOf } from '@/features/shared/api';
import { sayDone, sayFailed } from '@/ui/toasts';
import { type Published, useEditing } from '@/features/choice-editor/editing';
import { type Product } from '@/core/catalog';
import { type Draft } from '@/features/drafts/use-draft';

interface Props {
  draft: Draft<Product>;
  productId: number;
  published: Published;
  onPublished: (published: Published) => void;
}

const revisionSchema = z.object({ revision: z.number() });

/** Makes the saved draft the newest revision, which the shop shows from then on. */
export function PublishButton({ draft, productId, published, onPublished }: Props) {
  const { findings } = useEditing();
  const [busy, setBusy] = useState(false);
  const mustFix = findings.filter(({ gravity }) => gravity === 'mustFix').length;
  const upToDate = published.version === draft.version && draft.save.kind === 'saved';
  const publish = async () => {
    setBusy(true);
    try {
      const { revision } = await send('POST', `/api/manage/products/${productId}/publication`, { version: draft.version }, revisionSchema);
      onPublished({ revision, version: draft.version, slug: draft.document.slug });
      sayDone(`Revision ${revision} is in the shop`);
    } catch (error) {
      sayFailed('Not published', wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  const why = mustFix > 0 ? 'Mend what readiness lists first' : draft.save.kind !== 'saved' ? 'Waiting for the draft to be saved' : upToDate ? 'The shop shows this draft' : undefined;
  return (
    <Button id="publish" size="sm" loading={busy} disabled={why !== undefined} title={why} onClick={() => void publish()}>
      Publish
    </Button>
  );
}
