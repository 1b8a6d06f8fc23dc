'use client';

import { Button, Text } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { z } from 'zod';
import { type Product } from '@/core/catalog';
import { type ProofOutcome, prove } from '@/core/judge';
import { counted } from '@/core/words';
import { useIsAsPublished } from '@/features/drafts/as-published';
import { type Draft } from '@/features/drafts/use-draft';
import { type Published, useEditing } from '@/features/editor-kit/editing';
import { differenceWords } from '@/features/proofs/difference-words';
import { send, wordsOf } from '@/features/shared/api';
import { AppDialog } from '@/ui/dialog';
import { sayDone, sayFailed } from '@/ui/toasts';

interface Props {
  draft: Draft<Product>;
  productId: number;
  published: Published;
  /** the day it is in the shop */
  today: string;
  /** whether others have it as a part or take it along: then the ripple is seen first */
  isUsed: boolean;
  onPublished: (published: Published) => void;
}

// Seen only by who has asked for it.
const RippleDialog = dynamic(() => import('@/features/ripple/ripple-dialog').then((dialog) => dialog.RippleDialog));

const revisionSchema = z.object({ revision: z.number() });

/** Makes the saved draft the newest revision, which the shop shows from then on. */
export function PublishButton({ draft, productId, published, today, isUsed, onPublished }: Props) {
  const { findings, program, product, goTo } = useEditing();
  const [busy, setBusy] = useState(false);
  const [asked, setAsked] = useState<readonly ProofOutcome[]>([]);
  const [rippling, setRippling] = useState(false);
  const mustFix = findings.filter(({ gravity }) => gravity === 'mustFix').length;
  const upToDate = useIsAsPublished(draft.document, draft.version, published) && draft.save.kind === 'saved';
  const ask = () => {
    const broken = prove(program, product.proofs, today).filter(({ holds }) => !holds);
    setAsked(broken);
    if (broken.length === 0) goOn();
  };
  const goOn = () => {
    setAsked([]);
    if (isUsed) setRippling(true);
    else void publish().catch((error: unknown) => sayFailed('Not published', wordsOf(error)));
  };
  const publish = async (accepted = 0) => {
    setBusy(true);
    try {
      const { revision } = await send('POST', `/api/manage/products/${productId}/publication`, { version: draft.version, accepted }, revisionSchema);
      onPublished({ revision, version: draft.version, definition: draft.document, slug: draft.document.slug });
      sayDone(`Revision ${revision} is in the shop`);
      setRippling(false);
    } finally {
      setBusy(false);
    }
  };
  const why = mustFix > 0 ? 'Mend what readiness lists first' : draft.save.kind !== 'saved' ? 'Waiting for the draft to be saved' : upToDate ? 'The shop shows this draft' : undefined;
  return (
    <>
      <Button id="publish" size="sm" loading={busy} disabled={why !== undefined} title={why} onClick={ask}>
        Publish
      </Button>
      <AppDialog
        title={`${counted(asked.length, 'proof')} no longer ${asked.length === 1 ? 'holds' : 'hold'}`}
        open={asked.length > 0}
        onClose={() => setAsked([])}
        footer={
          <>
            <Button
              variant="ghost"
              colorPalette="ink"
              onClick={() => {
                setAsked([]);
                goTo('proofs');
              }}
            >
              Look at the proofs
            </Button>
            <Button onClick={goOn}>Publish all the same</Button>
          </>
        }
      >
        {asked.map(({ proof, differences }) => (
          <Text key={proof.key} mb="2">
            <strong>{proof.title}</strong>: {differences.map(differenceWords).join(' ')}
          </Text>
        ))}
      </AppDialog>
      {rippling && <RippleDialog address={`/api/manage/products/${productId}/ripple`} decision="Publish" nothingReached="Nothing has it as a part." onClose={() => setRippling(false)} onDecide={publish} />}
    </>
  );
}
