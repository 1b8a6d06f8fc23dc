'use client';

import { Box, HStack, Stack, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { type OptionStep } from '@/core/catalog/many';
import { counted } from '@/core/words';
import { send, wordsOf } from '@/features/kit/shared';
import { SelectField, TextField } from '@/ui/field';
import { type Finding, SearchField } from '@/ui/search-field';
import { sayFailed } from '@/ui/toasts';
import { both, type BulkFormProps, type Targets, useSaid } from './bulk-form';
import { isFigure, STEP_TO_BEGIN_WITH, StepFields, stepOf, type StepSaid } from './price-step-fields';

const namesSchema = z.array(
  z.object({ option: z.string(), choice: z.string(), drafts: z.number(), swatches: z.array(z.string()) }),
);
const bookSchema = z.array(z.object({ key: z.string(), name: z.string(), family: z.string() }));

/** Reads something once; null until it is there. */
function useRead<T>(read: () => Promise<T>): T | null {
  const [found, setFound] = useState<T | null>(null);
  const [asking] = useState(() => read);
  useEffect(() => {
    asking().then(setFound, (error: unknown) => sayFailed('Not read', wordsOf(error)));
  }, [asking]);
  return found;
}

const useNames = (targets: Targets) =>
  useRead(() => send('POST', '/api/manage/bulk/options', both(targets), namesSchema));
const useBook = () => useRead(() => send('GET', '/api/manage/swatches', undefined, bookSchema));

const swatchFindings = (book: z.infer<typeof bookSchema> | null): Finding[] =>
  (book ?? []).map(({ key, name, family }) => ({ value: key, label: name, hint: family }));

const DOES = [
  { value: 'amount', label: 'add another amount' },
  { value: 'free', label: 'add nothing' },
  { value: 'title', label: 'are called otherwise' },
  { value: 'swatch', label: 'show a swatch' },
  { value: 'remove', label: 'are removed' },
] as const;

interface OptionsSaid extends StepSaid {
  readonly option: string;
  /** title of their choice; empty for any */
  readonly choice: string;
  readonly does: OptionStep['kind'];
  readonly title: string;
  readonly swatch: string;
}

function optionStep(said: OptionsSaid): OptionStep | null {
  switch (said.does) {
    case 'amount':
      return isFigure(said.figure) ? { kind: 'amount', step: stepOf(said) } : null;
    case 'title':
      return said.title.trim() === '' ? null : { kind: 'title', title: said.title };
    case 'swatch':
      return said.swatch === '' ? null : { kind: 'swatch', swatch: said.swatch };
    case 'free':
    case 'remove':
      return { kind: said.does };
  }
}

/**
 * Options of one name, wherever they are: what they add, what they are called, which swatch they show, or that they go.
 */
export function OptionsForm({ targets, onChoose }: BulkFormProps) {
  const names = useNames(targets);
  const book = useBook();
  const [said, say] = useSaid<OptionsSaid>(
    { ...STEP_TO_BEGIN_WITH, option: '', choice: '', does: 'amount', title: '', swatch: '' },
    (all) => {
      const step = optionStep(all);
      return all.option === '' || !step
        ? null
        : {
            kind: 'options',
            option: all.option,
            choice: all.choice === '' ? null : all.choice,
            step,
            ...both(targets),
          };
    },
    onChoose,
  );
  // One name may be used for options of several choices.
  const choices = [
    ...new Set((names ?? []).filter(({ option }) => option === said.option).map(({ choice }) => choice)),
  ];
  const findings = [...new Set((names ?? []).map(({ option }) => option))].map((option) => {
    const all = (names ?? []).filter((name) => name.option === option);
    return {
      value: option,
      label: option,
      hint: `${[...new Set(all.map(({ choice }) => choice))].slice(0, 3).join(', ')} · ${counted(Math.max(...all.map(({ drafts }) => drafts)), 'draft')}`,
    };
  });
  return (
    <Stack gap="3">
      <HStack gap="4" align="start" wrap="wrap">
        <Box w="260px">
          <SearchField
            label="Options called"
            placeholder={said.option === '' ? undefined : said.option}
            findings={findings}
            onPick={(option) => say({ option, choice: '' })}
          />
          <Text fontSize="sm" color="fg.muted" mt="1">
            {names?.length === 0
              ? 'None of them has options of its own.'
              : said.option === ''
                ? 'none yet'
                : `“${said.option}”`}
          </Text>
        </Box>
        <SelectField
          label="Of the choice"
          width="200px"
          value={said.choice}
          alternatives={[{ value: '', label: 'any' }, ...choices.map((choice) => ({ value: choice, label: choice }))]}
          onChange={(choice) => say({ choice })}
        />
        <SelectField
          label="They"
          width="210px"
          value={said.does}
          alternatives={DOES}
          onChange={(value) => say({ does: DOES.find((known) => known.value === value)?.value ?? 'amount' })}
        />
      </HStack>
      <HStack gap="4" align="end" wrap="wrap">
        {said.does === 'amount' && <StepFields said={said} say={say} what="What they add" />}
        {said.does === 'title' && (
          <Box w="260px">
            <TextField label="Name" value={said.title} maxLength={120} onChange={(title) => say({ title })} />
          </Box>
        )}
        {said.does === 'swatch' && (
          <SwatchPick label="Swatch" book={book} picked={said.swatch} onPick={(swatch) => say({ swatch })} />
        )}
      </HStack>
    </Stack>
  );
}

/** Wherever options show one swatch, they show another. */
export function SwatchForm({ targets, onChoose }: BulkFormProps) {
  const names = useNames(targets);
  const book = useBook();
  const [said, say] = useSaid(
    { from: '', to: '' },
    ({ from, to }) => (from === '' || to === '' ? null : { kind: 'swatch', from, to, ...both(targets) }),
    onChoose,
  );
  const shown = new Set((names ?? []).flatMap(({ swatches }) => swatches));
  return (
    <HStack gap="4" align="start" wrap="wrap">
      <SwatchPick
        label="Instead of"
        book={book && names && book.filter(({ key }) => shown.has(key))}
        picked={said.from}
        onPick={(from) => say({ from })}
      />
      <SwatchPick label="Show" book={book} picked={said.to} onPick={(to) => say({ to })} />
    </HStack>
  );
}

function SwatchPick({
  label,
  book,
  picked,
  onPick,
}: {
  label: string;
  book: z.infer<typeof bookSchema> | null;
  picked: string;
  onPick: (key: string) => void;
}) {
  if (!book) return null;
  return (
    <Box w="260px">
      <SearchField label={label} findings={swatchFindings(book)} onPick={onPick} />
      <Text fontSize="sm" color="fg.muted" mt="1">
        {book.length === 0
          ? 'None of them shows a swatch.'
          : (book.find(({ key }) => key === picked)?.name ?? 'none yet')}
      </Text>
    </Box>
  );
}
