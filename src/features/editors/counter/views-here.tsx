'use client';

import { Box, Stack } from '@chakra-ui/react';
import { useState } from 'react';
import { ComposedPicture, MovePictures, PictureNotes, ViewButtons } from '@/features/kit/picture';
import { givenPicture, type SelectionState } from '@/features/kit/selection';

/** The views of the product with what is chosen at the Counter, one at a time. */
export function ViewsHere({ selection }: { selection: SelectionState }) {
  const { program, resolution } = selection;
  const { views } = program.product;
  const [asked, setAsked] = useState<string | null>(null);
  const view = views.find(({ key }) => key === asked) ?? views[0];
  if (!view) return null;
  return (
    <Stack gap="2">
      <Box position="relative" w="280px" maxW="full">
        <ComposedPicture
          program={program}
          resolution={resolution}
          view={view.key}
          file={givenPicture}
          framed
          h="210px"
          bg="bg.muted"
          borderRadius="l2"
          borderWidth="1px"
          borderColor="border"
        />
        <MovePictures
          program={program}
          resolution={resolution}
          view={view.key}
          answers={selection.answers}
          onAnswer={selection.answer}
        />
      </Box>
      <PictureNotes program={program} resolution={resolution} view={view.key} file={givenPicture} />
      {views.length > 1 && <ViewButtons views={views} shown={view.key} size="xs" onShow={setAsked} />}
    </Stack>
  );
}
