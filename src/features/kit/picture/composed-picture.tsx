'use client';

import { Box, type BoxProps, Text } from '@chakra-ui/react';
import { useCallback, useId, useMemo } from 'react';
import { type Program } from '@/core/compile';
import { compose, type Lettering, type Scene, type Seen, svgOf } from '@/core/picture';
import { pictureWords } from '@/core/words';
import { SvgPicture } from './svg-picture';
import { useLettering } from './use-lettering';

interface Drawn {
  program: Program;
  resolution: Seen;
  /** key of the view; the first where it is absent */
  view?: string;
  /** where an uploaded picture is found, by its token; absent where none can be shown */
  file?: (token: string) => string | null;
}

const noFile = () => null;

/** A view as it is drawn now. */
function useScene({ program, resolution, view, file = noFile }: Drawn): Scene | null {
  const draw = useCallback(
    (lettering: (face: string) => Lettering | null) => compose(program, resolution, { lettering, file }, view),
    [program, resolution, file, view],
  );
  return useLettering(draw);
}

interface Props extends Drawn, Omit<BoxProps, 'children'> {
  /** whether it keeps a margin where it does not fill the frame that pictures are shown in */
  framed?: boolean;
}

/** A view of the product as it is chosen, live. */
export function ComposedPicture({ program, resolution, view, file, framed = false, ...rest }: Props) {
  const prefix = useId().replace(/[^a-z0-9]/gi, '');
  const scene = useScene({ program, resolution, view, file });
  const svg = useMemo(() => scene && svgOf(scene, { prefix }), [scene, prefix]);
  if (!scene || !svg) return null;
  return (
    <Box overflow="hidden" {...(framed && !fillsFrame(scene) && { p: '4%' })} {...rest}>
      <SvgPicture svg={svg} width="100%" height="100%" />
    </Box>
  );
}

/** What is told of a view as it is chosen: letters that nobody can read, or that the face does not have. */
export function PictureNotes(drawn: Drawn) {
  const scene = useScene(drawn);
  return (
    <Box role="status">
      {scene?.told.map((told, index) => (
        <Text key={index} fontSize="sm" color="copper.fg" mt="2">
          {pictureWords(told, scene.millimetres !== null)}
        </Text>
      ))}
    </Box>
  );
}

/** Whether a picture has the shape of the frame that pictures are shown in. */
const fillsFrame = ({ width, height }: Scene) => Math.abs(width / height - 4 / 3) < 0.02;
