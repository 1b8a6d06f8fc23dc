'use client';

import { Button, Spinner, Stack, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import {
  choiceSchema,
  copyAlong,
  type CopiedAlong,
  formulaSchema,
  type LeftBehind,
  namedCondition,
  rateSchema,
  ruleSchema,
  tableSchema,
  type Tied,
} from '@/core/catalog';
import { counted, insideNameOf, listed, ruleName } from '@/core/words';
import { type Finding, send, setWith, useFindings, wordsOf } from '@/features/kit/shared';
import { AppDialog } from '@/ui/dialog';
import { TypedInput } from '@/ui/field';
import { useEditing } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { choiceKindsHere } from './kinds';

/** What is read of a product or sheet whose choices are copied. */
const openedSchema = z.object({
  draft: z.object({
    choices: z.array(choiceSchema),
    formulas: z.array(formulaSchema),
    rates: z.array(rateSchema),
    rules: z.array(ruleSchema),
    tables: z.array(tableSchema),
  }),
});
const MOST_SHOWN = 8;

/** Copies choices from any product or sheet into this one. */
export function CopyChoices({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { product, change, goTo } = useEditing();
  const [search, setSearch] = useState('');
  const known = useFindings(open ? search : null, SOURCES);
  const [source, setSource] = useState<Finding>();
  const [from, setFrom] = useState<Tied>();
  const choices = from?.choices;
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [unread, setFault] = useState<string>();
  const fault = known.fault ?? unread;
  const choose = (finding: Finding) => {
    setSource(finding);
    setFrom(undefined);
    setPicked(new Set());
    send('GET', finding.href.replace('/manage/', '/api/manage/'), undefined, openedSchema).then(
      ({ draft }) => setFrom(draft),
      (error: unknown) => setFault(wordsOf(error)),
    );
  };
  const copied = useMemo(
    () => (from && picked.size > 0 ? copyAlong(from, picked, product) : null),
    [from, picked, product],
  );
  const close = () => {
    setSource(undefined);
    setSearch('');
    onClose();
  };
  const take = () => {
    if (!copied) return;
    change(`copy choices from ${source?.title}`, (draft) => {
      draft.choices.push(...copied.choices);
      draft.formulas.push(...copied.formulas);
      draft.rates.push(...copied.rates);
      draft.rules.push(...copied.rules);
      draft.tables.push(...copied.tables);
    });
    close();
    const [first] = copied.choices;
    if (first) goTo(`choice:${first.key}`);
  };
  return (
    <AppDialog
      size="lg"
      open={open}
      title={source ? `Copy from ${source.title}` : 'Copy choices from …'}
      onClose={close}
      footer={
        source && (
          <>
            <Button variant="ghost" colorPalette="ink" onClick={() => setSource(undefined)}>
              Another source
            </Button>
            <Button disabled={picked.size === 0} onClick={take}>
              Copy {counted(picked.size, 'choice')}
            </Button>
          </>
        )
      }
    >
      <Stack gap="3">
        {fault && <Text color="brick.fg">{fault}</Text>}
        {!source && (
          <Sources
            sources={known.findings}
            isReading={known.isWaiting && known.findings.length === 0}
            search={search}
            onSearch={setSearch}
            onChoose={choose}
          />
        )}
        {source && !choices && !fault && <Spinner size="sm" />}
        {source && choices?.length === 0 && <Text color="fg.muted">It has no choices of its own.</Text>}
        {source &&
          choices?.map((choice) => (
            <Tick
              key={choice.key}
              label={`${insideNameOf(choice)} (${choiceKindsHere[choice.kind].words})`}
              checked={picked.has(choice.key)}
              onChange={(on) => setPicked((current) => setWith(current, choice.key, on))}
            />
          ))}
        {from && copied && <Along copied={copied} from={from} />}
      </Stack>
    </AppDialog>
  );
}

/** What comes along with the choices, and what stays because it needs others, too. */
function Along({ copied: { formulas, rates, rules, tables, left }, from }: { copied: CopiedAlong; from: Tied }) {
  const along = [
    formulas.length > 0 ? counted(formulas.length, 'formula') : '',
    rates.length > 0 ? counted(rates.length, 'rate') : '',
    rules.length > 0 ? counted(rules.length, 'rule') : '',
    tables.length > 0 ? counted(tables.length, 'table') : '',
  ].filter(Boolean);
  if (along.length === 0 && left.length === 0) return null;
  const called = ({ of }: LeftBehind) =>
    of.kind === 'rule'
      ? `The rule “${ruleName({ title: of.rule.title, when: namedCondition(of.rule.when, from) })}”`
      : `The ${of.kind} “${of.title}”`;
  return (
    <Stack gap="1" borderTopWidth="1px" borderColor="border" pt="3" fontSize="sm" role="status">
      {along.length > 0 && <Text>{listed(along, 'and')} come along.</Text>}
      {left.map((one, place) => (
        <Text key={place} color="fg.muted">
          {called(one)} stays: it needs {listed(one.needs, 'and')}, too.
        </Text>
      ))}
    </Stack>
  );
}

const SOURCES = ['product', 'sheet'] as const;

interface SourcesProps {
  /** those that have the words */
  sources: readonly Finding[];
  isReading: boolean;
  search: string;
  onSearch: (words: string) => void;
  onChoose: (source: Finding) => void;
}

function Sources({ sources, isReading, search, onSearch, onChoose }: SourcesProps) {
  return (
    <>
      <TypedInput
        aria-label="Search products and sheets"
        placeholder="Search products and sheets"
        value={search}
        onChange={onSearch}
      />
      {isReading && <Spinner size="sm" />}
      <Stack gap="0.5">
        {sources.slice(0, MOST_SHOWN).map((finding) => (
          <Button
            key={finding.href}
            variant="ghost"
            colorPalette="oak"
            justifyContent="start"
            onClick={() => onChoose(finding)}
          >
            {finding.title}
            <Text as="span" color="fg.muted" fontWeight="400">
              {finding.kind} {finding.hint}
            </Text>
          </Button>
        ))}
      </Stack>
    </>
  );
}
