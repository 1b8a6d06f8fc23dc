'use client';

import { chakra } from '@chakra-ui/react';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { type AnchorPoint, type Layout } from '@/core/picture';

interface Props {
  layout: Pick<Layout, 'width' | 'height'>;
  points: readonly AnchorPoint[];
  /** pixels of one unit of the view */
  pixels: number;
  /** how far an arrow key moves something, in units of the view; null for any other key */
  stepOf: (event: KeyboardEvent) => readonly [number, number] | null;
  /** moved by so many units */
  onMove: (place: number, across: number, down: number) => void;
}

/** How large a point is, in pixels. */
const SIZE = 22;

const rounded = (value: number) => Math.round(value * 10) / 10;

/** Where a point is shown: one that lies beyond the picture at its edge, so that it can be taken. */
function shownAt(at: number, whole: number): string {
  if (at < 0) return `${SIZE / 2}px`;
  return at > whole ? `calc(100% - ${SIZE / 2}px)` : `${(at / whole) * 100}%`;
}

/** The anchor points of a layer, dragged on the picture or moved by arrow keys. */
export function StagePoints({ layout, points, pixels, stepOf, onMove }: Props) {
  /** how far from the middle of the point it was taken, in pixels */
  const held = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const take = (event: PointerEvent<HTMLButtonElement>) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    const { x, y, width, height } = event.currentTarget.getBoundingClientRect();
    held.current = { x: event.clientX - x - width / 2, y: event.clientY - y - height / 2 };
  };
  const drag = (event: PointerEvent<HTMLButtonElement>, place: number, now: AnchorPoint) => {
    const stage = event.currentTarget.offsetParent?.getBoundingClientRect();
    if (!held.current || !stage || pixels === 0) return;
    const across = rounded((event.clientX - held.current.x - stage.x) / pixels - now.x);
    const down = rounded((event.clientY - held.current.y - stage.y) / pixels - now.y);
    if (across !== 0 || down !== 0) onMove(place, across, down);
  };
  return points.map((point, place) => (
    <chakra.button
      key={place}
      type="button"
      aria-label={`Anchor point ${place + 1}`}
      data-point={place}
      position="absolute"
      w={`${SIZE}px`}
      h={`${SIZE}px`}
      ml={`${-SIZE / 2}px`}
      mt={`${-SIZE / 2}px`}
      zIndex="2"
      borderRadius="full"
      bg="bg.panel"
      color="copper.fg"
      borderWidth="2px"
      borderColor="copper.solid"
      fontSize="xs"
      fontWeight="700"
      lineHeight="1"
      cursor="move"
      touchAction="none"
      _focusVisible={{ outline: '2px solid', outlineColor: 'copper.solid', outlineOffset: '2px' }}
      style={{ left: shownAt(point.x, layout.width), top: shownAt(point.y, layout.height) }}
      onPointerDown={take}
      onPointerMove={(event) => drag(event, place, point)}
      onPointerUp={() => (held.current = null)}
      onPointerCancel={() => (held.current = null)}
      onKeyDown={(event) => {
        const step = stepOf(event);
        if (!step) return;
        event.preventDefault();
        onMove(place, ...step);
      }}
    >
      {place + 1}
    </chakra.button>
  ));
}
