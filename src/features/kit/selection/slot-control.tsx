'use client';

import { Box, Button, chakra, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { ChevronDown, Plus, X } from 'lucide-react';
import { useState } from 'react';
import { type Choice, type Option } from '@/core/catalog';
import { type CandidateProgram, type SlotProgram } from '@/core/compile';
import { type PartJson } from '@/core/exchange';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { runFor, usualOf } from '@/core/run';
import { entryPlace, type GivenEntry, givenEntry, slotEntries } from '@/core/selection';
import { moveEntry, Sortable } from '@/ui/sortable';
import { Money } from '@/ui/text';
import { type ControlProps, leadWords, toMakeFit, whyNot } from './control';
import { type PartsHolder, problemsOf, NOTHING_GONE } from './given-parts';
import { AmountNote, shownOptions } from './option-parts';
import { useEntryForm } from './entry-form';
import { PartPicture } from './part-picture';
import { ProblemNote } from './problem-note';
import { CountField } from './quantity-field';

type Slot = Extract<Choice, { kind: 'slot' }>;
type Props = ControlProps<Slot>;

/** What is in a slot: as given, or as counts because nothing was. */
function entriesOf({ answer, counted }: Pick<Props, 'answer' | 'counted'>): readonly GivenEntry[] {
  if (answer === null) return [];
  if (answer !== undefined) return (slotEntries(answer) ?? []).map((entry) => givenEntry(entry));
  return (counted?.picks ?? []).map(({ option, quantity }) => ({ product: option, quantity, answers: {} }));
}

/**
 * A place in a build: what is in it, each with its own choices, and what can be put there, with what it costs and why
 * not.
 */
export function SlotControl(props: Props) {
  const { choice, page, onAnswer } = props;
  const slot = page.program.kit?.slots.find(({ component }) => component.key === choice.key);
  const entries = entriesOf(props);
  const give = (next: readonly GivenEntry[]) => onAnswer(next.length === 0 ? null : next);
  const pieces = entries.reduce((sum, { quantity = 1 }) => sum + quantity, 0);
  const [picking, setPicking] = useState(false);
  if (!slot) return null;
  const isSingle = choice.most === 1;
  // What can be nothing else is neither taken out nor replaced.
  const isOnlyOne = choice.options.length === 1 && entries.length === 1;
  const open = picking || entries.length === 0;
  const put = (product: string) => {
    setPicking(false);
    if (isSingle) return give([{ product, quantity: 1, answers: {} }]);
    give([...entries, { product, quantity: 1, answers: {} }]);
  };
  return (
    <Stack gap="2" role="group" aria-labelledby={`${props.id}-label`} aria-describedby={props.aria['aria-describedby']}>
      <Bounds choice={choice} pieces={pieces} />
      {entries.length > 0 && <Entries {...props} slot={slot} entries={entries} pieces={pieces} give={give} />}
      {open ? (
        <Candidates
          {...props}
          slot={slot}
          entries={entries}
          isFull={!isSingle && pieces >= choice.most}
          onPut={put}
          onClose={entries.length > 0 ? () => setPicking(false) : undefined}
        />
      ) : (
        (isSingle ? !isOnlyOne : pieces < choice.most) && (
          <Box>
            <Button size="sm" variant="outline" onClick={() => setPicking(true)}>
              {isSingle ? <ChevronDown size={15} aria-hidden /> : <Plus size={15} aria-hidden />}{' '}
              {isSingle ? 'Take another' : 'Add another'}
              <chakra.span srOnly> for {choice.title}</chakra.span>
            </Button>
          </Box>
        )
      )}
    </Stack>
  );
}

function Bounds({ choice: { least, most }, pieces }: { choice: Slot; pieces: number }) {
  if (most === 1) return null;
  return (
    <Text fontSize="xs" color="fg.muted">
      {least === most ? `${least} of them` : `${least} to ${most} of them`}
      {pieces > 1 && `, ${pieces} in it`}
    </Text>
  );
}

interface EntriesProps extends Props {
  slot: SlotProgram;
  entries: readonly GivenEntry[];
  pieces: number;
  give: (next: readonly GivenEntry[]) => void;
}

function Entries(props: EntriesProps) {
  const { choice, entries, give } = props;
  const rows = entries.map((entry, index) => ({ key: String(index), entry, index }));
  const row = (entry: GivenEntry, index: number, handle: React.ReactNode) => (
    <EntryRow {...props} entry={entry} index={index} handle={handle} />
  );
  if (entries.length < 2)
    return (
      <Box>
        {entries.map((entry, index) => (
          <Box key={index}>{row(entry, index, null)}</Box>
        ))}
      </Box>
    );
  return (
    <Stack gap="2" aria-label={`What is in ${choice.title}`} role="list">
      <Sortable
        entries={rows}
        nameOf={({ entry }) => titleOf(props.slot, entry.product)}
        onMove={(from, to) => {
          const next = [...entries];
          moveEntry(next, from, to);
          give(next);
        }}
        render={({ entry, index }, _place, handle) => (
          <Box role="listitem" pb="2">
            {row(entry, index, handle)}
          </Box>
        )}
      />
    </Stack>
  );
}

const titleOf = ({ component }: SlotProgram, product: string) =>
  component.candidates.find((candidate) => candidate.product === product)?.title ?? product;

/** One thing in a slot: how many of it, its own choices in place, and what is wrong with it. */
function EntryRow({
  id,
  choice,
  slot,
  entries,
  entry,
  index,
  pieces,
  handle,
  page,
  give,
}: EntriesProps & { entry: GivenEntry; index: number; handle: React.ReactNode }) {
  const entryForm = useEntryForm();
  const place = entryPlace(choice.key, index);
  const candidate = slot.component.candidates.find(({ product }) => product === entry.product);
  const shown = page.resolution.parts.find(({ part, beside }) => part === place || beside?.includes(place));
  const isBeside = shown !== undefined && shown.part !== place;
  const { quantity = 1 } = entry;
  const title = titleOf(slot, entry.product);
  const change = (next: GivenEntry) => give(entries.map((other, position) => (position === index ? next : other)));
  const problems = problemsOf(page.resolution, place);
  const inForm = shown?.resolution.problems.filter(({ where }) => where === 'item') ?? [];
  const holder: PartsHolder = {
    program: page.program,
    resolution: page.resolution,
    parts: { [place]: entry },
    around: page.around,
    goneInParts: NOTHING_GONE,
    givePart(_key, given) {
      const next = given(entry);
      if (next) change({ ...next, product: entry.product });
    },
  };
  return (
    <Box
      as="section"
      aria-label={title}
      borderWidth="1px"
      borderColor={[...problems, ...inForm].some(({ code }) => code !== 'answerMissing') ? 'brick.border' : 'border'}
      borderRadius="l3"
      bg="bg.panel"
      px="3"
      py="2.5"
    >
      <HStack gap="3" align="center">
        {handle}
        <PartPicture candidate={candidate} shown={shown} title={title} />
        <Box flex="1" minW="0">
          <Text fontWeight="600">{title}</Text>
          <WhatItCosts shown={shown} isBeside={isBeside} currency={page.resolution.currency} />
        </Box>
        {choice.most > 1 && (
          <CountField
            id={`${id}-${index}-count`}
            label={`How many: ${title}`}
            least={1}
            most={Math.max(quantity, choice.most - pieces + quantity)}
            count={quantity}
            invalid={false}
            limits={false}
            onChange={(count) => change({ ...entry, quantity: count })}
          />
        )}
        {!(choice.required && choice.options.length === 1 && entries.length === 1) && (
          <IconButton
            aria-label={`Take ${title} out`}
            size="xs"
            variant="ghost"
            colorPalette="ink"
            onClick={() => give(entries.filter((_, position) => position !== index))}
          >
            <X size={16} />
          </IconButton>
        )}
      </HStack>
      {problems.map((problem) => (
        <ProblemNote key={`${problem.code} ${problem.message}`} problem={problem} />
      ))}
      {candidate &&
        shown &&
        entryForm?.({
          component: { ...slot.component, key: place, title },
          candidate,
          shown,
          holder,
          name: `${id}#${index + 1}`,
          showMissing: page.showMissing,
        })}
    </Box>
  );
}

/** What an entry costs by itself; nothing where it is priced with the same above it. */
function WhatItCosts({ shown, isBeside, currency }: { shown?: PartJson; isBeside: boolean; currency: string }) {
  if (isBeside)
    return (
      <Text fontSize="sm" color="fg.muted">
        the same as above, and priced with it
      </Text>
    );
  if (!shown?.alone) return null;
  return (
    <Text fontSize="sm" color="fg.muted">
      <Money amount={shown.alone} currency={currency} />
      {shown.pieces > 1 && ` for ${shown.pieces}`}
    </Text>
  );
}

interface CandidatesProps extends Props {
  slot: SlotProgram;
  entries: readonly GivenEntry[];
  isFull: boolean;
  onPut: (product: string) => void;
  onClose?: () => void;
}

/** What can be put into a slot: each with its picture, what it would cost more or less, and why it does not go. */
function Candidates({ choice, id, slot, entries, offers, currency, page, isFull, onPut, onClose }: CandidatesProps) {
  const isSingle = choice.most === 1;
  const [current] = isSingle ? entries : [];
  const before = current && page.resolution.parts.find(({ part }) => part === entryPlace(choice.key, 0));
  return (
    <Box>
      <Box
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(200px, 1fr))"
        gap="2"
        role="group"
        aria-label={`What can be put in ${choice.title}`}
      >
        {shownOptions(choice.options, offers).map((option) => {
          const candidate = slot.component.candidates.find(({ product }) => product === option.key);
          const why = isFull ? `${choice.title} is full` : whyNot(offers, option.key);
          return (
            <CandidateCard
              key={option.key}
              name={id}
              option={option}
              candidate={candidate}
              price={
                !candidate
                  ? ''
                  : current?.product === option.key
                    ? 'in it now'
                    : differenceWords(candidate, before, page, currency)
              }
              why={why}
              remedy={isFull ? '' : toMakeFit(offers, option.key)}
              lead={leadWords(offers, option.key)}
              isChosen={current?.product === option.key}
              currency={currency}
              onPut={() => onPut(option.key)}
            />
          );
        })}
      </Box>
      {onClose && (
        <Button size="xs" variant="ghost" mt="2" onClick={onClose}>
          Leave it as it is
        </Button>
      )}
    </Box>
  );
}

/** What a candidate costs, or what it costs more or less than what is there. */
function differenceWords(
  candidate: CandidateProgram,
  before: PartJson | undefined,
  { around }: Props['page'],
  currency: string,
): string {
  const { unitPrice } = usualOf(candidate, runFor({ today: around.today, group: around.group }));
  if (!unitPrice) return '';
  if (!before?.alone) return formatMoney(unitPrice, currency);
  const difference = unitPrice.minus(Exact.from(before.alone));
  return difference.sign() === 0
    ? 'the same price'
    : `${difference.sign() > 0 ? '+' : '−'}${formatMoney(difference.sign() < 0 ? difference.negated() : difference, currency)}`;
}

interface CardProps {
  name: string;
  option: Option;
  candidate: CandidateProgram | undefined;
  price: string;
  why: string;
  remedy: string;
  lead: string;
  isChosen: boolean;
  currency: string;
  onPut: () => void;
}

function CandidateCard({ option, candidate, price, why, remedy, lead, isChosen, currency, onPut }: CardProps) {
  return (
    <chakra.button
      type="button"
      onClick={onPut}
      aria-pressed={isChosen}
      textAlign="start"
      borderWidth="1px"
      borderRadius="l2"
      borderStyle={why ? 'dashed' : 'solid'}
      borderColor={isChosen ? 'copper.solid' : 'border.emphasized'}
      bg={isChosen ? 'copper.subtle' : 'bg.panel'}
      p="2"
      cursor="pointer"
      _hover={{ borderColor: 'copper.solid' }}
    >
      <HStack gap="2" align="start">
        <PartPicture candidate={candidate} shown={undefined} title="" />
        <Box minW="0" flex="1">
          <chakra.span
            fontWeight="600"
            display="block"
            lineHeight="1.25"
            textDecoration={why ? 'line-through' : undefined}
          >
            {option.title}
          </chakra.span>
          <chakra.span fontSize="sm" color="fg.muted" display="block" css={{ fontVariantNumeric: 'tabular-nums' }}>
            {price} <AmountNote amount={option.amount} wasPrice={option.wasPrice} currency={currency} />
          </chakra.span>
        </Box>
      </HStack>
      {(why || lead) && (
        <chakra.span display="block" fontSize="xs" mt="1" color={why ? 'brick.fg' : 'fg.muted'}>
          {why || lead}
        </chakra.span>
      )}
      {remedy && (
        <chakra.span display="block" fontSize="xs" mt="1" color="fg.muted">
          {remedy}
        </chakra.span>
      )}
    </chakra.button>
  );
}
