'use client';

import { Box, Button, Stack, Text } from '@chakra-ui/react';
import { ArrowRight } from 'lucide-react';
import dynamic from 'next/dynamic';
import { dayWords, parseDay } from '@/core/calendar';
import { floorOf } from '@/core/catalog';
import { minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { type Selection } from '@/core/selection';
import { useEditing } from '@/features/editors/frame';
import { Money } from '@/ui/text';
import { type Earning } from './use-checks';

// Drawing is loaded where something is drawn.
const MarginChart = dynamic(() => import('./margin-chart').then((drawing) => drawing.MarginChart), { ssr: false });

const MOST_NAMED = 4;

interface Props {
  earning: Earning;
  /** whether something has changed since */
  isOld: boolean;
  onTry: (selection: Selection, group: string | null) => void;
}

/** What every selection earns at least, with the one that earns so little, and what brings it down. */
export function EarningOfAll({ earning: { margin, titles, day, cloud, drivers }, isOld, onTry }: Props) {
  const { product, surroundings, program } = useEditing();
  const floor = floorOf(product, surroundings.shop.marginFloors);
  return (
    <Stack gap="2" as="section" aria-label="Lowest margin">
      <Text fontWeight="600">Lowest margin</Text>
      {isOld && (
        <Text fontSize="sm" color="fg.muted">
          As it was before the last change. It is being worked out anew.
        </Text>
      )}
      {titles.length > 0 && 'margin' in margin && (
        <Text fontSize="sm" color="fg.muted">
          At the prices of {titles.join(', ')}, on {dayWords(parseDay(day) ?? 0)}.
        </Text>
      )}
      <Lowest
        margin={margin}
        floor={floor}
        currency={program.currency}
        withoutTax={surroundings.shop.tax?.pricesInclude ? ` without ${surroundings.shop.tax.name}` : ''}
        onTry={onTry}
      />
      {cloud && <MarginChart cloud={cloud} floor={floor} currency={program.currency} />}
      {drivers.length > 0 && 'margin' in margin && (
        <Box fontSize="sm">
          <Text>Options that cost more than they add:</Text>
          {drivers.map(({ title, earns }) => (
            <Text key={title} color="fg.muted">
              {title}, <Money amount={earns} currency={program.currency} />
            </Text>
          ))}
        </Box>
      )}
    </Stack>
  );
}

function Lowest({
  margin,
  floor,
  currency,
  withoutTax,
  onTry,
}: {
  margin: Earning['margin'];
  floor: string | null;
  currency: string;
  withoutTax: string;
  onTry: Props['onTry'];
}) {
  switch (margin.kind) {
    case 'costsMissing':
      return (
        <Text color="fg.muted">
          Nobody knows what {margin.items.slice(0, MOST_NAMED).join(', ')}
          {margin.items.length > MOST_NAMED ? ` and ${margin.items.length - MOST_NAMED} more` : ''}{' '}
          {margin.items.length === 1 ? 'costs' : 'cost'}. Enter the cost of the stock items, and the lowest margin is
          proved here.
        </Text>
      );
    case 'notLookedAt':
      return (
        <Text color="fg.muted">
          Where parts are tied to each other or to the whole’s price by rules, shares or breaks, it is not worked out
          for all selections; the Counter tells it of each.
        </Text>
      );
    case 'nothingSold':
      return <Text color="fg.muted">Nothing can be sold.</Text>;
    case 'notFound':
      return <Text color="fg.muted">This took longer than it may. The Counter tells what each selection earns.</Text>;
    case 'proved':
    case 'found': {
      const cents = (amount: string) =>
        Exact.from(amount)
          .rounded(minorUnits(currency) ?? 2)
          .toString();
      const price = Exact.from(margin.price);
      const share = price.sign() > 0 ? Exact.from(margin.margin).times(Exact.of(100)).over(price).rounded(1) : null;
      const isBelow = floor !== null && share !== null && share.isLess(Exact.parse(floor) ?? Exact.zero);
      return (
        <Box>
          <Text fontSize="xl" fontWeight="700" color={isBelow ? 'brick.fg' : undefined}>
            <Money amount={cents(margin.margin)} currency={currency} />
            {share && ` (${share.toString().replace('-', '−')} %)`}
          </Text>
          <Text fontSize="sm" color="fg.muted">
            {margin.words || 'as it is'}: it costs <Money amount={cents(margin.cost)} currency={currency} /> and is sold
            for <Money amount={cents(margin.price)} currency={currency} />
            {withoutTax}.
            {floor === null ? ' ' : isBelow ? ` That is below the floor of ${floor} %. ` : ` The floor is ${floor} %. `}
            {margin.kind === 'found'
              ? 'Another may be worse: not all could be looked at.'
              : floor === null
                ? 'No selection earns less.'
                : 'None stands worse against it.'}
          </Text>
          <Button
            size="xs"
            variant="ghost"
            colorPalette="oak"
            mt="1"
            ml="-2"
            onClick={() => onTry(margin.selection, margin.group)}
          >
            At the Counter <ArrowRight size={13} aria-hidden />
          </Button>
        </Box>
      );
    }
  }
}
