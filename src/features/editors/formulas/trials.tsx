'use client';

import { Box, Button, Heading, HStack, IconButton, Stack, Table, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { type Choice } from '@/core/catalog';
import { resolutionJson } from '@/core/exchange';
import { unitByCode } from '@/core/quantity';
import { atChoice, whereText } from '@/core/selection';
import { useEditing } from '@/features/editors/frame';
import { type SelectionState } from '@/features/kit/selection';
import { TypedInput } from '@/ui/field';
import { Money } from '@/ui/text';
import { keepTrials, keptTrials, type TrialRow } from './kept-trials';

/** Drawing takes a library of its own, that is fetched when it is first needed. */
const PriceChart = dynamic(() => import('./price-chart').then((drawing) => drawing.PriceChart), { ssr: false });

export type MeasuredChoice = Extract<Choice, { kind: 'measure' | 'number' }>;

/** What is typed into: the measures and numbers of a product. */
export function measuredChoices(choices: readonly Choice[]): MeasuredChoice[] {
  return choices.filter((choice) => choice.kind === 'measure' || choice.kind === 'number');
}

const MOST_ROWS = 30;

/** Formulas tried out: a table of inputs with what they come to, and the price drawn against one measure. */
export function Trials({ selection }: { selection: SelectionState }) {
  const { assembled } = useEditing();
  const inputs = measuredChoices(assembled.choices);
  if (inputs.length === 0 || selection.program.formulas.length === 0) return null;
  return (
    <Stack as="section" aria-label="Try it out" gap="4" borderTopWidth="1px" borderColor="border" pt="4">
      <Box>
        <Heading as="h3" size="md">
          Try it out
        </Heading>
        <Text color="fg.muted" fontSize="sm">
          Everything that is not in a row is answered as at the Counter.
        </Text>
      </Box>
      <TrialTable selection={selection} inputs={inputs} slug={assembled.slug} />
      <PriceChart selection={selection} inputs={inputs} />
    </Stack>
  );
}

function TrialTable({
  selection,
  inputs,
  slug,
}: {
  selection: SelectionState;
  inputs: readonly MeasuredChoice[];
  slug: string;
}) {
  const [rows, setRows] = useState<readonly TrialRow[]>(() => keptTrials(slug));
  const change = (next: readonly TrialRow[]) => {
    setRows(next);
    keepTrials(slug, next);
  };
  const fresh = (): TrialRow =>
    Object.fromEntries(
      inputs.map(({ key }) => [key, selection.resolution.counted.find(({ choice }) => choice === key)?.value ?? '']),
    );
  const shown = selection.program.formulas
    .filter(({ serves }) => serves.kind !== 'base' && serves.kind !== 'amount')
    .slice(0, 4);
  return (
    <Box>
      {rows.length > 0 && (
        <Box overflowX="auto">
          <Table.Root size="sm" aria-label="Trials" css={{ fontVariantNumeric: 'tabular-nums' }}>
            <Table.Header>
              <Table.Row bg="bg.subtle">
                {inputs.map((choice) => (
                  <Table.ColumnHeader key={choice.key}>
                    {choice.title}{' '}
                    {choice.kind === 'measure' && (
                      <Text as="span" color="fg.muted">
                        {unitByCode(choice.unit)?.symbol}
                      </Text>
                    )}
                  </Table.ColumnHeader>
                ))}
                {shown.map(({ key, title }) => (
                  <Table.ColumnHeader key={key} textAlign="end">
                    {title}
                  </Table.ColumnHeader>
                ))}
                <Table.ColumnHeader textAlign="end">Price</Table.ColumnHeader>
                <Table.ColumnHeader />
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {rows.map((row, index) => (
                <TrialLine
                  key={index}
                  number={index + 1}
                  row={row}
                  inputs={inputs}
                  shown={shown.map(({ title }) => title)}
                  selection={selection}
                  onChange={(changed) => change(rows.map((other, place) => (place === index ? changed : other)))}
                  onRemove={() => change(rows.filter((_, place) => place !== index))}
                />
              ))}
            </Table.Body>
          </Table.Root>
        </Box>
      )}
      {rows.length < MOST_ROWS && (
        <Button size="sm" variant="outline" mt="2" onClick={() => change([...rows, fresh()])}>
          <Plus size={14} aria-hidden /> Add a trial
        </Button>
      )}
    </Box>
  );
}

interface LineProps {
  number: number;
  row: TrialRow;
  inputs: readonly MeasuredChoice[];
  shown: readonly string[];
  selection: SelectionState;
  onChange: (row: TrialRow) => void;
  onRemove: () => void;
}

function TrialLine({ number, row, inputs, shown, selection, onChange, onRemove }: LineProps) {
  const answers = Object.fromEntries(
    inputs.flatMap(({ key }) => (row[key] === undefined || row[key] === '' ? [] : [[key, row[key]]])),
  );
  const resolution = resolutionJson(selection.attempt(answers));
  const wrong = (key: string) => resolution.problems.find(({ where }) => where === whereText(atChoice(key)));
  const first = inputs.map(({ key }) => wrong(key)).find((problem) => problem !== undefined);
  return (
    <>
      <Table.Row bg="transparent">
        {inputs.map(({ key, title }) => (
          <Table.Cell key={key} py="1">
            <TypedInput
              aria-label={`${title}, trial ${number}`}
              aria-invalid={wrong(key) !== undefined}
              size="sm"
              w="88px"
              borderColor={wrong(key) ? 'brick.solid' : 'border.emphasized'}
              value={row[key] ?? ''}
              onChange={(text) => onChange({ ...row, [key]: text })}
            />
          </Table.Cell>
        ))}
        {shown.map((title) => (
          <Table.Cell key={title} textAlign="end" whiteSpace="nowrap">
            {resolution.measures.filter(({ formula }) => formula === title).at(-1)?.shown ?? '–'}
          </Table.Cell>
        ))}
        <Table.Cell textAlign="end" fontWeight="600" whiteSpace="nowrap">
          {resolution.unitPrice === null ? '–' : <Money amount={resolution.unitPrice} currency={resolution.currency} />}
        </Table.Cell>
        <Table.Cell textAlign="end">
          <HStack justify="end">
            <IconButton
              aria-label={`Remove trial ${number}`}
              size="xs"
              variant="ghost"
              colorPalette="brick"
              onClick={onRemove}
            >
              <Trash2 size={14} />
            </IconButton>
          </HStack>
        </Table.Cell>
      </Table.Row>
      {first && (
        <Table.Row bg="transparent">
          <Table.Cell colSpan={inputs.length + shown.length + 2} py="1" fontSize="sm" color="brick.fg">
            {first.message}
          </Table.Cell>
        </Table.Row>
      )}
    </>
  );
}
