'use client';

import { Box, Button, HStack, Link, Progress, Stack, Text } from '@chakra-ui/react';
import { RotateCw, Square } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { useStreamedRows } from '@/features/kit/shared';
import { LongList } from '@/ui/long-list';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead, Slip } from '@/ui/text';
import { brokenProofSchema, differenceWords, ProofWorkings } from '@/features/editors/proofs';

const rowSchema = z.object({
  productId: z.number(),
  title: z.string(),
  inShop: z.boolean(),
  proofs: z.array(z.string()),
  broken: z.array(brokenProofSchema),
  brokenInShop: z.array(z.string()),
});

type Row = z.infer<typeof rowSchema>;

/** What a product whose proofs hold takes, in pixels. */
const USUAL_HEIGHT = 92;

/** Every proof of the shop, resolved again as the page opens. */
export function AllProofs() {
  const [run, setRun] = useState(0);
  const { rows, progress, state, fault, stop } = useStreamedRows('/api/manage/proofs', rowSchema, { run });
  const finished = state === 'finished';
  const isRunning = state === 'running';
  const kept = rows.reduce((sum, { proofs }) => sum + proofs.length, 0);
  const broken = rows.reduce((sum, row) => sum + row.broken.length, 0);
  const order = [...rows].sort(
    (a, b) =>
      b.broken.length + b.brokenInShop.length - a.broken.length - a.brokenInShop.length ||
      a.title.localeCompare(b.title, 'en'),
  );
  return (
    <Page>
      <PageHead
        title="All proofs"
        lead="Every selection that must keep giving what it gave, resolved again in the drafts and in the shop."
      >
        {/* One button, so that whoever has pressed it by a key can press it again. */}
        <Button variant="outline" onClick={isRunning ? stop : () => setRun(run + 1)}>
          {isRunning ? <Square size={14} aria-hidden /> : <RotateCw size={15} aria-hidden />}
          {isRunning ? 'Stop' : 'Prove again'}
        </Button>
      </PageHead>
      {isRunning && (
        <Progress.Root
          value={progress.done}
          max={Math.max(1, progress.total)}
          mb="4"
          colorPalette="oak"
          aria-label="Products looked at"
        >
          <Progress.Track>
            <Progress.Range />
          </Progress.Track>
        </Progress.Root>
      )}
      {fault && (
        <Text role="alert" color="brick.fg">
          {fault}
        </Text>
      )}
      <Text role="status" fontWeight="600" mb="4" color={broken > 0 ? 'brick.fg' : 'lichen.fg'}>
        {state === 'stopped' && `Stopped after ${progress.done} of ${counted(progress.total, 'product')}.`}
        {finished &&
          kept > 0 &&
          (broken === 0
            ? `All ${counted(kept, 'proof')} hold.`
            : `${broken} of ${counted(kept, 'proof')} no longer ${broken === 1 ? 'holds' : 'hold'}.`)}
      </Text>
      {finished && kept === 0 && (
        <EmptyPlace title="No product keeps a proof yet">
          <Text>Answer at the Counter of a product until the result is right, and keep it as a proof there.</Text>
        </EmptyPlace>
      )}
      <LongList
        entries={order}
        keyOf={({ productId }) => productId}
        height={USUAL_HEIGHT}
        render={(row) => (
          <Box mb="3">
            <ProductProofs row={row} />
          </Box>
        )}
      />
    </Page>
  );
}

function ProductProofs({ row: { productId, title, inShop, proofs, broken, brokenInShop } }: { row: Row }) {
  const right = broken.length + brokenInShop.length === 0;
  return (
    <Box
      as="article"
      aria-label={title}
      borderWidth="1px"
      borderColor={right ? 'border' : 'brick.border'}
      borderRadius="l3"
      bg="bg.panel"
      px="4"
      py="3"
    >
      <HStack justify="space-between" gap="3">
        <HStack gap="3">
          <Link asChild fontWeight="700" color="fg">
            <PageLink href={`/manage/products/${productId}`}>{title}</PageLink>
          </Link>
          {!inShop && <Slip>draft</Slip>}
        </HStack>
        <Slip tone={broken.length > 0 ? 'brick' : 'lichen'}>
          {broken.length > 0
            ? `${broken.length} of ${proofs.length} no longer ${broken.length === 1 ? 'holds' : 'hold'}`
            : `${counted(proofs.length, 'proof')} ${proofs.length === 1 ? 'holds' : 'hold'}`}
        </Slip>
      </HStack>
      <Text color="fg.muted" fontSize="sm" mt="1">
        {proofs.join(' · ')}
      </Text>
      {broken.map((proof) => (
        <Stack key={proof.title} gap="2" mt="3">
          <Text color="brick.fg">
            <strong>{proof.title}</strong>: {proof.differences.map(differenceWords).join(' ')}
          </Text>
          <ProofWorkings kept={proof.kept} now={proof.now} />
        </Stack>
      ))}
      {brokenInShop.length > 0 && (
        <Text mt="2" color="brick.fg">
          In the shop, as it is published, no longer so: {brokenInShop.join(', ')}.
        </Text>
      )}
    </Box>
  );
}
