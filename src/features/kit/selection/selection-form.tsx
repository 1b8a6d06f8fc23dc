'use client';

import { Box, chakra, Collapsible, Grid, HStack, Stack, Text } from '@chakra-ui/react';
import { ChevronDown, CircleHelp } from 'lucide-react';
import { memo, type ReactNode, useState } from 'react';
import { type Choice, isNote, sameDefinition } from '@/core/catalog';
import { atChoice, whereText } from '@/core/selection';
import { UNTITLED } from '@/core/words';
import { useSteady } from '@/ui/use-steady';
import { ChoiceControl, followsPage, labelledOtherwise } from './choice-control';
import { ariaOf, type ControlProps, type PageContext, toldId } from './control';
import { NoteView } from './note';
import { type ProblemJson, ProblemNote } from './problem-note';

export type Answers = Readonly<Record<string, unknown>>;

export interface SelectionFormProps {
  choices: readonly Choice[];
  page: PageContext;
  answers: Answers;
  /** tells several forms on one page apart */
  name: string;
  /** whether answers that are merely missing are pointed out beside their choice */
  showMissing: boolean;
  onAnswer: (choice: string, answer: unknown) => void;
}

/** A part of the form: what follows a heading, up to the next heading or divider. */
interface Group {
  readonly heading: Extract<Choice, { kind: 'heading' }> | null;
  readonly choices: readonly Choice[];
}

function groupsOf(choices: readonly Choice[]): Group[] {
  const groups: { heading: Group['heading']; choices: Choice[] }[] = [{ heading: null, choices: [] }];
  for (const choice of choices) {
    if (choice.kind === 'heading') groups.push({ heading: choice, choices: [] });
    else if (choice.kind === 'divider') groups.push({ heading: null, choices: [choice] });
    else groups.at(-1)?.choices.push(choice);
  }
  return groups.filter((group) => group.heading !== null || group.choices.length > 0);
}

/** What is shown of each part of the form; a part of which nothing is shown any more has no heading either. */
function shownGroups(choices: readonly Choice[], isShown: (choice: Choice) => boolean): Group[] {
  return groupsOf(choices).flatMap(({ heading, choices: within }) => {
    const shown = within.filter(isShown);
    const isEmptied = within.length > 0 && shown.length === 0;
    return isEmptied || (heading && !isShown(heading))
      ? shown.map((choice) => ({ heading: null, choices: [choice] }))
      : [{ heading, choices: shown }];
  });
}

/** The customer's form: every choice of a product, with what is wrong beside it. */
export function SelectionForm({ choices, page, answers, name, showMissing, onAnswer }: SelectionFormProps) {
  const { resolution } = page;
  // A field that is not drawn again still gives its answer to whoever asks now.
  const answering = useSteady({ onAnswer });
  const told = resolution.rules.flatMap(({ rule, tells }) => tells.map((words) => ({ rule, words })));
  const isShown = (choice: Choice) => resolution.shown.find((entry) => entry.choice === choice.key)?.shown !== false;
  const problemsOf = (choice: Choice) =>
    resolution.problems.filter(
      ({ where, code }) => where === whereText(atChoice(choice.key)) && (showMissing || code !== 'answerMissing'),
    );
  const field = (choice: Choice, columns: number | null) => {
    const problems = problemsOf(choice);
    const shown = resolution.shown.find((entry) => entry.choice === choice.key);
    const id = `${name}-${choice.key}`;
    const required = choice.required || shown?.required === true;
    const control: ControlProps = {
      choice,
      id,
      answer: answers[choice.key],
      counted: resolution.counted.find((counted) => counted.choice === choice.key),
      offers: shown?.options ?? [],
      required,
      currency: resolution.currency,
      aria: ariaOf(id, required, problems.length > 0),
      page: showMissing === page.showMissing ? page : { ...page, showMissing },
      onAnswer: (answer) => answering.onAnswer(choice.key, answer),
    };
    return <ChoiceField key={choice.key} control={control} problems={problems} columns={columns} />;
  };
  return (
    <Stack gap="5">
      {shownGroups(choices, isShown).map((group, index) => {
        const fields = (
          <Grid
            templateColumns={{ base: 'minmax(0, 1fr)', sm: `repeat(${TWELFTHS}, minmax(0, 1fr))` }}
            columnGap="5"
            rowGap="5"
          >
            {group.choices.map((choice) => field(choice, group.heading?.columns ?? null))}
          </Grid>
        );
        if (!group.heading) return <Box key={`group-${index}`}>{fields}</Box>;
        if (group.heading.fold === 'fixed') {
          return (
            <Stack key={group.heading.key} gap="4" as="section" aria-label={group.heading.title}>
              <NoteView note={group.heading} />
              {fields}
            </Stack>
          );
        }
        return (
          <Foldable
            key={group.heading.key}
            title={<NoteView note={group.heading} />}
            startsOpen={group.heading.fold === 'open'}
            mustShow={group.choices.some((choice) => problemsOf(choice).length > 0)}
          >
            {fields}
          </Foldable>
        );
      })}
      {told.map(({ rule, words }) => (
        <Text
          key={`${rule} ${words}`}
          role="status"
          fontSize="sm"
          bg="lichen.subtle"
          color="lichen.fg"
          borderRadius="l2"
          px="3"
          py="2"
        >
          {words}
        </Text>
      ))}
    </Stack>
  );
}

interface FoldableProps {
  title: ReactNode;
  /** what stands beside the title while it is folded */
  aside?: string;
  startsOpen: boolean;
  /** whether something in it must be seen */
  mustShow: boolean;
  children: ReactNode;
}

/** A part that can be folded away, unless something in it must be seen. */
function Foldable({ title, aside, startsOpen, mustShow, children }: FoldableProps) {
  const [open, setOpen] = useState(startsOpen);
  const shown = open || mustShow;
  return (
    <Collapsible.Root
      open={shown}
      onOpenChange={(details) => setOpen(details.open)}
      borderTopWidth="1px"
      borderBottomWidth="1px"
      borderColor="border"
    >
      <Collapsible.Trigger
        display="flex"
        alignItems="center"
        justifyContent="space-between"
        gap="3"
        w="full"
        py="2.5"
        cursor="pointer"
        textAlign="start"
      >
        {title}
        <HStack gap="2" color="fg.muted" fontSize="sm" minW="0">
          {!shown && aside && <Text truncate>{aside}</Text>}
          <chakra.span transform={shown ? 'rotate(180deg)' : undefined} aria-hidden flexShrink={0}>
            <ChevronDown size={18} />
          </chakra.span>
        </HStack>
      </Collapsible.Trigger>
      <Collapsible.Content>
        <Box pb="4" pt="1">
          {children}
        </Box>
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

interface FieldProps {
  control: ControlProps;
  problems: readonly ProblemJson[];
  /** how many stand side by side where the section says so; null for as wide as the choice says */
  columns: number | null;
}

/** A form is so many parts wide, which halves, thirds and quarters fit. */
const TWELFTHS = 12;

const WIDTHS: Readonly<Record<Choice['width'], number>> = { wide: 12, threeQuarters: 9, narrow: 6, quarter: 3 };

/** Whether a field looks the same: what resolving made anew, though nothing of it has changed, is not drawn again. */
function looksSame(before: FieldProps, now: FieldProps): boolean {
  const { choice, id, answer, counted, offers, currency, required, page } = now.control;
  const former = before.control;
  if (before.columns !== now.columns) return false;
  if (
    choice !== former.choice ||
    id !== former.id ||
    answer !== former.answer ||
    currency !== former.currency ||
    required !== former.required
  )
    return false;
  if (page !== former.page && (followsPage(choice) || page.today !== former.page.today)) return false;
  return sameDefinition(
    { counted, offers, problems: now.problems },
    { counted: former.counted, offers: former.offers, problems: before.problems },
  );
}

const ChoiceField = memo(function ChoiceField({ control, problems, columns }: FieldProps) {
  const { choice } = control;
  const span = {
    base: '1 / -1',
    sm: `span ${columns === null || isNote(choice) ? WIDTHS[choice.width] : TWELFTHS / columns}`,
  };
  if (isNote(choice)) {
    return (
      <Box gridColumn={span}>
        <NoteView note={choice} />
      </Box>
    );
  }
  const body = (
    <>
      <ChoiceControl {...control} />
      {problems.length > 0 && (
        <Box id={toldId(control.id)}>
          {problems.map((problem) => (
            <ProblemNote key={problem.code} problem={problem} onTake={control.onAnswer} />
          ))}
        </Box>
      )}
    </>
  );
  if (choice.fold !== 'fixed') {
    return (
      <Box gridColumn={span} data-field>
        <Foldable
          title={<TitleText choice={choice} required={control.required} />}
          aside={control.counted?.shown}
          startsOpen={choice.fold === 'open'}
          mustShow={problems.length > 0}
        >
          <Label control={control} titleAbove />
          {body}
        </Foldable>
      </Box>
    );
  }
  return (
    <Box gridColumn={span} minW="0" data-field>
      <Label control={control} />
      {body}
    </Box>
  );
}, looksSame);

function TitleText({ choice, required }: Pick<ControlProps, 'choice' | 'required'>) {
  const optional = !required && choice.kind !== 'yesNo' && choice.kind !== 'addOn';
  return (
    <chakra.span fontWeight="600">
      {choice.title || UNTITLED}
      {optional && (
        <chakra.span fontWeight="400" color="fg.muted">
          {' '}
          (optional)
        </chakra.span>
      )}
    </chakra.span>
  );
}

/**
 * The label of a control, with its help.
 *
 * @param titleAbove whether the title stands above already, to be pressed: then it is here for those who listen only
 */
function Label({
  control: { choice, id, required },
  titleAbove = false,
}: {
  control: ControlProps;
  titleAbove?: boolean;
}) {
  const [helpOpen, setHelpOpen] = useState(false);
  const text = <TitleText choice={choice} required={required} />;
  const hidden = titleAbove || !choice.titleShown || choice.kind === 'addOn';
  const help = choice.help !== null && (choice.helpShown === 'always' || helpOpen);
  return (
    <Box mb={hidden && !choice.help ? '0' : '1.5'}>
      <HStack gap="1.5" align="center">
        {labelledOtherwise(choice) ? (
          <Text as="span" id={`${id}-label`} srOnly={hidden}>
            {text}
          </Text>
        ) : (
          <chakra.label htmlFor={id} id={`${id}-label`} srOnly={hidden}>
            {text}
          </chakra.label>
        )}
        {choice.help !== null && choice.helpShown === 'onDemand' && (
          <chakra.button
            type="button"
            aria-label={`Help with ${choice.title}`}
            aria-expanded={helpOpen}
            color="fg.muted"
            cursor="pointer"
            display="inline-flex"
            p="0.5"
            onClick={() => setHelpOpen(!helpOpen)}
          >
            <CircleHelp size={16} />
          </chakra.button>
        )}
      </HStack>
      {help && (
        <Text fontSize="sm" color="fg.muted">
          {choice.help}
        </Text>
      )}
    </Box>
  );
}
