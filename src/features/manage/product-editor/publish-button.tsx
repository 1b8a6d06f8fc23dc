'use client';

import { Button, Text } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { z } from 'zod';
import { type Product } from '@/core/catalog';
import { type ProofOutcome, prove } from '@/core/judge';
import { counted } from '@/core/words';
import { type Draft, useIsAsPublished, useWhenSaved } from '@/features/kit/drafts';
import { placeOf, type Published, useEditing } from '@/features/editors/frame';
import { differenceWords } from '@/features/editors/proofs';
import { useSeenDraft } from '@/features/editors/ripple';
import { send, wordsOf } from '@/features/kit/shared';
import { AppDialog } from '@/ui/dialog';
import { sayDone, sayFailed } from '@/ui/toasts';
import { askedOf, versionsOf, PublishedAlong, useAlong, withItWords } from './published-along';

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
const RippleDialog = dynamic(() =>
  import('@/features/editors/ripple/ripple-dialog').then((dialog) => dialog.RippleDialog),
);

/** What the places of the editor are called where something of them has changed. */
const PLACE_WORDS: Readonly<Record<string, string>> = {
  basics: 'name and words',
  pictures: 'pictures',
  price: 'price',
  choices: 'choices',
  parts: 'parts',
  properties: 'properties',
  fits: 'what must fit',
  prepared: 'presets',
  variants: 'variants',
  formulas: 'formulas and rates',
  rules: 'rules',
  quantity: 'quantities',
  breaks: 'quantity breaks',
  stock: 'stock',
  shelf: 'category and tags',
  proofs: 'proofs',
};

const publicationSchema = z.object({ revision: z.number(), along: z.array(z.object({ title: z.string() })) });

/** Makes the saved draft the newest revision, which the shop shows from then on. */
export function PublishButton({ draft, productId, published, today, isUsed, onPublished }: Props) {
  const { findings, program, product, goTo } = useEditing();
  const along = useAlong();
  const [busy, setBusy] = useState(false);
  const [asked, setAsked] = useState<readonly ProofOutcome[]>([]);
  const ripple = useSeenDraft(draft, (field) => PLACE_WORDS[placeOf([field], draft.document)] ?? field);
  const mustFix = findings.filter(({ gravity }) => gravity === 'mustFix').length;
  const upToDate = useIsAsPublished(draft.document, draft.version, published) && draft.save.kind === 'saved';
  const notPublished = (why: string) => sayFailed('Not published', why);
  const ask = () => {
    if (mustFix > 0) return notPublished(`${counted(mustFix, 'thing')} to fix first: see the list.`);
    const broken = prove(program, product.proofs, today).filter(({ holds }) => !holds);
    setAsked(broken);
    if (broken.length === 0) goOn();
  };
  const goOn = () => {
    setAsked([]);
    if (isUsed || along.of(draft.document).length > 0) ripple.look();
    else void publish(draft).catch((error: unknown) => notPublished(wordsOf(error)));
  };
  const publish = async ({ version, document }: Pick<Draft<Product>, 'version' | 'document'>, accepted = 0) => {
    setBusy(true);
    try {
      const publication = await send(
        'POST',
        `/api/manage/products/${productId}/publication`,
        { version, accepted, along: versionsOf(along.of(document)) },
        publicationSchema,
      );
      const { revision } = publication;
      onPublished({ revision, version, definition: document, slug: document.slug });
      sayDone(`Revision ${revision} is in the shop`, withItWords(publication.along));
      ripple.leave();
    } finally {
      // Whoever changed one meanwhile is seen with the next look; what has come into the shop is no draft any more.
      await along.lookAgain();
      setBusy(false);
    }
  };
  const { isWaiting, press } = useWhenSaved(draft, product, ask, notPublished);
  const isSaved = draft.save.kind === 'saved';
  // What is still being typed may mend what is to be fixed.
  const why =
    mustFix > 0 && isSaved ? 'Fix what readiness lists first' : upToDate ? 'The shop shows this draft' : undefined;
  return (
    <>
      <Button
        id="publish"
        size="sm"
        loading={busy || isWaiting}
        disabled={why !== undefined}
        title={why}
        onClick={press}
      >
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
      {ripple.seen && (
        <RippleDialog
          key={ripple.seen.version}
          {...askedOf(productId, ripple.seen.version, along.of(ripple.seen.document))}
          decision="Publish"
          meanwhile={ripple.seen.meanwhile}
          onClose={ripple.leave}
          onDecide={(accepted) => (ripple.seen ? publish(ripple.seen, accepted) : Promise.resolve())}
        >
          <PublishedAlong along={along.of(ripple.seen.document)} />
        </RippleDialog>
      )}
    </>
  );
}
