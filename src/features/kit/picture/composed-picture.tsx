'use client';

import { Box, type BoxProps, Text } from '@chakra-ui/react';
import { useId, useMemo } from 'react';
import { type Program } from '@/core/compile';
import { compose, type Drawing, frameMargin, type Scene, type Seen, svgOf } from '@/core/picture';
import { pictureWords } from '@/core/words';
import { SvgPicture } from './svg-picture';
import { useAwaitedFaces, useFaces } from './use-faces';

interface Drawn {
  program: Program;
  resolution: Seen;
  /** key of the view; the first where it is absent */
  view?: string;
  /** where an uploaded picture is found, by its token; absent where none can be shown */
  file?: (token: string) => string | null;
}

const noFile = () => null;

/** What a resolution was drawn with, and how its views look by that. */
interface DrawnOnce extends Drawing {
  readonly program: Program;
  readonly views: Map<string | undefined, Scene | null>;
}

/** A large picture, its thumbnail and what is told of it are one drawing: of each resolution, what was drawn last. */
const drawnOf = new WeakMap<Seen, DrawnOnce>();

function sceneOf({ program, resolution, view }: Drawn, { lettering, file }: Drawing): Scene | null {
  let drawn = drawnOf.get(resolution);
  if (drawn?.program !== program || drawn.lettering !== lettering || drawn.file !== file) {
    drawn = { program, lettering, file, views: new Map() };
    drawnOf.set(resolution, drawn);
  }
  const known = drawn.views.get(view);
  if (known !== undefined) return known;
  const scene = compose(program, resolution, { lettering, file }, view);
  drawn.views.set(view, scene);
  return scene;
}

const NOTHING: Scene['nodes'] = [];

/** A view as it is drawn now. */
function useScene(drawn: Drawn): Scene | null {
  const lettering = useFaces();
  const scene = sceneOf(drawn, { lettering, file: drawn.file ?? noFile });
  useAwaitedFaces(scene?.nodes ?? NOTHING);
  return scene;
}

interface Props extends Drawn, Omit<BoxProps, 'children'> {
  /** whether it keeps a margin where it does not fill the frame that pictures are shown in */
  framed?: boolean;
  /** whether the lines that the workshop cuts along are seen, too */
  withCuts?: boolean;
}

/** A view of the product as it is chosen, live. */
export function ComposedPicture({ program, resolution, view, file, framed = false, withCuts = false, ...rest }: Props) {
  const prefix = useId().replace(/[^a-z0-9]/gi, '');
  const scene = useScene({ program, resolution, view, file });
  const svg = useMemo(() => scene && svgOf(scene, { prefix, withCuts }), [scene, prefix, withCuts]);
  if (!scene || !svg) return null;
  return (
    <Box overflow="hidden" p={framed ? marginOf(scene) : undefined} {...rest}>
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

/** The margin of a view in the frame that pictures are shown in. */
export const marginOf = (view: Pick<Scene, 'width' | 'height'>) => `${frameMargin(view) * 100}%`;
