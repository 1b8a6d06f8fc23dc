'use client';

import { Box, Button, HStack, InputGroup, Text, Textarea } from '@chakra-ui/react';
import { type Choice } from '@/core/catalog';
import { type CountedAnswerJson } from '@/core/exchange';
import { formatQuantity, readMeasure, unitByCode } from '@/core/quantity';
import { countCharacters } from '@/core/text';
import { amountWords, charactersWords } from '@/core/words';
import { TypedInput } from '@/ui/field';
import { useTyped } from '@/ui/typing';
import { type ControlProps, type PageContext, typedText } from './control';

type Of<K extends Choice['kind']> = Extract<Choice, { kind: K }>;

/**
 * A typed answer: an empty field is an answer left out, so that a default does not come back while someone clears it.
 */
const typed = (text: string) => (text === '' ? null : text);

/** A line of text, with how many characters are left. */
export function TextControl({ choice, id, answer, currency, aria, onAnswer }: ControlProps<Of<'text'>>) {
  const text = typedText(answer, choice.default);
  return (
    <Box>
      <TypedInput
        id={id}
        value={text}
        placeholder={choice.placeholder}
        {...aria}
        onChange={(next) => onAnswer(typed(next))}
      />
      <Hint
        parts={[charactersWords(choice.minCharacters, choice.maxCharacters), amountWords(choice.amount, currency)]}
      />
    </Box>
  );
}

/** A text of several lines. */
export function LongTextControl({
  choice,
  id,
  answer,
  counted,
  currency,
  aria,
  onAnswer,
}: ControlProps<Of<'longText'>>) {
  const limits = charactersWords(choice.minCharacters, choice.maxCharacters);
  const used = counted ? countCharacters(counted.shown) : 0;
  const field = useTyped(typedText(answer, choice.default), (next) => onAnswer(typed(next)));
  return (
    <Box>
      <Textarea
        id={id}
        bg="bg.panel"
        borderColor="border.emphasized"
        placeholder={choice.placeholder}
        rows={choice.lines}
        {...aria}
        {...field}
      />
      <Hint parts={[limits && used > 0 ? `${limits}, ${used} so far` : limits, amountWords(choice.amount, currency)]} />
    </Box>
  );
}

/** A number without a unit. */
export function NumberControl({
  choice,
  id,
  answer,
  counted,
  currency,
  aria,
  page,
  onAnswer,
}: ControlProps<Of<'number'>>) {
  return (
    <Box>
      <TypedInput
        id={id}
        maxW="160px"
        placeholder={choice.placeholder}
        inputMode="decimal"
        value={typedText(answer, fallbackText(counted, choice.default))}
        {...aria}
        onChange={(next) => onAnswer(typed(next))}
      />
      <Hint parts={[rangeWords(choice, '', page), amountWords(choice.amount, currency)]} />
    </Box>
  );
}

/** A measure in whatever unit it was taken; what it comes to in the shop's unit is said beside it. */
export function MeasureControl({
  choice,
  id,
  answer,
  counted,
  currency,
  aria,
  page,
  onAnswer,
}: ControlProps<Of<'measure'>>) {
  const unit = unitByCode(choice.unit);
  const text = typedText(answer, fallbackText(counted, choice.default));
  const reading = unit && text.trim() !== '' ? readMeasure(text, unit) : undefined;
  const plain = /^[\d.,\s]*$/.test(text);
  const comesTo = reading?.quantity && !plain ? `= ${formatQuantity(reading.quantity)}` : '';
  return (
    <Box>
      <InputGroup maxW="220px" endElement={plain ? (unit?.dimension === 'count' ? 'pieces' : unit?.symbol) : undefined}>
        <TypedInput
          id={id}
          value={text}
          placeholder={choice.placeholder}
          {...aria}
          onChange={(next) => onAnswer(typed(next))}
        />
      </InputGroup>
      {unit && choice.picks.length > 0 && (
        <HStack gap="1.5" wrap="wrap" mt="1.5" role="group" aria-label={`Common answers for ${choice.title}`}>
          {choice.picks.map(({ value, title }, index) => (
            <Button
              key={index}
              size="xs"
              variant={text.trim() === value ? 'solid' : 'outline'}
              colorPalette="ink"
              aria-pressed={text.trim() === value}
              onClick={() => onAnswer(value)}
            >
              {title || `${value} ${unit.dimension === 'count' ? '' : unit.symbol}`.trim()}
            </Button>
          ))}
        </HStack>
      )}
      <Hint
        parts={[comesTo, rangeWords(choice, unit ? ` ${unit.symbol}` : '', page), amountWords(choice.amount, currency)]}
      />
    </Box>
  );
}

/** What stands in the field before anything is typed: the default, or what a formula makes of the other answers. */
function fallbackText(counted: CountedAnswerJson | undefined, fallback: string | null): string | null {
  return counted?.fromDefault ? counted.value : fallback;
}

/** The bounds of an answer; those that formulas set for this selection take the place of the choice's own. */
function rangeWords({ key, min, max }: Of<'measure' | 'number'>, unit: string, { resolution }: PageContext): string {
  const bounds = resolution.shown.find(({ choice }) => choice === key)?.bounds;
  if (!bounds) return range(min, max, unit);
  const least = bounds.least ?? (min === null ? null : `${min}${unit}`);
  const most = bounds.most ?? (max === null ? null : `${max}${unit}`);
  return range(least, most, '');
}

function range(min: string | null, max: string | null, unit: string): string {
  if (min !== null && max !== null) return `${min} to ${max}${unit}`;
  if (min !== null) return `at least ${min}${unit}`;
  return max === null ? '' : `at most ${max}${unit}`;
}

/** Small words under a field. */
export function Hint({ parts }: { parts: readonly string[] }) {
  const text = parts.filter(Boolean).join(' · ');
  return text ? (
    <Text fontSize="xs" color="fg.muted" mt="1">
      {text}
    </Text>
  ) : null;
}
