'use client';

import { Box, HStack, IconButton, Text } from '@chakra-ui/react';
import { ChevronLeft, ChevronRight, ZoomIn, ZoomOut } from 'lucide-react';
import { type KeyboardEvent, type MouseEvent, type ReactNode, useLayoutEffect, useRef, useState } from 'react';
import { AppDialog } from '@/ui/dialog';

/** How large the picture can be seen, as multiples of the room there is. */
const SIZES = [1, 1.6, 2.5, 4] as const;

/** A press on the picture shows it so large, or whole again. */
const PRESSED = 2;

export interface Enlarged {
  readonly key: string;
  readonly title: string;
  readonly draw: () => ReactNode;
}

interface Props {
  title: string;
  pictures: readonly Enlarged[];
  /** key of the one that is seen first */
  first: string;
  onClose: () => void;
}

/** Where on the picture one looks: its middle, in parts of its width and height. */
interface Looked {
  readonly x: number;
  readonly y: number;
}

/** The pictures over the whole window: larger by a press, by keys and buttons, and by the fingers as any page is. */
export function EnlargedPictures({ title, pictures, first, onClose }: Props) {
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      pictures.findIndex(({ key }) => key === first),
    ),
  );
  const [size, setSize] = useState(0);
  const room = useRef<HTMLDivElement>(null);
  const looked = useRef<Looked>({ x: 0.5, y: 0.5 });
  useLayoutEffect(() => {
    const box = room.current;
    if (!box) return;
    box.scrollLeft = looked.current.x * box.scrollWidth - box.clientWidth / 2;
    box.scrollTop = looked.current.y * box.scrollHeight - box.clientHeight / 2;
  }, [size, at]);
  const resize = (next: number, where?: Looked) => {
    const box = room.current;
    if (box)
      looked.current = where ?? {
        x: (box.scrollLeft + box.clientWidth / 2) / box.scrollWidth,
        y: (box.scrollTop + box.clientHeight / 2) / box.scrollHeight,
      };
    setSize(Math.min(SIZES.length - 1, Math.max(0, next)));
  };
  const go = (by: number) => {
    looked.current = { x: 0.5, y: 0.5 };
    setSize(0);
    setAt((at + by + pictures.length) % pictures.length);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    // Enlarged, arrows move the picture.
    const key = size > 0 && event.key.startsWith('Arrow') ? '' : event.key;
    const work = {
      ArrowLeft: () => go(-1),
      ArrowRight: () => go(1),
      '+': () => resize(size + 1),
      '-': () => resize(size - 1),
      '0': () => resize(0),
    }[key];
    if (!work) return;
    event.preventDefault();
    work();
  };
  const press = (event: MouseEvent) => {
    const box = room.current;
    if (!box) return;
    const { left, top } = box.getBoundingClientRect();
    resize(size === 0 ? PRESSED : 0, {
      x: (event.clientX - left + box.scrollLeft) / box.scrollWidth,
      y: (event.clientY - top + box.scrollTop) / box.scrollHeight,
    });
  };
  const shown = pictures[at];
  const { [size]: scale = 1 } = SIZES;
  const large = `${Math.round(scale * 100)}%`;
  return (
    <AppDialog title={title} open onClose={onClose} size="full">
      <Box onKeyDown={onKeyDown} display="flex" flexDirection="column" h="calc(100dvh - 110px)" gap="3">
        <Box
          ref={room}
          tabIndex={0}
          role="group"
          aria-label={`${shown?.title ?? title}, ${Math.round(scale * 100)} %`}
          flex="1"
          minH="0"
          overflow="auto"
          bg="bg.muted"
          borderRadius="l2"
          cursor={size === 0 ? 'zoom-in' : 'zoom-out'}
          onClick={press}
        >
          <Box style={{ width: large, height: large }}>{shown?.draw()}</Box>
        </Box>
        <HStack justify="center" gap="2">
          {pictures.length > 1 && <Turn at={at} of={pictures.length} onTurn={go} />}
          <IconButton aria-label="Smaller" variant="outline" disabled={size === 0} onClick={() => resize(size - 1)}>
            <ZoomOut size={18} />
          </IconButton>
          <IconButton
            aria-label="Larger"
            variant="outline"
            disabled={size === SIZES.length - 1}
            onClick={() => resize(size + 1)}
          >
            <ZoomIn size={18} />
          </IconButton>
        </HStack>
      </Box>
    </AppDialog>
  );
}

/** Which of the pictures is seen, and the way to the others. */
function Turn({ at, of, onTurn }: { at: number; of: number; onTurn: (by: number) => void }) {
  return (
    <>
      <IconButton aria-label="Picture before" variant="outline" onClick={() => onTurn(-1)}>
        <ChevronLeft size={18} />
      </IconButton>
      <Text minW="64px" textAlign="center" aria-live="polite">
        {at + 1} of {of}
      </Text>
      <IconButton aria-label="Next picture" variant="outline" onClick={() => onTurn(1)}>
        <ChevronRight size={18} />
      </IconButton>
    </>
  );
}
