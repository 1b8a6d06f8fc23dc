'use client';

import { Box, Button, chakra, Heading, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { CircleHelp } from 'lucide-react';
import dynamic from 'next/dynamic';
import { memo, type ReactNode, useState } from 'react';
import { quantityFromWords, quantityWords } from '@/core/words';
import { useCommand } from '@/features/palette/commands';
import { DetailList } from '@/features/shared/detail-list';
import { ItemProblems } from '@/features/selection/item-problems';
import { CutPlanView } from '@/features/selection/cut-plan';
import { DoneWhen } from '@/features/selection/done-when';
import { Earnings } from './earnings';
import { openVariants } from './open-variants';
import { BreakTable, MoreForLessNote } from '@/features/selection/break-table';
import { QuantityField } from '@/features/selection/quantity-field';
import { ProblemNote } from '@/features/selection/problem-note';
import { ProductForm } from '@/features/selection/product-form';
import { type SelectionState } from '@/features/selection/use-selection';
import { weightWords } from '@/features/selection/weight-words';
import { WorkingTable } from '@/features/selection/working-table';
import { LayeredPicture } from '@/ui/layered-picture';
import { Sku, Slip, type Tone } from '@/ui/text';

const CounterTour = dynamic(() => import('./tour').then((tour) => tour.CounterTour));

const STATES: Readonly<Record<SelectionState['resolution']['state'], { words: string; tone: Tone }>> = {
  sellable: { words: 'can be sold', tone: 'lichen' },
  incomplete: { words: 'not finished', tone: 'copper' },
  invalid: { words: 'refused', tone: 'brick' },
  unavailable: { words: 'not to be had', tone: 'brick' },
};

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box borderTopWidth="1px" borderColor="border" pt="3">
      <Heading as="h3" size="sm" fontFamily="body" color="fg.muted" mb="1.5">
        {title}
      </Heading>
      {children}
    </Box>
  );
}

const RuleLine = memo(function RuleLine({ title, fired, because }: { title: string; fired: boolean; because: string }) {
  return (
    <Text fontSize="sm" color={fired ? undefined : 'fg.muted'}>
      {fired ? (title === because ? `Fired: ${because}` : `${title}: fired because ${because}`) : `Not fired: ${title}`}
    </Text>
  );
});

/** The live customer's side: the form, and everything the selection resolves to. */
export function Counter({
  selection,
  groups,
  keep,
}: {
  selection: SelectionState;
  groups?: ReactNode;
  keep?: ReactNode;
}) {
  const { resolution, quantityText, program } = selection;
  const { product } = program;
  const state = STATES[resolution.state];
  const [touring, setTouring] = useState(false);
  useCommand('Tour of the Counter', () => setTouring(true));
  const forTenMore = resolution.parts.length > 0 ? selection.missing(10) : [];
  const general = resolution.problems.filter(({ where }) => where === 'item' || where === 'selection');
  const ofQuantity = resolution.problems.filter(({ where }) => where === 'quantity');
  const { canSupply, limitedBy } = resolution.availability;
  const layers = resolution.pictures[0]?.layers ?? [];
  return (
    <Stack gap="4" as="section" aria-label="The Counter">
      <HStack justify="space-between">
        <HStack gap="2.5">
          <Heading as="h2" size="lg">
            The Counter
          </Heading>
          <span role="status">
            <Slip tone={state.tone}>{state.words}</Slip>
          </span>
        </HStack>
        <HStack gap="1">
          <IconButton
            aria-label="Tour of the Counter"
            title="Tour of the Counter"
            size="xs"
            variant="ghost"
            colorPalette="ink"
            onClick={() => setTouring(true)}
          >
            <CircleHelp size={15} />
          </IconButton>
          <Button size="xs" variant="ghost" colorPalette="ink" onClick={selection.reset}>
            Start again
          </Button>
        </HStack>
      </HStack>
      {layers.length > 0 && (
        <LayeredPicture
          layers={layers}
          title={product.title}
          w="200px"
          aspectRatio={4 / 3}
          borderRadius="l2"
          borderWidth="1px"
          borderColor="border"
        />
      )}
      {product.choices.length === 0 && product.parts.length === 0 && (
        <Text color="fg.muted">Customers choose nothing; they buy it as it is.</Text>
      )}
      {groups}
      <ProductForm choices={product.choices} selection={selection} name="counter" showMissing />
      <Box>
        <chakra.label htmlFor="counter-quantity" fontWeight="600" display="block" mb="1.5">
          Quantity
        </chakra.label>
        <QuantityField
          id="counter-quantity"
          orderable={resolution.orderable}
          text={quantityText}
          invalid={ofQuantity.length > 0}
          onChange={selection.setQuantityText}
        />
        {selection.quantityFrom.kind !== 'nobody' && selection.quantityFrom.kind !== 'product' && (
          <Text fontSize="xs" color="fg.muted" mt="1">
            So says {quantityFromWords(selection.quantityFrom)}.
          </Text>
        )}
        {ofQuantity.map((problem) => (
          <ProblemNote key={problem.code} problem={problem} onTake={selection.setQuantityText} />
        ))}
      </Box>
      <MoreForLessNote selection={selection} />
      <BreakTable selection={selection} />
      <ItemProblems problems={general} selection={selection} />
      <Part title="Working">
        <WorkingTable resolution={resolution} />
      </Part>
      {selection.earned && (
        <Part title="Earns, for one">
          <Earnings
            earned={selection.earned}
            open={openVariants(selection.program, resolution)}
            tax={selection.around.surroundings.shop.tax}
            taxClass={product.taxClass}
            currency={resolution.currency}
          />
        </Part>
      )}
      {resolution.measures.some(({ forCustomers }) => !forCustomers) && (
        <Part title="Formulas">
          {resolution.measures.map((measure, index) => (
            <HStack key={index} justify="space-between" fontSize="sm">
              <Text>{measure.name}</Text>
              <Text fontVariantNumeric="tabular-nums">{measure.shown}</Text>
            </HStack>
          ))}
        </Part>
      )}
      {resolution.rules.length > 0 && (
        <Part title="Rules">
          {resolution.rules.map(({ rule, title, fired, because }) => (
            <RuleLine key={rule} title={title} fired={fired} because={because} />
          ))}
        </Part>
      )}
      {resolution.item.forWorkshop.length > 0 && (
        <Part title="For the workshop only">
          <DetailList formatted details={resolution.item.forWorkshop} />
        </Part>
      )}
      <Part title="Item">
        <Box wordBreak="break-all">
          <Sku>{resolution.item.sku || 'no SKU yet'}</Sku>
        </Box>
        {resolution.weight && <Text fontSize="sm">Weighs {weightWords(resolution.weight, resolution.quantity)}</Text>}
      </Part>
      <Part title="Takes from stock">
        {resolution.draws.length === 0 && <Text color="fg.muted">Nothing yet.</Text>}
        {resolution.draws.map((draw) => (
          <HStack key={draw.stock} justify="space-between" fontSize="sm">
            <Text>{draw.title}</Text>
            <Text fontVariantNumeric="tabular-nums" whiteSpace="nowrap">
              {quantityWords(draw.total)}
            </Text>
          </HStack>
        ))}
        <DoneWhen bookings={resolution.bookings} />
        {resolution.availability.cutPlans.map((plan) => (
          <CutPlanView key={plan.stock} plan={plan} />
        ))}
        {resolution.draws.length > 0 && canSupply !== null && (
          <Text fontSize="sm" mt="1.5" color={canSupply === 0 ? 'brick.fg' : 'fg.muted'}>
            {limitedBy
              ? `${canSupply} could be supplied: ${quantityWords(limitedBy.available)} of ${limitedBy.title}${limitedBy.parts.length > 0 ? ` (for ${limitedBy.parts.join(', ')})` : ''} can be promised${limitedBy.longest ? `, the longest piece ${quantityWords(limitedBy.longest)}` : ''}.`
              : 'As many as are wanted could be supplied.'}
          </Text>
        )}
        {canSupply !== null && forTenMore.length > 0 && (
          <Text fontSize="sm" mt="1" color="fg.muted">
            For ten more there would have to come in:{' '}
            {forTenMore.map(({ title, words }) => `${words} ${title}`).join(', ')}.
          </Text>
        )}
      </Part>
      {keep}
      {touring && <CounterTour onClose={() => setTouring(false)} />}
    </Stack>
  );
}
