'use client';

import { Box, Button, chakra, Grid, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { Pencil, Trash2 } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { useState } from 'react';
import { DoneWhen, PartsList, ProblemNote, QuantityField, WorkingTable } from '@/features/kit/selection';
import { dayWords, parseDay } from '@/core/calendar';
import { ANY_QUANTITY, orderable } from '@/core/ordering';
import { anything, send, wordsOf } from '@/features/kit/shared';
import { type BasketLineView, type BasketView } from '@/services/selling/shop';
import { LayeredPicture } from '@/ui/layered-picture';
import { EmptyPlace, Money, Sku } from '@/ui/text';
import { BasketChangesProvider, useBasketChanges, useChangesHere } from './basket-changes';
import { BasketTerms } from './basket-terms';
import { CheckoutForm } from './checkout-form';
import { useLineQuantity } from './use-line-quantity';

/** Of what is no longer sold. */
const ANYTHING = orderable(ANY_QUANTITY);

const ShopLink = chakra(PageLink);

/** The basket, and the way out of it. */
export function BasketPage({ basket }: { basket: BasketView }) {
  const changes = useBasketChanges();
  const waiting = basket.waiting && <WaitingOrder order={basket.waiting} />;
  if (basket.lines.length === 0) {
    return (
      waiting ?? (
        <EmptyPlace
          title="The basket is empty"
          action={
            <Button asChild>
              <PageLink href="/shop">See what there is</PageLink>
            </Button>
          }
        >
          What you choose waits here until you order it.
        </EmptyPlace>
      )
    );
  }
  return (
    <BasketChangesProvider value={changes}>
      <Heading as="h1" size="3xl" mb="5">
        Basket
      </Heading>
      {waiting}
      <Grid templateColumns={{ base: '1fr', lg: 'minmax(0, 1fr) 360px' }} gap="8" alignItems="start">
        <Stack gap="4">
          {basket.lines.map((line) => (
            <BasketLine key={line.id} line={line} />
          ))}
        </Stack>
        <Box
          bg="bg.panel"
          borderWidth="1px"
          borderColor="border"
          borderRadius="l3"
          p="5"
          position={{ lg: 'sticky' }}
          top="6"
        >
          <BasketTerms basket={basket} />
          <HStack justify="space-between" mb="4" mt="3">
            <Heading as="h2" size="lg">
              Total
            </Heading>
            <Text fontSize="2xl" fontWeight="700" data-testid="basket-total">
              {basket.total === null ? '–' : <Money amount={basket.total} currency={basket.currency} />}
            </Text>
          </HStack>
          {basket.canOrder && basket.total !== null ? (
            <CheckoutForm total={basket.total} currency={basket.currency} pages={basket.pages} today={basket.today} />
          ) : (
            <>
              {basket.problems.map((problem) => (
                <ProblemNote key={problem.message} problem={problem} />
              ))}
              {basket.problems.length === 0 && (
                <Text color="brick.fg">
                  Something in the basket can’t be ordered as it stands. Mend or remove it, then go on.
                </Text>
              )}
            </>
          )}
        </Box>
      </Grid>
    </BasketChangesProvider>
  );
}

/** What was ordered from here and has no outcome yet. */
function WaitingOrder({ order }: { order: NonNullable<BasketView['waiting']> }) {
  return (
    <Box role="status" bg="copper.subtle" borderWidth="1px" borderColor="copper.border" borderRadius="l3" p="4" mb="5">
      <Text>
        Order {order.number} is waiting for its payment. What is in it comes back into the basket if it is not paid.{' '}
        <ShopLink href={`/shop/orders/${order.token}`} textDecoration="underline">
          See the order
        </ShopLink>
      </Text>
    </Box>
  );
}

/** What can be supplied when: `2 of 5 can be supplied today, all from Friday, 4 December 2026 on.` */
function promiseWords({ now, day }: NonNullable<BasketLineView['promise']>, quantity: number): string {
  const today = now === 0 ? 'None of it can be supplied today' : `${now} of ${quantity} can be supplied today`;
  const date = day === null ? null : parseDay(day);
  return date === null ? `${today}.` : `${today}, all from ${dayWords(date)} on.`;
}

/** Whether there was anything to choose. */
const isConfigured = ({ resolution }: BasketLineView): boolean =>
  resolution !== null && (resolution.item.details.length > 0 || resolution.parts.length > 0);

function BasketLine({ line }: { line: BasketLineView }) {
  const { refresh } = useChangesHere();
  const { text, isChanging, refused, type, apply } = useLineQuantity(line);
  const [removal, setRemoval] = useState<'busy' | { readonly refused: string }>();
  const remove = async () => {
    setRemoval('busy');
    try {
      await send('DELETE', `/api/shop/basket/${line.id}`, undefined, anything);
      refresh();
    } catch (error) {
      setRemoval({ refused: wordsOf(error) });
    }
  };
  const wrong = refused ?? (typeof removal === 'object' ? removal.refused : undefined);
  const { resolution } = line;
  return (
    <Box
      as="article"
      aria-label={line.title}
      bg="bg.panel"
      borderWidth="1px"
      borderColor={line.problems.length > 0 ? 'brick.border' : 'border'}
      borderRadius="l3"
      p={{ base: '4', sm: '5' }}
    >
      <Grid templateColumns={{ base: '72px minmax(0, 1fr)', sm: '112px minmax(0, 1fr) auto' }} gap="4">
        <Box aspectRatio={4 / 3} bg="bg.muted" borderRadius="l1" overflow="hidden" alignSelf="start">
          <LayeredPicture layers={line.layers} title={line.title} w="full" h="full" />
        </Box>
        <Box>
          <WhatItIs line={line} />
          <HStack mt="3" gap="3" wrap="wrap" onBlur={isChanging ? apply : undefined}>
            <QuantityField
              id={`quantity-${line.id}`}
              orderable={resolution?.orderable ?? ANYTHING}
              text={text}
              invalid={refused !== undefined}
              onChange={type}
            />
            {line.slug !== null && isConfigured(line) && (
              <Button asChild size="sm" variant="ghost" colorPalette="ink">
                <PageLink href={`/shop/${line.slug}?line=${line.id}`} aria-label={`Change ${line.title}`}>
                  <Pencil size={14} aria-hidden /> Change
                </PageLink>
              </Button>
            )}
            <Button
              size="sm"
              variant="ghost"
              colorPalette="ink"
              loading={removal === 'busy'}
              onClick={() => void remove()}
              aria-label={`Remove ${line.title}`}
            >
              <Trash2 size={14} aria-hidden /> Remove
            </Button>
          </HStack>
          {wrong !== undefined && (
            <Text color="brick.fg" fontSize="sm" mt="2" role="alert">
              {wrong}
            </Text>
          )}
          {line.problems.map((problem, index) => (
            <ProblemNote key={index} problem={problem} />
          ))}
          <WhatIsTold line={line} isChanging={isChanging} onQuantity={type} />
        </Box>
        <Text
          fontWeight="700"
          textAlign="end"
          gridColumn={{ base: '2', sm: 'auto' }}
          color={isChanging ? 'fg.muted' : undefined}
          aria-busy={isChanging}
        >
          {resolution?.lineTotal ? <Money amount={resolution.lineTotal} currency={resolution.currency} /> : '–'}
        </Text>
      </Grid>
    </Box>
  );
}

/** What is to be known of a line: when it can be supplied, what more of it costs, and how its price comes about. */
function WhatIsTold({
  line,
  isChanging,
  onQuantity,
}: {
  line: BasketLineView;
  isChanging: boolean;
  onQuantity: (text: string) => void;
}) {
  const { resolution } = line;
  return (
    <>
      {line.promise && (
        <Text fontSize="sm" mt="2" role="status">
          {promiseWords(line.promise, line.quantity)}
        </Text>
      )}
      <DoneWhen bookings={resolution?.bookings} />
      {line.more && resolution && !isChanging && (
        <Text fontSize="sm" color="lichen.fg" mt="2" role="status">
          {line.more.quantity}
          {line.more.caption === '' ? '' : ` (${line.more.caption})`} cost{' '}
          {line.more.total === resolution.lineTotal ? 'the same' : 'less'}:{' '}
          <Money amount={line.more.total} currency={resolution.currency} />.{' '}
          <Button
            size="xs"
            variant="outline"
            colorPalette="copper"
            onClick={() => onQuantity(String(line.more?.quantity))}
          >
            Change to {line.more.quantity}
          </Button>
        </Text>
      )}
      {line.formerPrice !== null && resolution && (
        <Text fontSize="sm" color="copper.fg" mt="2">
          The price of one has changed since you put it in: it was{' '}
          <Money amount={line.formerPrice} currency={resolution.currency} />.
        </Text>
      )}
      {resolution && resolution.forCustomers?.working !== 'none' && (
        <chakra.details mt="3" fontSize="sm">
          <chakra.summary cursor="pointer" color="fg.muted">
            Price details
          </chakra.summary>
          <Box maxW="420px" mt="2">
            <WorkingTable resolution={resolution} />
          </Box>
        </chakra.details>
      )}
    </>
  );
}

/** What a line is of, as it was chosen. */
function WhatItIs({ line }: { line: BasketLineView }) {
  const { resolution } = line;
  return (
    <>
      {line.slug ? (
        <ShopLink
          href={`/shop/${line.slug}?line=${line.id}`}
          fontWeight="700"
          fontSize="lg"
          _hover={{ textDecoration: 'underline' }}
        >
          {line.title}
        </ShopLink>
      ) : (
        <Text fontWeight="700" fontSize="lg">
          {line.title}
        </Text>
      )}
      {resolution && (
        <>
          <Text fontSize="sm" color="fg.muted">
            {resolution.item.details.map(({ label, value }) => `${label}: ${value}`).join(' · ')}
          </Text>
          {resolution.item.sku !== '' && <Sku>{resolution.item.sku}</Sku>}
          <PartsList parts={resolution.parts} line={resolution} />
        </>
      )}
    </>
  );
}
