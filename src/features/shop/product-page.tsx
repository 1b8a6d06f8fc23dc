'use client';

import { Box, Button, chakra, Grid, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { ShoppingBasket } from 'lucide-react';
import NextLink from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';
import { z } from 'zod';
import { fileTypeNames, type Product } from '@/core/catalog';
import { type PortableSurroundings } from '@/core/exchange';
import { atChoice, type Selection, whereText } from '@/core/selection';
import { priceWords, quantityWords } from '@/core/words';
import { ItemProblems } from '@/features/selection/item-problems';
import { PictureMeasures } from '@/features/selection/picture-measures';
import { QuantityField } from '@/features/selection/quantity-field';
import { ProblemNote, SelectionForm } from '@/features/selection/selection-form';
import { type KnownStock, quantityFrom, useSelection, useSurroundings } from '@/features/selection/use-selection';
import { WorkingTable } from '@/features/selection/working-table';
import { send, wordsOf } from '@/features/shared/api';
import { Money, Sku } from '@/ui/text';
import { Gallery } from './gallery';

interface Props {
  product: Product;
  surroundings: PortableSurroundings;
  today: string;
  group: string | null;
  stock: readonly KnownStock[];
}

const uploadedSchema = z.object({ token: z.string(), name: z.string(), type: z.enum(fileTypeNames), size: z.number() });

const addedSchema = z.object({ lines: z.number() });
const resolvedSchema = z.object({ problems: z.array(z.object({ where: z.string(), code: z.string(), message: z.string(), remedy: z.string().optional(), nearest: z.array(z.string()).optional() })) });
const CrumbLink = chakra(NextLink);

/** A product in the shop: choose, see the price move, put it in the basket. */
export function ProductPage({ product, surroundings: portable, today, group, stock }: Props) {
  const router = useRouter();
  const surroundings = useSurroundings(portable, stock);
  const upload = useCallback(
    (choice: string, file: File) => {
      const about = new URLSearchParams({ product: product.slug, choice, name: file.name });
      return send('POST', `/api/shop/uploads?${about.toString()}`, file, uploadedSchema);
    },
    [product.slug],
  );
  const ask = useCallback(
    async (asked: Selection, signal: AbortSignal) => (await send('POST', `/api/shop/products/${product.slug}/resolve`, asked, resolvedSchema, signal)).problems,
    [product.slug],
  );
  const selection = useSelection(product, surroundings, stock, { today, group, upload, ask });
  const [asked, setAsked] = useState(false);
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string>();
  const [added, setAdded] = useState<string>();
  const { resolution, program } = selection;
  const [view] = resolution.pictures;
  const { leadDays } = resolution.availability;
  const missing = resolution.problems.filter(({ code }) => code === 'answerMissing');
  const ofQuantity = resolution.problems.filter(({ where }) => where === 'quantity');
  const general = resolution.problems.filter(({ where }) => where === 'item');

  const add = async () => {
    setAsked(true);
    setRefused(undefined);
    setAdded(undefined);
    if (resolution.state !== 'sellable') {
      const [first] = resolution.problems;
      // A folded group opens for what is missing in it, then it can be shown.
      const choice = program.choices.find(({ key }) => first?.where === whereText(atChoice(key)));
      if (choice) requestAnimationFrame(() => document.getElementById(`shop-${choice.key}-label`)?.scrollIntoView({ behavior: 'smooth', block: 'center' }));
      return;
    }
    setBusy(true);
    try {
      const quantity = quantityFrom(selection.quantityText);
      await send('POST', '/api/shop/basket', { slug: product.slug, answers: selection.answers, quantity }, addedSchema);
      setAdded(`${quantity} × ${product.title} is in the basket.`);
      router.refresh();
    } catch (error) {
      setRefused(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };

  return (
    <>
      <HStack as="nav" aria-label="You are here" fontSize="sm" color="fg.muted" mb="4" gap="2">
        <CrumbLink href="/shop" textDecoration="underline">
          Shop
        </CrumbLink>
        <span aria-hidden>›</span>
        <span>{product.category}</span>
      </HStack>
      <Grid templateColumns={{ base: '1fr', md: 'minmax(0, 1.05fr) minmax(0, 1fr)' }} gap={{ base: '6', md: '10' }} alignItems="start">
        <Stack gap="6" position={{ md: 'sticky' }} top="6">
          <Gallery pictures={product.pictures} layers={view?.layers ?? []} title={product.title}>
            <PictureMeasures choices={program.product.choices} resolution={resolution} answers={selection.answers} onAnswer={selection.answer} />
          </Gallery>
          <Description text={product.description} display={{ base: 'none', md: 'block' }} />
        </Stack>
        {/* What has the focus must not hide behind the bar that stays at the bottom. */}
        <Stack gap="6" css={{ '& input, & select, & button': { scrollMarginBottom: '170px' } }}>
          <Box>
            <Heading as="h1" size="3xl">
              {product.title}
            </Heading>
            {product.summary && (
              <Text color="fg.muted" mt="1">
                {product.summary}
              </Text>
            )}
            <HStack mt="3" gap="3" align="baseline" fontVariantNumeric="tabular-nums">
              {product.soldBy.kind === 'each' && resolution.unitPrice !== null ? (
                <>
                  {resolution.wasPrice !== null && <Money struck amount={resolution.wasPrice} currency={resolution.currency} />}
                  <Text fontSize="2xl" fontWeight="700">
                    <Money amount={resolution.unitPrice} currency={resolution.currency} />
                  </Text>
                </>
              ) : (
                <Text fontSize="2xl" fontWeight="700">
                  {priceWords(program)}
                </Text>
              )}
            </HStack>
          </Box>
          <SelectionForm choices={program.product.choices} page={selection.page} answers={selection.answers} name="shop" showMissing={asked} onAnswer={selection.answer} />
          <Box bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" px={{ base: '4', sm: '5' }} py="4" id="working">
            <WorkingTable resolution={resolution} />
            {resolution.measures.filter(({ forCustomers }) => forCustomers).map(({ name, shown }) => (
              <HStack key={name} justify="space-between" fontSize="sm" mt="1">
                <Text>{name}</Text>
                <Text fontVariantNumeric="tabular-nums">{shown}</Text>
              </HStack>
            ))}
            {leadDays !== null && (
              <Text fontSize="sm" mt="2">
                Part of it is made to order: it leaves us in about {leadDays} days.
              </Text>
            )}
            {resolution.unitPrice !== null && (
              <Text fontSize="sm" color="fg.muted" mt="2">
                <Sku>{resolution.item.sku}</Sku>
                {resolution.weight && ` · each weighs ${quantityWords(resolution.weight)}`}
              </Text>
            )}
          </Box>
          <Box
            position="sticky"
            bottom="0"
            zIndex="docked"
            bg="bg.panel"
            borderWidth="1px"
            borderColor="border"
            borderRadius="l3"
            borderBottomRadius="0"
            mx={{ base: '-4', md: '0' }}
            px={{ base: '4', sm: '5' }}
            py="3"
            boxShadow="0 -10px 20px -16px rgb(60 40 10 / 0.5)"
          >
            <HStack gap="3" align="end">
              <Box>
                <chakra.label htmlFor="shop-quantity" fontWeight="600" fontSize="sm" display="block" mb="1">
                  {product.soldBy.kind !== 'each' ? 'Pieces' : 'Quantity'}
                </chakra.label>
                <QuantityField id="shop-quantity" rule={product.quantity} text={selection.quantityText} invalid={ofQuantity.length > 0} onChange={selection.setQuantityText} />
              </Box>
              <Button size="lg" flex="1" px="3" loading={busy} onClick={() => void add()}>
                <chakra.span display={{ base: 'none', sm: 'inline' }}>
                  <ShoppingBasket size={18} aria-hidden />
                </chakra.span>
                Add to basket
              </Button>
              <Box textAlign="end" minW="76px">
                <Text fontSize="xl" fontWeight="700" aria-label="Total">
                  {resolution.lineTotal === null ? '–' : <Money amount={resolution.lineTotal} currency={resolution.currency} />}
                </Text>
                <chakra.a href="#working" fontSize="xs" color="fg.muted" textDecoration="underline">
                  working
                </chakra.a>
              </Box>
            </HStack>
            {ofQuantity.map((problem) => (
              <ProblemNote key={problem.code} problem={problem} onTake={selection.setQuantityText} />
            ))}
            <ItemProblems problems={general} selection={selection} />
            <Box role="status" fontSize="sm">
              {missing.length > 0 && (
                <Text mt="1.5" color={asked ? 'copper.fg' : 'fg.muted'} fontWeight={asked ? '600' : undefined}>
                  Still to answer: {missing.map(({ where }) => program.product.choices.find(({ key }) => where === whereText(atChoice(key)))?.title ?? '').join(', ')}.
                </Text>
              )}
              {refused && (
                <Text mt="1.5" color="brick.fg">
                  {refused}
                </Text>
              )}
              {added && (
                <HStack mt="1.5" color="lichen.fg" fontWeight="600">
                  <Text>{added}</Text>
                  <CrumbLink href="/shop/basket" textDecoration="underline">
                    Go to the basket
                  </CrumbLink>
                </HStack>
              )}
            </Box>
          </Box>
          <Description text={product.description} display={{ base: 'block', md: 'none' }} />
        </Stack>
      </Grid>
    </>
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
