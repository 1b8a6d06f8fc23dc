'use client';

import { Box, chakra, Input, InputGroup } from '@chakra-ui/react';
import { type Choice, type PicturePlace } from '@/core/catalog';
import { type ResolutionJson } from '@/core/exchange';
import { unitByCode } from '@/core/quantity';
import { atChoice, whereText } from '@/core/selection';
import { typedText } from './control';
import { type Answers } from './selection-form';

type MeasureChoice = Extract<Choice, { kind: 'measure' }>;

interface Props {
  choices: readonly Choice[];
  resolution: ResolutionJson;
  answers: Answers;
  onAnswer: (choice: string, answer: unknown) => void;
}

/**
 * The measures that stand on the product's picture: lines along what they measure, with the answer or a field on them.
 */
export function PictureMeasures({ choices, resolution, answers, onAnswer }: Props) {
  const shown = (key: string) => resolution.shown.find((entry) => entry.choice === key)?.shown !== false;
  return choices.map((choice) => {
    if (choice.kind !== 'measure' || !choice.onPicture || !shown(choice.key)) return null;
    return (
      <PlacedMeasure
        key={choice.key}
        choice={choice}
        place={choice.onPicture}
        resolution={resolution}
        answer={answers[choice.key]}
        onAnswer={(answer) => onAnswer(choice.key, answer)}
      />
    );
  });
}

interface PlacedProps {
  choice: MeasureChoice;
  place: PicturePlace;
  resolution: ResolutionJson;
  answer: unknown;
  onAnswer: (answer: unknown) => void;
}

function PlacedMeasure({ choice, place, resolution, answer, onAnswer }: PlacedProps) {
  const counted = resolution.counted.find((entry) => entry.choice === choice.key);
  const unit = unitByCode(choice.unit);
  const text = typedText(answer, counted?.fromDefault ? counted.value : choice.default);
  const refused = resolution.problems.some(
    ({ where, code }) => where === whereText(atChoice(choice.key)) && code !== 'answerMissing',
  );
  return (
    <MeasureLine place={place}>
      {place.as === 'label' ? (
        <chakra.span
          bg="ink.900"
          color="white"
          borderRadius="l1"
          px="2"
          py="0.5"
          fontSize="sm"
          fontWeight="600"
          whiteSpace="nowrap"
          fontVariantNumeric="tabular-nums"
        >
          {counted?.shown ?? choice.title}
        </chakra.span>
      ) : (
        <InputGroup
          w="112px"
          endElement={/^[\d.,\s]*$/.test(text) && unit?.dimension !== 'count' ? unit?.symbol : undefined}
          endElementProps={{ px: '2', fontSize: 'xs' }}
        >
          <Input
            aria-label={`${choice.title} on the picture`}
            aria-invalid={refused}
            size="sm"
            bg="bg.panel"
            borderColor={refused ? 'brick.solid' : 'ink.700'}
            placeholder={choice.title}
            value={text}
            onChange={(event) => onAnswer(event.target.value === '' ? null : event.target.value)}
          />
        </InputGroup>
      )}
    </MeasureLine>
  );
}

const LINE = { position: 'absolute', bg: 'ink.900', outlineWidth: '1px', outlineColor: 'white' } as const;

/** A line with an end mark on either side, and what stands on its middle. */
export function MeasureLine({
  place: { x, y, along, span },
  children,
}: {
  place: Pick<PicturePlace, 'x' | 'y' | 'along' | 'span'>;
  children: React.ReactNode;
}) {
  const across = along === 'across';
  const half = span / 2;
  return (
    <>
      <Box
        aria-hidden
        {...LINE}
        style={
          across
            ? { left: `${x - half}%`, width: `${span}%`, top: `calc(${y}% - 1px)`, height: 2 }
            : { top: `${y - half}%`, height: `${span}%`, left: `calc(${x}% - 1px)`, width: 2 }
        }
      />
      {[x - half, x + half].map((end, index) => (
        <Box
          key={index}
          aria-hidden
          {...LINE}
          style={
            across
              ? { left: `calc(${end}% - 1px)`, width: 2, top: `calc(${y}% - 7px)`, height: 14 }
              : {
                  top: `calc(${y + (index === 0 ? -half : half)}% - 1px)`,
                  height: 2,
                  left: `calc(${x}% - 7px)`,
                  width: 14,
                }
          }
        />
      ))}
      <Box position="absolute" transform="translate(-50%, -50%)" style={{ left: `${x}%`, top: `${y}%` }}>
        {children}
      </Box>
    </>
  );
}
