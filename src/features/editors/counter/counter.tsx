'use client';

import { Box, Button, chakra, Heading, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { CircleHelp } from 'lucide-react';
import dynamic from 'next/dynamic';
import { memo, type ReactNode, useState } from 'react';
import { standingView } from '@/core/compile';
import { quantityFromWords, quantityWords } from '@/core/words';
import { useCommand } from '@/features/kit/palette';
import { DetailList } from '@/features/kit/shared';
import {
  BreakTable,
  CutPlanView,
  DoneWhen,
  ItemProblems,
  MoreForLessNote,
  ProblemNote,
  ProductForm,
  QuantityField,
  type SelectionState,
  weightWords,
  WorkingTable,
} from '@/features/kit/selection';
import { Earnings } from './earnings';
import { openVariants } from './open-variants';
import { LayeredPicture } from '@/ui/layered-picture';
import { Sku, Slip, type Tone } from '@/ui/text';

const ViewsHere = dynamic(() => import('./views-here').then((views) => views.ViewsHere));
const CounterTour = dynamic(() => import('./tour').then((tour) => tour.CounterTour));

const STATES: Readonly<Record<SelectionState['resolution']['state'], { words: string; tone: Tone }>> = {
  sellable: { words: 'Can be sold', tone: 'lichen' },
  incomplete: { words: 'Incomplete', tone: 'copper' },
  invalid: { words: 'Not valid', tone: 'brick' },
  unavailable: { words: 'Unavailable', tone: 'brick' },
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
      {fired
        ? title === because
          ? `Applies: ${because}`
          : `${title}: applies because ${because}`
        : `Does not apply: ${title}`}
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
  const { resolution, program } = selection;
  const { product } = program;
  const [touring, setTouring] = useState(false);
  useCommand('Tour of the Counter', () => setTouring(true));
  const general = resolution.problems.filter(({ where }) => where === 'item' || where === 'selection');
  const layers = resolution.pictures[0]?.layers ?? [];
  return (
    <Stack gap="4" as="section" aria-label="The Counter">
      <CounterHead state={resolution.state} onTour={() => setTouring(true)} onReset={selection.reset} />
      {product.views.length > 0 && <ViewsHere selection={selection} />}
      {!standingView(product, resolution.views) && layers.length > 0 && (
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
      <QuantityOf selection={selection} />
      <MoreForLessNote selection={selection} />
      <BreakTable selection={selection} />
      <ItemProblems problems={general} selection={selection} />
      <Part title="Working">
        <WorkingTable resolution={resolution} />
      </Part>
      {selection.earned && (
        <Part title="Margin per piece">
          <Earnings
            earned={selection.earned}
            open={openVariants(selection.program, resolution)}
            tax={selection.around.surroundings.shop.tax}
            taxClass={product.taxClass}
            currency={resolution.currency}
          />
        </Part>
      )}
      <BehindIt resolution={resolution} />
      <Part title="Item">
        <Box wordBreak="break-all">
          <Sku>{resolution.item.sku || 'no SKU yet'}</Sku>
        </Box>
        {resolution.weight && <Text fontSize="sm">Weighs {weightWords(resolution.weight, resolution.quantity)}</Text>}
      </Part>
      <TakenFromStock selection={selection} />
      {keep}
      {touring && <CounterTour onClose={() => setTouring(false)} />}
    </Stack>
  );
}

/** Whether what is chosen can be sold, and where to begin anew. */
function CounterHead({
  state,
  onTour,
  onReset,
}: {
  state: SelectionState['resolution']['state'];
  onTour: () => void;
  onReset: () => void;
}) {
  const { words, tone } = STATES[state];
  return (
    <HStack justify="space-between">
      <HStack gap="2.5">
        <Heading as="h2" size="lg">
          The Counter
        </Heading>
        <span role="status">
          <Slip tone={tone}>{words}</Slip>
        </span>
      </HStack>
      <HStack gap="1">
        <IconButton
          aria-label="Tour of the Counter"
          title="Tour of the Counter"
          size="xs"
          variant="ghost"
          colorPalette="ink"
          onClick={onTour}
        >
          <CircleHelp size={15} />
        </IconButton>
        <Button size="xs" variant="ghost" colorPalette="ink" onClick={onReset}>
          Start again
        </Button>
      </HStack>
    </HStack>
  );
}

function QuantityOf({ selection }: { selection: SelectionState }) {
  const { resolution, quantityText } = selection;
  const ofQuantity = resolution.problems.filter(({ where }) => where === 'quantity');
  return (
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
  );
}

/** What came of it beside the price: formulas, rules, and what only the workshop reads. */
function BehindIt({ resolution }: Pick<SelectionState, 'resolution'>) {
  return (
    <>
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
        <Part title="Workshop only">
          <DetailList formatted details={resolution.item.forWorkshop} />
        </Part>
      )}
    </>
  );
}

/** What it takes from stock, and how many of it could be supplied. */
function TakenFromStock({ selection }: { selection: SelectionState }) {
  const { resolution } = selection;
  const { canSupply, limitedBy } = resolution.availability;
  const forTenMore = resolution.parts.length > 0 ? selection.missing(10) : [];
  return (
    <Part title="Draws from stock">
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
            ? `Can supply ${canSupply}. Limited by ${limitedBy.title}${limitedBy.parts.length > 0 ? ` (for ${limitedBy.parts.join(', ')})` : ''}: ${quantityWords(limitedBy.available)} available${limitedBy.longest ? `, the longest piece ${quantityWords(limitedBy.longest)}` : ''}.`
            : 'No stock limit.'}
        </Text>
      )}
      {canSupply !== null && forTenMore.length > 0 && (
        <Text fontSize="sm" mt="1" color="fg.muted">
          For 10 more you need: {forTenMore.map(({ title, words }) => `${words} ${title}`).join(', ')}.
        </Text>
      )}
    </Part>
  );
}
