'use client';

import { Box, Button, Grid, HStack, IconButton, Image, Menu, Portal, Stack, Text } from '@chakra-ui/react';
import { Image as ImageIcon, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { freeKey, type Layer, MOST_LAYERS, MOST_VIEWS, type ProductView, viewSchema } from '@/core/catalog';
import { placedKey, shownAs } from '@/core/compile';
import { type Box as Place, layerMoved, pointMoved } from '@/core/picture';
import { uploadPicture, useDropped } from '@/features/editors/fields';
import { Section, useEditing } from '@/features/editors/frame';
import { ViewButtons } from '@/features/kit/picture';
import { type SelectionState } from '@/features/kit/selection';
import { wordsOf } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { moveEntry, Sortable } from '@/ui/sortable';
import { EmptyPlace } from '@/ui/text';
import { Tick } from '@/ui/tick';
import { baseOf } from './fields-shared';
import { FromSheets } from './from-sheets';
import { LayerFields } from './layer-fields';
import { freshLayer, kindsOfLayer, layerKinds, layerName } from './layer-kinds';
import { type OnStage, Stage } from './stage';
import { ViewHead } from './view-head';

const BACKGROUND = 'background';

const OF_PRODUCT =
  'Pictures that are put together from what is chosen: they change as customers choose, and are kept with the order.';
const OF_SHEET =
  'One set of layers for all products that have the sheet. They lie over the view that is called the same and drawn at the same scale; where a product has none, they are a view of their own.';

/** A view that shows one picture, or nothing yet. */
function freshView(views: readonly ProductView[], src: string | null): ProductView {
  const title = views.length === 0 ? 'Front' : `View ${views.length + 1}`;
  return viewSchema.parse({
    key: freeKey(
      title,
      views.map(({ key }) => key),
      'view',
    ),
    title,
    layers:
      src === null
        ? []
        : [
            {
              kind: 'picture',
              key: BACKGROUND,
              title: '',
              width: '400',
              height: '300',
              from: { kind: 'fixed', src },
              fit: 'fill',
            },
          ],
  });
}

interface Props {
  selection: SelectionState;
  /** key of the sheet that brings them; absent for those of a product */
  sheet?: string;
}

/** Views: pictures that are put together from what is chosen, set up on the picture itself. */
export function ViewsSection({ selection, sheet }: Props) {
  const { product, change } = useEditing();
  const { views } = product;
  const [asked, setAsked] = useState<string | null>(null);
  const index = Math.max(
    0,
    views.findIndex(({ key }) => key === asked),
  );
  const view = views[index];
  const main = product.pictures[0]?.src ?? null;
  const add = (src: string | null) => {
    const fresh = freshView(views, src);
    change(`view ${fresh.key}`, (draft) => void draft.views.push(fresh));
    setAsked(fresh.key);
  };
  const buttons = (
    <HStack gap="2" wrap="wrap">
      {main !== null && (
        <Button size="sm" variant="outline" disabled={views.length >= MOST_VIEWS} onClick={() => add(main)}>
          <ImageIcon size={16} aria-hidden /> View from the main picture
        </Button>
      )}
      <Button
        size="sm"
        variant={main === null ? 'outline' : 'ghost'}
        colorPalette="ink"
        disabled={views.length >= MOST_VIEWS}
        onClick={() => add(null)}
      >
        <Plus size={16} aria-hidden /> Empty view
      </Button>
    </HStack>
  );
  return (
    <Section title="Views" lead={sheet === undefined ? OF_PRODUCT : OF_SHEET} actions={view && buttons}>
      {!view && (
        <EmptyPlace title="No view yet" action={buttons}>
          One picture takes the colour of the chosen cloth, shows the name that is typed, or is stacked from what stands
          in the slots.
        </EmptyPlace>
      )}
      {views.length > 1 && <ViewButtons views={views} shown={view?.key} size="sm" onShow={setAsked} />}
      {view && product.pictures.length > 0 && (
        <Box mb="3">
          <Tick
            label="Lists and previews show the first view, as the page begins"
            checked={product.listedBy === 'view'}
            onChange={(on) => change('listedBy', (draft) => void (draft.listedBy = on ? 'view' : 'picture'))}
          />
        </Box>
      )}
      {view && <ViewEditor key={view.key} view={view} index={index} selection={selection} sheet={sheet} />}
      {sheet === undefined && <FromSheets />}
    </Section>
  );
}

/** Where a new layer lies: in the middle of the view, over half of it. */
function middleOf(width: number, height: number): Pick<Layer, 'x' | 'y' | 'width' | 'height'> {
  const part = (size: number, share: number) => String(Math.max(1, Math.round(size * share)));
  return { x: part(width, 0.25), y: part(height, 0.25), width: part(width, 0.5), height: part(height, 0.5) };
}

const sizeOf = (length: ProductView['width']) => Number(baseOf(length)) || 100;

/** What can be done to the layers of one view. */
function useLayers(view: ProductView, index: number) {
  const { product, assembled, change } = useEditing();
  const [chosen, choose] = useState<string | null>(view.layers.at(-1)?.key ?? null);
  const edit = (tag: string, recipe: (layers: Layer[]) => void) =>
    change(`view ${view.key} ${tag}`, (draft) => {
      const target = draft.views[index];
      if (target) recipe(target.layers);
    });
  const put = (key: string, tag: string, changed: Partial<Layer>) =>
    edit(`${key} ${tag}`, (layers) => {
      const layer = layers.find((candidate) => candidate.key === key);
      if (layer) Object.assign(layer, changed);
    });
  const add = (kind: Layer['kind'], more: object = {}) => {
    const key = freeKey(
      layerKinds[kind].title,
      view.layers.map((layer) => layer.key),
      'layer',
    );
    const lies = middleOf(sizeOf(view.width), sizeOf(view.height));
    const fresh = freshLayer(kind, product, assembled.choices, { ...more, ...lies, key });
    edit(`add ${key}`, (layers) => void layers.push(fresh));
    choose(key);
  };
  const remove = (key: string) => {
    const at = view.layers.findIndex((layer) => layer.key === key);
    edit(`remove ${key}`, (layers) => void layers.splice(at, 1));
    choose((view.layers[at - 1] ?? view.layers[at + 1])?.key ?? null);
  };
  return { chosen, choose, edit, put, add, remove };
}

/** Where a view is drawn; null while a view of a sheet has nothing that could be. */
function onStage(view: ProductView, { selection, sheet }: Props): OnStage | null {
  if (sheet === undefined) return { view: view.key, layer: (key) => key };
  const on = shownAs(selection.program.product.views, sheet, view);
  return on === null ? null : { view: on, layer: (key) => placedKey(sheet, key) };
}

/** On what a view is drawn. */
function stageWords(shown: OnStage | null, { selection, sheet }: Props): string {
  if (!shown) return 'Nothing to be seen yet: add a layer.';
  return sheet === undefined ? 'As chosen at the Counter.' : `On ${selection.program.title}, as chosen beside.`;
}

function ViewEditor({ view, index, selection, sheet }: Props & { view: ProductView; index: number }) {
  const { assembled, change } = useEditing();
  const shown = onStage(view, { selection, sheet });
  const { chosen, choose, edit, put, add, remove } = useLayers(view, index);
  const [fault, setFault] = useState<string>();
  const layer = view.layers.find(({ key }) => key === chosen);
  const nameOf = (key: string) => {
    const found = view.layers.find((candidate) => candidate.key === key);
    return found ? layerName(found, assembled.choices) : key;
  };
  const place = (key: string, before: Place, after: Place) =>
    edit(`${key} place`, (layers) => {
      const at = layers.findIndex((candidate) => candidate.key === key);
      const target = layers[at];
      if (target) layers[at] = layerMoved(target, before, after);
    });
  const seen = new Set(selection.resolution.views?.find((state) => state.view === shown?.view)?.layers);
  const isSeen = (key: string) => shown !== null && seen.has(shown.layer(key));
  const drop = useDropped((dropped) => {
    setFault(undefined);
    void (async () => {
      for (const file of dropped) {
        try {
          const src = await uploadPicture(file);
          add('picture', { from: { kind: 'fixed', src } });
        } catch (error) {
          setFault(`${file.name}: ${wordsOf(error)}`);
        }
      }
    })();
  });
  return (
    <Stack gap="4">
      <ViewHead
        view={view}
        index={index}
        onRemove={() => change(`remove view ${view.key}`, (draft) => void draft.views.splice(index, 1))}
      />
      <Box {...drop.place} outline={drop.isOver ? '2px dashed' : undefined} outlineColor="copper.solid">
        {shown && (
          <Stage
            view={view}
            shown={shown}
            selection={selection}
            chosen={chosen}
            nameOf={nameOf}
            onChoose={choose}
            onPlace={place}
            onTurn={(key, degrees) => put(key, 'turn', { turn: String(degrees) })}
            onPoint={(key, place, across, down) =>
              edit(`${key} point ${place}`, (layers) => {
                const at = layers.findIndex((candidate) => candidate.key === key);
                const target = layers[at];
                if (target?.kind === 'pieces') layers[at] = pointMoved(target, place, across, down);
              })
            }
            onRemove={remove}
          />
        )}
        <Text fontSize="xs" color="fg.muted" mt="1.5">
          {stageWords(shown, { selection, sheet })} Drop pictures here; drag layers, or move them with the arrow keys
          (Alt resizes).
        </Text>
        <FaultLine role="alert">{fault}</FaultLine>
      </Box>
      <Grid templateColumns={{ base: '1fr', lg: '210px minmax(0, 1fr)' }} gap="5" alignItems="start">
        <LayerList
          view={view}
          isSeen={isSeen}
          chosen={chosen}
          nameOf={nameOf}
          onChoose={choose}
          onAdd={add}
          onRemove={remove}
          onMove={(from, to) => edit(`move ${from} ${to}`, (layers) => moveEntry(layers, from, to))}
        />
        {layer && (
          <Box as="section" aria-label={`Layer: ${nameOf(layer.key)}`}>
            <LayerFields
              key={layer.key}
              layer={layer}
              path={['views', index, 'layers', view.layers.indexOf(layer)]}
              put={(tag, changed) => put(layer.key, tag, changed)}
            />
          </Box>
        )}
      </Grid>
    </Stack>
  );
}

/** What a layer shows, small: its picture, or its colour. */
function LayerThumb({ layer }: { layer: Layer }) {
  const src = layer.kind === 'picture' && layer.from.kind === 'fixed' ? layer.from.src : '';
  const colour = layer.kind === 'shape' && layer.fill?.kind === 'fixed' ? layer.fill.colour : undefined;
  if (src === '' && colour === undefined) return null;
  return (
    <Box
      w="26px"
      h="20px"
      flexShrink="0"
      borderRadius="2px"
      overflow="hidden"
      bg="bg.muted"
      style={{ background: colour }}
    >
      {src !== '' && <Image src={src} alt="" w="full" h="full" objectFit="contain" />}
    </Box>
  );
}

interface ListProps {
  view: ProductView;
  isSeen: (layer: string) => boolean;
  chosen: string | null;
  nameOf: (layer: string) => string;
  onChoose: (layer: string) => void;
  onAdd: (kind: Layer['kind']) => void;
  onRemove: (layer: string) => void;
  onMove: (from: number, to: number) => void;
}

/** The layers, the topmost first. */
function LayerList({ view, isSeen, chosen, nameOf, onChoose, onAdd, onRemove, onMove }: ListProps) {
  const entries = view.layers.toReversed();
  const place = (shown: number) => view.layers.length - 1 - shown;
  return (
    <Stack gap="2" as="section" aria-label="Layers">
      <Menu.Root onSelect={({ value }) => kindsOfLayer.forEach((kind) => kind === value && onAdd(kind))}>
        <Menu.Trigger asChild>
          <Button size="sm" variant="outline" disabled={view.layers.length >= MOST_LAYERS}>
            <Plus size={16} aria-hidden /> Add a layer
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content maxW="320px">
              {kindsOfLayer.map((kind) => (
                <Menu.Item key={kind} value={kind} display="block">
                  <Text fontWeight="600">{layerKinds[kind].title}</Text>
                  <Text fontSize="sm" color="fg.muted">
                    {layerKinds[kind].about}
                  </Text>
                </Menu.Item>
              ))}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      <Sortable
        entries={entries}
        nameOf={({ key }) => nameOf(key)}
        onMove={(from, to) => onMove(place(from), place(to))}
        render={(layer, _, handle) => (
          <HStack
            gap="1"
            mb="1"
            pr="1"
            bg={layer.key === chosen ? 'copper.subtle' : 'bg.panel'}
            borderWidth="1px"
            borderRadius="l1"
          >
            {handle}
            <LayerThumb layer={layer} />
            <Button
              size="xs"
              variant="plain"
              flex="1"
              minW="0"
              px="1"
              colorPalette="ink"
              justifyContent="start"
              aria-pressed={layer.key === chosen}
              onClick={() => onChoose(layer.key)}
            >
              <Text truncate>{nameOf(layer.key)}</Text>
            </Button>
            {!isSeen(layer.key) && (
              <Text fontSize="xs" color="fg.muted" whiteSpace="nowrap" title="Not seen as it is chosen at the Counter">
                hidden
              </Text>
            )}
            <IconButton
              aria-label={`Remove layer ${nameOf(layer.key)}`}
              size="2xs"
              variant="ghost"
              colorPalette="brick"
              onClick={() => onRemove(layer.key)}
            >
              <Trash2 size={13} />
            </IconButton>
          </HStack>
        )}
      />
    </Stack>
  );
}
