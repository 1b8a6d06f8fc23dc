'use client';

import { Box } from '@chakra-ui/react';
import { type CandidateProgram } from '@/core/compile';
import { type PartJson } from '@/core/exchange';
import { LayeredPicture } from '@/ui/layered-picture';

/** What a part looks like: as it is chosen, or as its product does. */
export function PartPicture({
  candidate,
  shown,
  title,
}: {
  candidate: CandidateProgram | undefined;
  shown: PartJson | undefined;
  title: string;
}) {
  const layers = shown?.resolution.pictures[0]?.layers ?? candidate?.program.product.pictures.slice(0, 1) ?? [];
  return (
    <Box w="64px" h="48px" flexShrink={0} bg="bg.muted" borderRadius="l1" overflow="hidden">
      {layers.length > 0 && <LayeredPicture layers={layers} title={title} w="full" h="full" />}
    </Box>
  );
}
