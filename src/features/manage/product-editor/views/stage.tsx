'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type KeyboardEvent, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import Moveable from 'react-moveable';
import { type Layer, type ProductView } from '@/core/catalog';
import { type Box as Place, type Layout, layoutOf } from '@/core/picture';
import { ComposedPicture } from '@/features/kit/picture';
import { givenPicture, type SelectionState } from '@/features/kit/selection';
import { StagePoints } from './stage-points';

/** What a view, and each layer of it, is called where it is drawn: on a product that has its sheet, otherwise. */
export interface OnStage {
  readonly view: string;
  readonly layer: (key: string) => string;
}

interface Props {
  view: ProductView;
  shown: OnStage;
  selection: SelectionState;
  /** key of the layer that is worked on */
  chosen: string | null;
  nameOf: (layer: string) => string;
  onChoose: (layer: string) => void;
  onPlace: (layer: string, before: Place, after: Place) => void;
  onTurn: (layer: string, degrees: number) => void;
  /** an anchor point of a layer, moved by so many units */
  onPoint: (layer: string, place: number, across: number, down: number) => void;
  onRemove: (layer: string) => void;
}

/** So many units an arrow key moves a layer by, and with Shift. */
const STEP = 1;
const LARGE_STEP = 10;

/** How far an arrow key moves something; null for any other key. */
function stepOf({ key, shiftKey }: KeyboardEvent): readonly [number, number] | null {
  const arrow = ARROWS[key];
  const step = shiftKey ? LARGE_STEP : STEP;
  return arrow ? [arrow[0] * step, arrow[1] * step] : null;
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Handles in the colours of the house, whatever their library draws them in. */
const HANDLES = {
  // Below what stays at the top of the page.
  '& .moveable-control-box': { zIndex: '1 !important' },
  '& .moveable-control': {
    background: 'var(--chakra-colors-copper-solid) !important',
    borderColor: 'var(--chakra-colors-bg-panel) !important',
  },
  '& .moveable-line': { background: 'var(--chakra-colors-copper-solid) !important' },
};

/**
 * The picture as it is chosen at the Counter, with a frame around each layer that is seen: dragged, resized and turned
 * by its handles; moved by arrow keys, resized by them with Alt, removed by Delete.
 */
export function Stage({ view, shown, selection, chosen, nameOf, onChoose, onPlace, onTurn, onPoint, onRemove }: Props) {
  const { program, resolution } = selection;
  const layout = useMemo(() => layoutOf(program, resolution, shown.view), [program, resolution, shown.view]);
  const [width, setWidth] = useState(0);
  // The picture may come later than the rest: it is measured from when it is there.
  const measured = useCallback((box: HTMLDivElement | null) => {
    if (!box) return;
    const watch = new ResizeObserver(() => setWidth(box.clientWidth));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  if (!layout || !(layout.width > 0 && layout.height > 0)) return null;
  const pixels = width / layout.width;
  const boxes = new Map(
    view.layers.flatMap(({ key }) => {
      const box = layout.boxes.get(shown.layer(key));
      return box ? [[key, box] as const] : [];
    }),
  );
  const keys = (event: KeyboardEvent, layer: string, box: Place) => {
    const step = stepOf(event);
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      onRemove(layer);
    }
    if (!step) return;
    event.preventDefault();
    const [dx, dy] = step;
    onPlace(
      layer,
      box,
      event.altKey
        ? { ...box, width: Math.max(1, box.width + dx), height: Math.max(1, box.height + dy) }
        : { ...box, x: box.x + dx, y: box.y + dy },
    );
  };
  return (
    <Box
      ref={measured}
      position="relative"
      w="full"
      maxW={`calc(46vh * ${layout.width / layout.height})`}
      aspectRatio={layout.width / layout.height}
      bg="bg.muted"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l2"
      overflow="hidden"
      css={HANDLES}
      data-stage
    >
      <ComposedPicture
        program={program}
        resolution={resolution}
        view={shown.view}
        file={givenPicture}
        withCuts
        w="full"
        h="full"
      />
      {view.layers.map((layer) => {
        const box = boxes.get(layer.key);
        if (!box) return null;
        return (
          <LayerFrame
            key={layer.key}
            layer={layer}
            box={box}
            layout={layout}
            name={nameOf(layer.key)}
            isChosen={layer.key === chosen}
            onChoose={() => onChoose(layer.key)}
            onKeyDown={(event) => keys(event, layer.key, box)}
          />
        );
      })}
      {chosen !== null && pixels > 0 && (
        <Handles
          key={`${view.key} ${chosen}`}
          layer={chosen}
          others={[...boxes.keys()].filter((key) => key !== chosen)}
          box={boxes.get(chosen)}
          turn={Number(view.layers.find(({ key }) => key === chosen)?.turn ?? 0)}
          pixels={pixels}
          onPlace={onPlace}
          onTurn={onTurn}
        />
      )}
      {chosen !== null && (
        <StagePoints
          layout={layout}
          points={layout.points.get(shown.layer(chosen)) ?? []}
          pixels={pixels}
          stepOf={stepOf}
          onMove={(place, across, down) => onPoint(chosen, place, across, down)}
        />
      )}
    </Box>
  );
}

interface FrameProps {
  layer: Layer;
  box: Place;
  layout: Pick<Layout, 'width' | 'height'>;
  name: string;
  isChosen: boolean;
  onChoose: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
}

/** The frame of a layer, to choose it by and to move it by keys. */
function LayerFrame({ layer, box, layout, name, isChosen, onChoose, onKeyDown }: FrameProps) {
  return (
    <chakra.button
      type="button"
      data-layer={layer.key}
      aria-label={`Layer ${name}`}
      aria-pressed={isChosen}
      position="absolute"
      outline={isChosen ? '2px solid' : '1px dashed transparent'}
      outlineColor={isChosen ? 'copper.solid' : 'transparent'}
      _hover={{ outlineColor: 'copper.solid' }}
      _focusVisible={{ outline: '2px solid', outlineColor: 'copper.solid' }}
      cursor="move"
      style={{
        left: `${(box.x / layout.width) * 100}%`,
        top: `${(box.y / layout.height) * 100}%`,
        width: `${(box.width / layout.width) * 100}%`,
        height: `${(box.height / layout.height) * 100}%`,
        transform: Number(layer.turn) ? `rotate(${Number(layer.turn)}deg)` : undefined,
      }}
      onClick={onChoose}
      onFocus={onChoose}
      onKeyDown={onKeyDown}
    />
  );
}

interface HandlesProps extends Pick<Props, 'onPlace' | 'onTurn'> {
  layer: string;
  /** keys of the other layers that are seen */
  others: readonly string[];
  box: Place | undefined;
  turn: number;
  /** of one unit of the view */
  pixels: number;
}

/** The handles of one layer; it snaps to the edges and middles of the picture and of the other layers. */
function Handles({ layer, others, box, turn, pixels, onPlace, onTurn }: HandlesProps) {
  const moveable = useRef<Moveable>(null);
  const began = useRef<Place | null>(null);
  useEffect(() => moveable.current?.updateRect(), [box, turn, pixels]);
  if (!box) return null;
  const begin = () => {
    began.current = box;
  };
  const rounded = (value: number) => Math.round(value * 10) / 10;
  return (
    <Moveable
      ref={moveable}
      target={`[data-stage] [data-layer="${layer}"]`}
      draggable
      resizable
      rotatable
      snappable
      origin={false}
      throttleDrag={0}
      snapThreshold={6}
      snapDirections={{ left: true, right: true, top: true, bottom: true, center: true, middle: true }}
      elementSnapDirections={{ left: true, right: true, top: true, bottom: true, center: true, middle: true }}
      elementGuidelines={['[data-stage]', ...others.map((other) => `[data-stage] [data-layer="${other}"]`)]}
      onDragStart={begin}
      onDrag={({ beforeDist: [dx, dy] }) => {
        const from = began.current;
        if (from)
          onPlace(layer, box, {
            ...box,
            x: rounded(from.x + (dx ?? 0) / pixels),
            y: rounded(from.y + (dy ?? 0) / pixels),
          });
      }}
      onResizeStart={begin}
      onResize={({ width, height, drag }) => {
        const from = began.current;
        if (from)
          onPlace(layer, box, {
            x: rounded(from.x + (drag.beforeDist[0] ?? 0) / pixels),
            y: rounded(from.y + (drag.beforeDist[1] ?? 0) / pixels),
            width: Math.max(1, rounded(width / pixels)),
            height: Math.max(1, rounded(height / pixels)),
          });
      }}
      onRotate={({ rotation }) => onTurn(layer, Math.round(rotation))}
    />
  );
}
