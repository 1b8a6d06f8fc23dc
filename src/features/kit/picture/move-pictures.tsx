'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type PointerEvent, useMemo, useRef } from 'react';
import { type Program } from '@/core/compile';
import { type Box as Place, type Layout, layoutOf, type Seen } from '@/core/picture';
import { type AnsweredFile, answerPlaced, type FilePlace, UNMOVED } from '@/core/selection';
import { marginOf } from './composed-picture';
import { movedBy, type Point } from './moved-by';

interface Props {
  program: Program;
  resolution: Seen;
  /** key of the view */
  view: string;
  answers: Readonly<Record<string, unknown>>;
  onAnswer: (choice: string, answer: unknown) => void;
}

/** A frame on a view in which a picture lies that can be moved. */
interface Frame {
  /** key of its layer */
  readonly layer: string;
  readonly choice: string;
  readonly file: AnsweredFile;
  readonly box: Place;
  /** degrees clockwise around its middle */
  readonly turn: number;
}

function framesOf(program: Program, resolution: Seen, key: string, layout: Layout): readonly Frame[] {
  const layers = program.product.views.find((view) => view.key === key)?.layers ?? [];
  return layers.flatMap((layer): Frame[] => {
    const box = layout.boxes.get(layer.key);
    if (layer.kind !== 'picture' || layer.from.kind !== 'file' || !box) return [];
    const { choice: of } = layer.from;
    const choice = program.product.choices.find((candidate) => candidate.key === of);
    const file = resolution.counted.find((answer) => answer.choice === of)?.files?.[0];
    return file && choice?.kind === 'file' && choice.moved
      ? [{ layer: layer.key, choice: of, file, box, turn: Number(layer.turn) || 0 }]
      : [];
  });
}

/**
 * What lies over a view where customers move their pictures: dragged by a pointer, turned and enlarged by two fingers.
 * For keys there are sliders beside the file.
 */
export function MovePictures({ program, resolution, view, answers, onAnswer }: Props) {
  const { layout, frames } = useMemo(() => {
    const laid = layoutOf(program, resolution, view);
    return { layout: laid, frames: laid ? framesOf(program, resolution, view, laid) : [] };
  }, [program, resolution, view]);
  if (frames.length === 0 || !layout) return null;
  return (
    <Box aria-hidden position="absolute" inset="0" p={marginOf(layout)} pointerEvents="none">
      <chakra.svg w="full" h="full" viewBox={`0 0 ${layout.width} ${layout.height}`}>
        {frames.map((frame) => (
          <MovedFrame
            key={frame.layer}
            frame={frame}
            onMove={({ choice, file }, place) => onAnswer(choice, answerPlaced(answers[choice], file.token, place))}
          />
        ))}
      </chakra.svg>
    </Box>
  );
}

/** Fingers on a frame: where each began, and how the picture lay then. */
interface Hold {
  readonly from: Map<number, Point>;
  readonly now: Map<number, Point>;
  place: FilePlace;
}

function MovedFrame({ frame, onMove }: { frame: Frame; onMove: (frame: Frame, place: FilePlace) => void }) {
  const { box, turn, file } = frame;
  const hold = useRef<Hold | null>(null);
  const place = file.place ?? UNMOVED;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  /** Begins anew with the fingers that are there: one that comes or goes moves nothing by itself. */
  const holdAnew = (now: Map<number, Point>) => {
    hold.current = now.size === 0 ? null : { from: new Map(now), now, place };
  };
  const take = (event: PointerEvent<SVGRectElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    holdAnew(new Map(hold.current?.now).set(event.pointerId, pointOf(event)));
  };
  const move = (event: PointerEvent<SVGRectElement>) => {
    const held = hold.current;
    if (!held?.now.has(event.pointerId)) return;
    held.now.set(event.pointerId, pointOf(event));
    onMove(frame, movedBy(held.place, box, [...held.from.values()], [...held.now.values()]));
  };
  const leave = (event: PointerEvent<SVGRectElement>) => {
    const now = new Map(hold.current?.now);
    now.delete(event.pointerId);
    holdAnew(now);
  };
  return (
    <chakra.rect
      x={box.x}
      y={box.y}
      width={box.width}
      height={box.height}
      transform={turn === 0 ? undefined : `rotate(${turn} ${x} ${y})`}
      pointerEvents="all"
      fill="transparent"
      stroke="transparent"
      strokeDasharray="6 4"
      vectorEffect="non-scaling-stroke"
      cursor="grab"
      touchAction="none"
      _hover={{ stroke: 'copper.solid' }}
      _active={{ cursor: 'grabbing', stroke: 'copper.solid' }}
      onPointerDown={take}
      onPointerMove={move}
      onPointerUp={leave}
      onPointerCancel={leave}
      // A picture that is being moved is not enlarged.
      onClick={(event) => event.stopPropagation()}
    />
  );
}

/** Where a pointer is, in the units of the frame, which may itself be turned. */
function pointOf({ currentTarget, clientX, clientY }: PointerEvent<SVGRectElement>): Point {
  const matrix = currentTarget.getScreenCTM()?.inverse();
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix);
  return { x, y };
}
