'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type Choice } from '@/core/catalog';
import { FaceSample } from '@/features/kit/typefaces';
import { type ControlProps, pickAnswer, pickedOf, whyNot } from './control';
import { OptionTile } from './list-control';
import { OptionNote, OptionQuantity, OptionRow, shownOptions } from './option-parts';

const SAMPLE = 'Abc 123';

/** A style of lettering, each shown in its own face with what the customer has typed. */
export function LetteringControl({
  choice,
  id,
  counted,
  offers,
  currency,
  aria,
  page,
  onAnswer,
}: ControlProps<Extract<Choice, { kind: 'lettering' }>>) {
  const [picked] = pickedOf(counted);
  const typed = page.resolution.counted.find((other) => other.choice === choice.shows)?.shown ?? '';
  const sample = typed.slice(0, 24) || SAMPLE;
  return (
    <Box>
      <OptionRow columns={choice.columns ?? 2} role="radiogroup" labelledBy={`${id}-label`} aria={aria}>
        {!choice.required && (
          <OptionTile type="radio" name={id} chosen={picked === undefined} why="" onChoose={() => onAnswer(null)}>
            <chakra.span fontWeight="600">None</chakra.span>
          </OptionTile>
        )}
        {shownOptions(choice.options, offers).map((option) => (
          <OptionTile
            key={option.key}
            type="radio"
            name={id}
            chosen={picked?.option === option.key}
            why={whyNot(offers, option.key)}
            onChoose={() => onAnswer(option.key)}
          >
            <FaceSample
              as="span"
              face={option.face}
              aria-hidden
              fontSize="xl"
              lineHeight="1.3"
              overflow="hidden"
              textOverflow="ellipsis"
              whiteSpace="nowrap"
            >
              {sample}
            </FaceSample>
            <chakra.span fontSize="sm" fontWeight="600">
              {option.title}
            </chakra.span>
            <OptionNote option={option} offers={offers} currency={currency} />
          </OptionTile>
        ))}
      </OptionRow>
      {choice.ownQuantity && picked && (
        <OptionQuantity
          name={counted?.shown ?? ''}
          quantity={picked.quantity}
          most={choice.mostEach}
          onChange={(quantity) => onAnswer(pickAnswer({ option: picked.option, quantity }))}
        />
      )}
    </Box>
  );
}
