'use client';

import { Box, Button, chakra, HStack, Stack, Text } from '@chakra-ui/react';
import { type Choice, hasOptions, type Product } from '@/core/catalog';
import { type ResolutionJson } from '@/core/exchange';
import { type ControlProps } from './control';
import { ListControl } from './list-control';
import { SwatchControl } from './swatch-control';
import { MeasureControl, NumberControl, TextControl } from './typed-controls';
import { YesNoControl } from './yes-no-control';

export type Answers = Readonly<Record<string, unknown>>;

interface Props {
  product: Product;
  resolution: ResolutionJson;
  answers: Answers;
  /** tells several forms on one page apart */
  name: string;
  /** whether answers that are merely missing are pointed out beside their choice */
  showMissing: boolean;
  onAnswer: (choice: string, answer: string | boolean | null | undefined) => void;
}

/** The customer's form: every choice of a product, with what is wrong beside it. */
export function SelectionForm({ product, resolution, answers, name, showMissing, onAnswer }: Props) {
  return (
    <Stack gap="5">
      {product.choices.map((choice) => {
        const id = `${name}-${choice.key}`;
        const problems = resolution.problems.filter(
          ({ where, code }) => where === `choice:${choice.key}` && (showMissing || code !== 'answerMissing'),
        );
        const control: ControlProps = {
          choice,
          id,
          answer: answers[choice.key],
          counted: resolution.counted.find((counted) => counted.choice === choice.key),
          offers: resolution.shown.find((shown) => shown.choice === choice.key)?.options ?? [],
          currency: resolution.currency,
          invalid: problems.some(({ code }) => code !== 'answerMissing'),
          onAnswer: (answer) => onAnswer(choice.key, answer),
        };
        return (
          <Box key={choice.key}>
            <Label choice={choice} id={id} />
            <Control {...control} />
            {problems.map((problem) => (
              <ProblemNote key={problem.code} problem={problem} onTake={(answer) => onAnswer(choice.key, answer)} />
            ))}
          </Box>
        );
      })}
    </Stack>
  );
}

function Label({ choice, id }: { choice: Choice; id: string }) {
  const text = (
    <>
      {choice.title || 'Without a title'}
      {!choice.required && choice.kind !== 'yesNo' && (
        <chakra.span fontWeight="400" color="fg.muted">
          {' '}
          (optional)
        </chakra.span>
      )}
    </>
  );
  const grouped = hasOptions(choice) || (choice.kind === 'yesNo' && choice.required);
  return (
    <Box mb="1.5">
      {grouped ? (
        <Text as="span" id={`${id}-label`} fontWeight="600">
          {text}
        </Text>
      ) : (
        <chakra.label htmlFor={id} id={`${id}-label`} fontWeight="600">
          {text}
        </chakra.label>
      )}
      {choice.help && (
        <Text fontSize="sm" color="fg.muted">
          {choice.help}
        </Text>
      )}
    </Box>
  );
}

function Control(props: ControlProps) {
  const { choice } = props;
  switch (choice.kind) {
    case 'list':
      return <ListControl {...props} choice={choice} />;
    case 'swatch':
      return <SwatchControl {...props} choice={choice} />;
    case 'text':
      return <TextControl {...props} choice={choice} />;
    case 'number':
      return <NumberControl {...props} choice={choice} />;
    case 'measure':
      return <MeasureControl {...props} choice={choice} />;
    case 'yesNo':
      return <YesNoControl {...props} choice={choice} />;
  }
}

type ProblemJson = ResolutionJson['problems'][number];

/** What is wrong, what would be right, and the nearest right answers to take over. */
export function ProblemNote({ problem, onTake }: { problem: ProblemJson; onTake?: (answer: string) => void }) {
  const missing = problem.code === 'answerMissing';
  return (
    <Box mt="1.5" fontSize="sm" color={missing ? 'oak.fg' : 'brick.fg'} role={missing ? undefined : 'alert'}>
      {problem.message}
      {onTake && problem.nearest ? (
        <HStack mt="1" gap="2" wrap="wrap">
          {problem.nearest.map((answer) => (
            <Button key={answer} size="xs" variant="outline" colorPalette="copper" onClick={() => onTake(answer)}>
              Use {answer}
            </Button>
          ))}
        </HStack>
      ) : (
        problem.remedy && ` ${problem.remedy}`
      )}
    </Box>
  );
}
