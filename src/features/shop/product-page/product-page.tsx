'use client';

import { Box, chakra, Grid, HStack, Stack, Text } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { PageLink } from '@/ui/page-link';
import { useCallback } from 'react';
import { z } from 'zod';
import { standingView, viewsWithLayers } from '@/core/compile';
import { type Product, wordIn } from '@/core/catalog';
import { type PortableSurroundings, type ToldTax } from '@/core/exchange';
import { type Selection } from '@/core/selection';
import { useFollowedAddress } from '@/features/shop/builds';
import {
  isShownInButtons,
  type KnownStock,
  PictureMeasures,
  pictureOf,
  ProductForm,
  QuantityField,
  type SelectionOptions,
  type SelectionState,
  useSelection,
  uploadedFileSchema,
  useSurroundings,
} from '@/features/kit/selection';
import { send } from '@/features/kit/shared';
import { type LineAsChosen } from '@/services/selling/basket';
import { Wakes, waking } from '@/ui/wakes';
import { BuyBar } from './buy-bar';
import { Gallery } from './gallery';
import { ProductHead } from './product-head';
import { useAddToBasket } from './use-add-to-basket';
import { WorkingBox } from './working-box';

interface Props {
  product: Product;
  /** what it costs, in words, before anything is chosen */
  price: string | null;
  surroundings: PortableSurroundings;
  today: string;
  group: string | null;
  stock: readonly KnownStock[];
  /** the tax on it; null where none is told */
  tax: ToldTax | null;
  /** in what numbers it is bought together with other things, or by one customer, in words */
  jointly: readonly string[];
  /** where there is little room left; null where nothing of it takes room */
  booked: SelectionOptions['booked'];
  /** the line of the basket that is looked at again; absent where none is */
  line?: LineAsChosen;
  /** whether it is a draft that is looked at: then nothing is asked of the shop, nothing uploaded and nothing bought */
  isDraft?: boolean;
}

const uploadedSchema = uploadedFileSchema.extend({ token: z.string() });

const resolvedSchema = z.object({
  problems: z.array(
    z.object({
      where: z.string(),
      code: z.string(),
      message: z.string(),
      remedy: z.string().optional(),
      nearest: z.array(z.string()).optional(),
    }),
  ),
});
// Only what is put together has these.
const BuildTools = dynamic(() =>
  import('@/features/shop/builds/build-tools').then((tools) => waking(tools.BuildTools)),
);
// Only what costs less from so many on.
const BreakTable = dynamic(() =>
  import('@/features/kit/selection/break-table').then((table) => waking(table.BreakTable)),
);
// Only what has a picture that is put together.
const ComposedPicture = dynamic(() => import('@/features/kit/picture').then((picture) => picture.ComposedPicture));
const MovePictures = dynamic(() => import('@/features/kit/picture').then((picture) => picture.MovePictures));
const PictureNotes = dynamic(() => import('@/features/kit/picture').then((picture) => picture.PictureNotes));
const CrumbLink = chakra(PageLink);

/** A product in the shop: choose, see the price move, put it in the basket. */
export function ProductPage({
  product,
  price,
  surroundings: portable,
  today,
  group,
  stock,
  tax,
  jointly,
  booked,
  line,
  isDraft = false,
}: Props) {
  const surroundings = useSurroundings(portable, stock);
  const { pages } = surroundings.shop;
  const upload = useCallback((of: string, choice: string, file: File) => {
    const about = new URLSearchParams({ product: of, choice, name: file.name });
    return send('POST', `/api/shop/uploads?${about.toString()}`, file, uploadedSchema);
  }, []);
  const ask = useCallback(
    async (asked: Selection, signal: AbortSignal) =>
      (await send('POST', `/api/shop/products/${product.slug}/resolve`, asked, resolvedSchema, signal)).problems,
    [product.slug],
  );
  const selection = useSelection(product, surroundings, stock, {
    today,
    group,
    booked,
    begin: line,
    ...(!isDraft && { upload, ask }),
  });
  const leave = useFollowedAddress(selection, line !== undefined);
  const basket = useAddToBasket(product, selection, isDraft ? 'draft' : (line ?? null), leave);
  const { resolution, program } = selection;

  return (
    <Wakes>
      <HStack as="nav" aria-label="You are here" fontSize="sm" color="fg.muted" mb="4" gap="2">
        <CrumbLink href="/shop" textDecoration="underline">
          Shop
        </CrumbLink>
        <span aria-hidden>›</span>
        <span>{product.category}</span>
      </HStack>
      <WithoutScript />
      <Grid
        templateColumns={{ base: '1fr', md: 'minmax(0, 1.05fr) minmax(0, 1fr)' }}
        gap={{ base: '6', md: '10' }}
        alignItems="start"
      >
        <Stack gap="6" position={{ md: 'sticky' }} top="6">
          <ProductPictures selection={selection} product={product} />
          <Description text={product.description} display={{ base: 'none', md: 'block' }} />
        </Stack>
        {/* What has the focus must not hide behind the bar that stays at the bottom. */}
        <Stack gap="6" css={{ '& input, & select, & button': { scrollMarginBottom: '170px' } }}>
          <ProductHead product={product} price={price} tax={tax} pages={pages} selection={selection} />
          {program.kit && <BuildTools product={product} selection={selection} stock={stock} />}
          <ProductForm choices={program.product.choices} selection={selection} name="shop" showMissing={basket.asked} />
          {isShownInButtons(resolution.orderable) && (
            <Box>
              <Text id="quantities" fontWeight="600" mb="1.5">
                {wordIn(pages, 'quantity')}
              </Text>
              <QuantityField
                id="shop-quantities"
                orderable={resolution.orderable}
                text={selection.quantityText}
                invalid={false}
                onChange={selection.setQuantityText}
              />
            </Box>
          )}
          {jointly.length > 0 && (
            <Stack gap="0.5">
              {jointly.map((words) => (
                <Text key={words} fontSize="sm" color="fg.muted">
                  {words}
                </Text>
              ))}
            </Stack>
          )}
          {program.breaks.length > 0 && <BreakTable selection={selection} />}
          <WorkingBox resolution={resolution} tax={tax} />
          <BuyBar product={product} pages={pages} selection={selection} basket={basket} />
          <Description text={product.description} display={{ base: 'block', md: 'none' }} />
        </Stack>
      </Grid>
    </Wakes>
  );
}

/** The pictures of the product, those that are put together first, and its measures on the first. */
function ProductPictures({ product, selection }: { product: Product; selection: SelectionState }) {
  const { program, resolution } = selection;
  const { files } = selection.page;
  const file = useCallback((token: string) => pictureOf(token, files.get(token)?.type), [files]);
  return (
    <Gallery
      pictures={product.pictures}
      layers={resolution.pictures[0]?.layers ?? []}
      title={product.title}
      views={viewsWithLayers(program.product.views, resolution.views)}
      standing={standingView(program.product, resolution.views)}
      draw={(key) => (
        <ComposedPicture program={program} resolution={resolution} view={key} file={file} framed w="full" h="full" />
      )}
      over={(key) => (
        <MovePictures
          program={program}
          resolution={resolution}
          view={key}
          answers={selection.answers}
          onAnswer={selection.answer}
        />
      )}
      notes={(key) => <PictureNotes program={program} resolution={resolution} view={key} file={file} />}
    >
      <PictureMeasures
        choices={program.product.choices}
        resolution={resolution}
        answers={selection.answers}
        onAnswer={selection.answer}
      />
    </Gallery>
  );
}

function Description({ text, display }: { text: string; display: Record<string, string> }) {
  const paragraphs = text.split(/\n\s*\n/).filter((paragraph) => paragraph.trim() !== '');
  return (
    <Box display={display} maxW="62ch">
      <Stack gap="3">
        {paragraphs.map((paragraph, index) => (
          <Text key={index}>{paragraph}</Text>
        ))}
      </Stack>
    </Box>
  );
}

/** What can't be done here without JavaScript, and what can. */
function WithoutScript() {
  return (
    <noscript>
      <Box mb="4" px="4" py="3" borderWidth="1px" borderColor="copper.border" borderRadius="l2" bg="copper.subtle">
        JavaScript is off: it works out prices and fills the basket. What can be chosen, with what it costs, is below.
      </Box>
    </noscript>
  );
}
