'use client';

import { Box, chakra, Checkbox, Heading, HStack, RadioGroup, Stack, Text } from '@chakra-ui/react';
import { useId } from 'react';
// By itself, so that pages need not load what only the worker runs.
import { wayName } from '@/core/analysis';
import { calledAs, type CandidateProgram, type ComponentProgram } from '@/core/compile';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { addedToKit, type PartPriced, runFor, usualIn, usualPrices } from '@/core/run';
import { Money } from '@/ui/text';
import { WHY } from './control';
import { type EntryFormProps } from './entry-form';
import { type PartsHolder } from './given-parts';
import { ItemProblems } from './item-problems';
import { CountField } from './quantity-field';
import { PartPicture } from './part-picture';
import { ProblemNote } from './problem-note';
import { SelectionForm } from './selection-form';
import { type PartChosen, usePart, usePartChosen } from './use-part';

interface Props {
  holder: PartsHolder;
  /** tells several forms on one page apart */
  name: string;
  /** whether answers that are merely missing are pointed out beside their choice */
  showMissing: boolean;
}

/** What a product is put together from: each part with its picture and its own choices in place. */
export function PartsForm({ holder, name, showMissing }: Props) {
  const components = holder.program.kit?.components ?? [];
  // What is in slots stands in the form of the product itself.
  if (components.length === 0) return null;
  return (
    <Stack
      as="section"
      aria-label="What is in it"
      gap="0"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
      bg="bg.panel"
      overflow="hidden"
    >
      {components.map((component) => (
        <Part
          key={component.key}
          component={component}
          holder={holder}
          name={`${name}-${component.key}`}
          showMissing={showMissing}
        />
      ))}
    </Stack>
  );
}

function Part({ component, holder, name, showMissing }: Props & { component: ComponentProgram }) {
  const chosen = usePartChosen(holder, component);
  const { isTaken, candidate, shown, problems } = chosen;
  const several = component.candidates.length > 1;
  const { currency } = holder.resolution;
  return (
    <Box
      as="section"
      aria-label={component.title}
      px={{ base: '3', sm: '4' }}
      py="3"
      borderTopWidth="1px"
      borderColor="border.muted"
      _first={{ borderTopWidth: '0' }}
    >
      <HStack align="start" gap="3">
        <PartPicture candidate={candidate} shown={shown} title={calledAs(component, candidate ?? component)} />
        <Box flex="1" minW="0">
          <HStack justify="space-between" align="baseline" gap="3">
            <PartTitle component={component} chosen={chosen} />
            {candidate && (
              <PartPrice component={component} chosen={chosen} currency={currency} around={holder.around} />
            )}
          </HStack>
          {candidate && !several && component.isNamed && candidate.title !== component.title && (
            <Text fontSize="sm" color="fg.muted">
              {candidate.title}
            </Text>
          )}
          {!candidate && (
            <Text fontSize="sm" color="fg.muted">
              not available now
            </Text>
          )}
          {isTaken && candidate && component.quantity.least !== component.quantity.most && (
            <HStack mt="2" gap="2">
              <CountField
                id={`${name}-count`}
                label={`How many: ${component.title}`}
                least={component.quantity.least}
                most={component.quantity.most}
                count={chosen.quantity}
                invalid={problems.some(({ where }) => where.endsWith('/quantity'))}
                onChange={chosen.setQuantity}
              />
            </HStack>
          )}
          {isTaken && several && <Candidates component={component} chosen={chosen} name={name} holder={holder} />}
          {problems.map((problem) => (
            <ProblemNote key={problem.code} problem={problem} />
          ))}
        </Box>
      </HStack>
      {isTaken && candidate && shown && (
        <PartChoices
          key={candidate.product}
          component={component}
          candidate={candidate}
          shown={shown}
          holder={holder}
          name={name}
          showMissing={showMissing}
        />
      )}
    </Box>
  );
}

function PartTitle({
  component,
  chosen: { isTaken, candidate, quantity, take },
}: {
  component: ComponentProgram;
  chosen: PartChosen;
}) {
  const { optional } = component;
  const title = calledAs(component, candidate ?? component);
  const words = isTaken && quantity > 1 ? `${quantity} × ${title}` : title;
  if (!optional) {
    return (
      <Heading as="h3" size="md">
        {words}
      </Heading>
    );
  }
  return (
    <Checkbox.Root
      checked={isTaken}
      disabled={!candidate && !isTaken}
      onCheckedChange={(details) => take(details.checked === true)}
      alignItems="start"
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control borderColor="border.emphasized" mt="0.5" />
      <Checkbox.Label fontFamily="heading" fontSize="md" fontWeight="600">
        {words}{' '}
        <chakra.span fontFamily="body" fontSize="sm" fontWeight="400" color="fg.muted">
          (optional)
        </chakra.span>
      </Checkbox.Label>
    </Checkbox.Root>
  );
}

interface PartPriceProps {
  component: ComponentProgram;
  chosen: PartChosen;
  currency: string;
  around: PartsHolder['around'];
}

/** What a part costs when it is sold alone. */
function PartPrice({
  component,
  chosen: { isTaken, shown, candidate },
  currency,
  around: { today, group },
}: PartPriceProps) {
  // Of what is not taken, what it would cost before anything of it is chosen.
  const price = isTaken
    ? (shown?.alone ?? null)
    : candidate && (usualIn(candidate, component.quantity.usual, runFor({ today, group }))?.alone.toString() ?? null);
  if (!price || Exact.from(price).sign() === 0) return null;
  return (
    <Text fontSize="sm" color="fg.muted" whiteSpace="nowrap">
      <Money amount={price} currency={currency} /> alone
    </Text>
  );
}

interface CandidatesProps {
  component: ComponentProgram;
  chosen: PartChosen;
  name: string;
  holder: PartsHolder;
}

/** The products that a part can be, each with what it would make the kit cost more or less than what is taken now. */
function Candidates({ component, chosen: { candidate, choose, quantity, shown }, name, holder }: CandidatesProps) {
  const differenceOf = (one: CandidateProgram) =>
    candidate && one !== candidate && shown?.alone
      ? differenceWords(holder, component, quantity, one, Exact.from(shown.alone))
      : '';
  const isGone = (one: CandidateProgram) =>
    one !== candidate && (holder.goneInParts.get(component.key)?.has(wayName(one, quantity)) ?? false);
  return (
    <RadioGroup.Root
      mt="2"
      size="sm"
      name={`${name}-product`}
      aria-label={component.title}
      value={candidate?.product ?? null}
      onValueChange={({ value }) => value !== null && choose(value)}
    >
      <Stack gap="1">
        {component.candidates.map((one) => (
          <RadioGroup.Item key={one.product} value={one.product} disabled={isGone(one)}>
            <RadioGroup.ItemHiddenInput />
            <RadioGroup.ItemIndicator borderColor="border.emphasized" />
            <RadioGroup.ItemText>
              {one.title}{' '}
              <chakra.span color="fg.muted" css={{ fontVariantNumeric: 'tabular-nums' }}>
                {isGone(one) ? `· ${WHY.noWay}` : differenceOf(one)}
              </chakra.span>
            </RadioGroup.ItemText>
          </RadioGroup.Item>
        ))}
      </Stack>
    </RadioGroup.Root>
  );
}

/**
 * What the kit costs more or less with another product in the place of the one that is taken. @param alone what that
 * costs alone
 */
function differenceWords(
  { program, around: { today, group }, resolution: { quantity, currency } }: PartsHolder,
  component: ComponentProgram,
  count: number,
  other: CandidateProgram,
  alone: Exact,
): string {
  const { kit } = program;
  const priced = usualIn(other, count, runFor({ today, group }));
  if (!kit || !priced) return '';
  const usual = kit.terms.isOwn
    ? (usualPrices(program, quantity, runFor({ today, group })).get(component) ?? null)
    : null;
  const entry = (of: Exact, candidate: CandidateProgram): PartPriced => ({
    place: component.key,
    component,
    candidate,
    count,
    alone: of,
    once: Exact.zero,
    isOpen: false,
    inNumber: (pieces) => usualIn(candidate, pieces, runFor({ today, group })),
  });
  const adds = (of: Exact) => addedToKit(kit.terms, component, [entry(of, other)], usual);
  const difference = adds(priced.alone).minus(adds(alone)).rounded(program.places, program.rounding);
  if (difference.sign() === 0) return '· the same price';
  return difference.sign() > 0
    ? `+${formatMoney(difference, currency)}`
    : `−${formatMoney(difference.negated(), currency)}`;
}

/** What is settled of a part, what is left to be chosen of it, and its own parts. */
export function PartChoices({ component, candidate, shown, holder, name, showMissing }: EntryFormProps) {
  const part = usePart(holder, component, candidate, shown);
  const { program, resolution } = part;
  // What is settled as not wanted needs no words.
  const settled = resolution.counted.filter(
    ({ choice, value }) => Object.hasOwn(program.fixed, choice) && value !== 'no',
  );
  const open = program.choices.some(({ key, asks }) => asks && !Object.hasOwn(program.fixed, key));
  const id = useId();
  return (
    <>
      {settled.length > 0 && (
        <Text fontSize="sm" color="fg.muted" mt="1" ml="76px">
          {settled.map(({ title, shown: words }) => `${title}: ${words}`).join(' · ')}
        </Text>
      )}
      {open && (
        <Box mt="3" role="group" aria-labelledby={id}>
          <chakra.span id={id} srOnly>
            {component.title}
          </chakra.span>
          <SelectionForm
            choices={program.product.choices}
            page={part.page}
            answers={part.answers}
            name={name}
            showMissing={showMissing}
            onAnswer={part.answer}
          />
          <ItemProblems problems={resolution.problems.filter(({ where }) => where === 'item')} selection={part} />
        </Box>
      )}
      {!open &&
        resolution.problems
          .filter(({ where }) => where === 'item')
          .map((problem) => <ProblemNote key={problem.code} problem={problem} />)}
      {program.kit && (
        <Box mt="3">
          <PartsForm holder={part} name={name} showMissing={showMissing} />
        </Box>
      )}
    </>
  );
}
