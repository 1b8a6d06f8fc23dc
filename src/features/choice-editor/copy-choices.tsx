'use client';

import { Button, Spinner, Stack, Text } from '@chakra-ui/react';
import { matchSorter } from 'match-sorter';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { type Choice, choiceSchema, insideNameOf } from '@/core/catalog';
import { counted } from '@/core/words';
import { send, wordsOf } from '@/features/shared/api';
import { type Finding, findingSchema } from '@/features/shared/findings';
import { AppDialog } from '@/ui/dialog';
import { TypedInput } from '@/ui/field';
import { useEditing } from '../editor-kit/editing';
import { Tick } from '@/ui/tick';
import { choiceKindsHere } from './kinds';
import { copyOfChoice } from './new-choice';

const openedSchema = z.object({ draft: z.object({ choices: z.array(choiceSchema) }) });
const MOST_SHOWN = 8;

/** Copies choices from any product or sheet into this one. */
export function CopyChoices({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { product, change, goTo } = useEditing();
  const [sources, setSources] = useState<readonly Finding[]>();
  const [search, setSearch] = useState('');
  const [source, setSource] = useState<Finding>();
  const [choices, setChoices] = useState<readonly Choice[]>();
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    if (!open) return;
    send('GET', '/api/manage/find', undefined, z.array(findingSchema)).then(
      (found) => setSources(found.filter(({ kind }) => kind === 'product' || kind === 'sheet')),
      (error: unknown) => setFault(wordsOf(error)),
    );
  }, [open]);
  const choose = (finding: Finding) => {
    setSource(finding);
    setChoices(undefined);
    setPicked(new Set());
    send('GET', finding.href.replace('/manage/', '/api/manage/'), undefined, openedSchema).then(
      ({ draft }) => setChoices(draft.choices),
      (error: unknown) => setFault(wordsOf(error)),
    );
  };
  const close = () => {
    setSource(undefined);
    setSearch('');
    onClose();
  };
  const take = () => {
    let first = '';
    change(`copy choices from ${source?.title}`, (draft) => {
      for (const choice of choices ?? []) {
        if (!picked.has(choice.key)) continue;
        const copy = copyOfChoice(choice, draft);
        draft.choices.push(copy);
        first ||= copyOfChoice(choice, product).key;
      }
    });
    close();
    if (first) goTo(`choice:${first}`);
  };
  const found = search.trim() === '' ? (sources ?? []) : matchSorter(sources ?? [], search, { keys: ['title', 'hint'] });
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
          <>
            <TypedInput aria-label="Search products and sheets" placeholder="Search products and sheets" value={search} onChange={setSearch} />
            {!sources && !fault && <Spinner size="sm" />}
            <Stack gap="0.5">
              {found.slice(0, MOST_SHOWN).map((finding) => (
                <Button key={finding.href} variant="ghost" colorPalette="oak" justifyContent="start" onClick={() => choose(finding)}>
                  {finding.title}
                  <Text as="span" color="fg.muted" fontWeight="400">
                    {finding.kind} {finding.hint}
                  </Text>
                </Button>
              ))}
            </Stack>
          </>
        )}
        {source && !choices && !fault && <Spinner size="sm" />}
        {source && choices?.length === 0 && <Text color="fg.muted">It has no choices of its own.</Text>}
        {source &&
          choices?.map((choice) => (
            <Tick
              key={choice.key}
              label={`${insideNameOf(choice)} (${choiceKindsHere[choice.kind].words})`}
              checked={picked.has(choice.key)}
              onChange={(on) => setPicked((current) => new Set(on ? [...current, choice.key] : [...current].filter((key) => key !== choice.key)))}
            />
          ))}
      </Stack>
    </AppDialog>
  );
}
