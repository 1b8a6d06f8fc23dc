import { Box, Button, chakra, HStack, Text } from '@chakra-ui/react';
import { ShoppingBasket } from 'lucide-react';
import dynamic from 'next/dynamic';
import { PageLink } from '@/ui/page-link';
import { buyWordOf, type Product, type ShopPages, wordIn } from '@/core/catalog';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { captionOf } from '@/core/ordering';
import {
  isShownInButtons,
  ItemProblems,
  placeWords,
  ProblemNote,
  QuantityField,
  type SelectionState,
} from '@/features/kit/selection';
import { Announced } from '@/ui/announced';
import { Money } from '@/ui/text';
import { waking } from '@/ui/wakes';
import { type AddToBasket } from './use-add-to-basket';

const BasketLink = chakra(PageLink);
// Only what costs less from so many on.
const MoreForLessNote = dynamic(() =>
  import('@/features/kit/selection/break-table').then((table) => waking(table.MoreForLessNote)),
);

/** How many, what it comes to, and the way into the basket: always in reach. */
export function BuyBar({
  product,
  pages,
  selection,
  basket,
}: {
  product: Product;
  pages: ShopPages;
  selection: SelectionState;
  basket: AddToBasket;
}) {
  const { resolution, program } = selection;
  const missing = resolution.problems.filter(({ code }) => code === 'answerMissing');
  const ofQuantity = resolution.problems.filter(({ where }) => where === 'quantity');
  const general = resolution.problems.filter(({ where }) => where === 'item');
  return (
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
      <HStack gap={{ base: '2', sm: '3' }} align="end">
        <Box>
          <chakra.label htmlFor="shop-quantity" fontWeight="600" fontSize="sm" display="block" mb="1">
            {/* Of what is sold by measure, what is bought is the measure. */}
            {wordIn(pages, 'quantity', product.soldBy.kind === 'each' ? undefined : 'Pieces')}
          </chakra.label>
          {isShownInButtons(resolution.orderable) ? (
            <Text id="shop-quantity" minW="96px" maxW="150px" fontSize="sm" lineHeight="1.2">
              <strong>{resolution.quantity}</strong> {captionOf(resolution.orderable, resolution.quantity)}
            </Text>
          ) : (
            <QuantityField
              id="shop-quantity"
              orderable={resolution.orderable}
              text={selection.quantityText}
              invalid={ofQuantity.length > 0}
              onChange={selection.setQuantityText}
            />
          )}
        </Box>
        <Button size="lg" flex="1" px="3" loading={basket.busy} onClick={() => void basket.add()}>
          <chakra.span display={{ base: 'none', sm: 'inline' }}>
            <ShoppingBasket size={18} aria-hidden />
          </chakra.span>
          {basket.isChange ? (
            <span>
              Change it<chakra.span display={{ base: 'none', sm: 'inline' }}> in the basket</chakra.span>
            </span>
          ) : (
            buyWordOf(product, pages)
          )}
        </Button>
        <Total resolution={resolution} />
        <Announced
          text={
            resolution.lineTotal === null
              ? ''
              : `Total ${formatMoney(Exact.from(resolution.lineTotal), resolution.currency)}`
          }
        />
      </HStack>
      {ofQuantity.map((problem) => (
        <ProblemNote key={problem.code} problem={problem} onTake={selection.setQuantityText} />
      ))}
      {program.breaks.length > 0 && <MoreForLessNote selection={selection} />}
      <ItemProblems problems={general} selection={selection} />
      <Box role="status" fontSize="sm">
        {missing.length > 0 && (
          <Text mt="1.5" color={basket.asked ? 'copper.fg' : 'fg.muted'} fontWeight={basket.asked ? '600' : undefined}>
            Still missing: {missing.map(({ where }) => placeWords(program, resolution, where)).join(', ')}.
          </Text>
        )}
        {basket.refused && (
          <Text mt="1.5" color="brick.fg">
            {basket.refused}
          </Text>
        )}
        {basket.added && (
          <HStack mt="1.5" color="lichen.fg" fontWeight="600">
            <Text>{basket.added}</Text>
            <BasketLink href="/shop/basket" textDecoration="underline">
              Go to the basket
            </BasketLink>
          </HStack>
        )}
      </Box>
    </Box>
  );
}

/** What it comes to, and the way to how that comes about. */
function Total({ resolution }: Pick<SelectionState, 'resolution'>) {
  return (
    <Box textAlign="end" minW="76px">
      <Text fontSize="xl" fontWeight="700" aria-label="Total">
        {resolution.lineTotal === null ? '–' : <Money amount={resolution.lineTotal} currency={resolution.currency} />}
      </Text>
      {resolution.state === 'incomplete' && resolution.lineTotal !== null && (
        <chakra.span fontSize="xs" color="fg.muted" me="1.5">
          so far
        </chakra.span>
      )}
      {resolution.forCustomers?.working !== 'none' && (
        <chakra.a href="#working" fontSize="xs" color="fg.muted" textDecoration="underline">
          price details
        </chakra.a>
      )}
    </Box>
  );
}
