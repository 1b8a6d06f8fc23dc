'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { type KeyboardEvent, type MouseEvent, useRef } from 'react';
import { type Picture } from '@/core/catalog';
import { AppDialog } from '@/ui/dialog';
import { FocusedPicture } from '@/ui/focused-picture';
import { LayeredPicture } from '@/ui/layered-picture';

type Focus = NonNullable<Picture['focus']>;

const MIDDLE: Focus = { x: 50, y: 50 };

/** So far an arrow key moves it, in percent. */
const STEP = 2;

const ARROWS: Readonly<Record<string, Focus>> = {
  ArrowLeft: { x: -STEP, y: 0 },
  ArrowRight: { x: STEP, y: 0 },
  ArrowUp: { x: 0, y: -STEP },
  ArrowDown: { x: 0, y: STEP },
};

const within = (percent: number) => Math.min(100, Math.max(0, Math.round(percent)));

interface Props {
  picture: Picture;
  onChange: (focus: Focus | null) => void;
  onClose: () => void;
}

/** What of a picture stays in view where it is cut to fit, as in the shop’s list: pressed on it, or by arrow keys. */
export function PictureFocus({ picture, onChange, onClose }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const focus = picture.focus ?? MIDDLE;
  const place = (event: MouseEvent) => {
    const box = frame.current?.getBoundingClientRect();
    if (!box) return;
    onChange({
      x: within(((event.clientX - box.left) / box.width) * 100),
      y: within(((event.clientY - box.top) / box.height) * 100),
    });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const { [event.key]: by } = ARROWS;
    if (!by) return;
    event.preventDefault();
    onChange({ x: within(focus.x + by.x), y: within(focus.y + by.y) });
  };
  return (
    <AppDialog
      title="What stays in view"
      open
      onClose={onClose}
      size="lg"
      footer={
        <>
          {picture.focus && (
            <Button variant="ghost" colorPalette="ink" onClick={() => onChange(null)}>
              Back to the middle
            </Button>
          )}
          <Button onClick={onClose}>Done</Button>
        </>
      }
    >
      <Text color="fg.muted" fontSize="sm" mb="3">
        A product’s page shows the picture whole. Where it is cut to fit, as in the shop’s list, this place stays in
        view. Press on the picture, or use the arrow keys.
      </Text>
      <HStack gap="5" align="start" wrap="wrap">
        <Box
          flex="1"
          minW="260px"
          h="340px"
          bg="bg.muted"
          borderRadius="l2"
          tabIndex={0}
          role="application"
          aria-label={`Stays in view: ${focus.x} % from the left, ${focus.y} % from the top`}
          cursor="crosshair"
          onClick={place}
          onKeyDown={onKeyDown}
        >
          <LayeredPicture layers={[picture]} title="The picture" frameRef={frame} w="full" h="full">
            <Box
              aria-hidden
              position="absolute"
              w="26px"
              h="26px"
              borderRadius="full"
              borderWidth="3px"
              borderColor="white"
              outlineWidth="2px"
              outlineStyle="solid"
              outlineColor="copper.solid"
              transform="translate(-50%, -50%)"
              pointerEvents="none"
              style={{ left: `${focus.x}%`, top: `${focus.y}%` }}
            />
          </LayeredPicture>
        </Box>
        <Stack gap="1" w="180px">
          <Text fontSize="sm" color="fg.muted">
            In the shop’s list
          </Text>
          <Box aspectRatio={4 / 3} borderRadius="l2" overflow="hidden" borderWidth="1px" borderColor="border">
            <FocusedPicture picture={{ ...picture, alt: '' }} />
          </Box>
        </Stack>
      </HStack>
    </AppDialog>
  );
}
