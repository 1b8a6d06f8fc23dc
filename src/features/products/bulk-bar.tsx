'use client';

import { Box, Button, HStack, Spinner, Stack, Table, Text } from '@chakra-ui/react';
import { Layers, Undo2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { z } from 'zod';
import { type Choice, choiceSchema, insideNameOf } from '@/core/catalog';
import { counted } from '@/core/words';
import { Tick } from '@/ui/tick';
import { send, wordsOf } from '@/features/shared/api';
import { type BulkChange } from '@/services/products/bulk';
import { type ProductRow } from '@/services/products/list';
import { AppDialog } from '@/ui/dialog';
import { SelectField } from '@/ui/field';
import { ScrollRegion } from '@/ui/scroll-region';
import { SearchField } from '@/ui/search-field';
import { sayDone, sayFailed } from '@/ui/toasts';

export interface SheetName {
  readonly key: string;
  readonly title: string;
}

interface Props {
  rows: readonly ProductRow[];
  selected: ReadonlySet<string>;
  sheets: readonly SheetName[];
  onDone: () => void;
}

const previewSchema = z.object({
  words: z.string(),
  rows: z.array(z.object({ productId: z.number(), title: z.string(), does: z.string(), changes: z.boolean(), priceBefore: z.string().nullable(), priceAfter: z.string().nullable(), faults: z.array(z.string()), brokenProofs: z.array(z.string()) })),
});
const appliedSchema = z.object({ id: z.number(), words: z.string(), changed: z.number() });
const lastSchema = z.object({ last: appliedSchema.extend({ at: z.number() }).nullable() });
const undoneSchema = z.object({ restored: z.number(), kept: z.array(z.string()) });

type What = BulkChange['kind'];

/** What can be done to the selected products, and the last such change to be taken back. */
export function BulkBar({ rows, selected, sheets, onDone }: Props) {
  const router = useRouter();
  const [what, setWhat] = useState<What | null>(null);
  const [last, setLast] = useState<z.infer<typeof lastSchema>['last']>(null);
  const readLast = useCallback(() => {
    send('GET', '/api/manage/bulk', undefined, lastSchema).then(
      (answer) => setLast(answer.last),
      () => undefined,
    );
  }, []);
  useEffect(readLast, [readLast]);
  const undo = async () => {
    if (!last) return;
    try {
      const { restored, kept } = await send('DELETE', `/api/manage/bulk/${last.id}`, undefined, undoneSchema);
      sayDone(`${counted(restored, 'product')} as before`, kept.length > 0 ? `Changed since, and left as they are: ${kept.join(', ')}.` : undefined);
      readLast();
      router.refresh();
    } catch (error) {
      sayFailed('Not taken back', wordsOf(error));
    }
  };
  const ids = rows.filter(({ id }) => selected.has(String(id))).map(({ id }) => id);
  return (
    <>
      {ids.length > 0 && (
        <HStack as="section" aria-label="Selected products" bg="copper.subtle" borderRadius="l2" px="3" py="2" mb="3" gap="3" wrap="wrap">
          <Text fontWeight="600">{counted(ids.length, 'product')} selected:</Text>
          <Button size="sm" variant="outline" disabled={sheets.length === 0} title={sheets.length === 0 ? 'There is no published sheet yet' : undefined} onClick={() => setWhat('placeSheet')}>
            <Layers size={15} aria-hidden /> Place a sheet
          </Button>
          <Button size="sm" variant="outline" disabled={sheets.length === 0} onClick={() => setWhat('takeOffSheet')}>
            Take a sheet off
          </Button>
          <Button size="sm" variant="outline" onClick={() => setWhat('copyChoices')}>
            Copy choices to them
          </Button>
          <Button size="sm" variant="outline" onClick={() => setWhat('replacePart')}>
            Replace a part
          </Button>
          <Button size="sm" variant="ghost" colorPalette="ink" onClick={onDone}>
            Select none
          </Button>
        </HStack>
      )}
      {last && ids.length === 0 && (
        <HStack fontSize="sm" color="fg.muted" mb="3" gap="2">
          <Text>
            Last change of many: {last.words}, {counted(last.changed, 'product')}.
          </Text>
          <Button size="xs" variant="outline" colorPalette="ink" onClick={() => void undo()}>
            <Undo2 size={13} aria-hidden /> Take it back
          </Button>
        </HStack>
      )}
      {what && (
        <BulkDialog
          what={what}
          ids={ids}
          rows={rows}
          sheets={sheets}
          onClose={() => setWhat(null)}
          onApplied={() => {
            setWhat(null);
            onDone();
            readLast();
            router.refresh();
          }}
        />
      )}
    </>
  );
}

const TITLES: Readonly<Record<What, string>> = { placeSheet: 'Place a sheet', takeOffSheet: 'Take a sheet off', copyChoices: 'Copy choices to the selected products', replacePart: 'Replace a part of the selected products' };

interface DialogProps extends Pick<Props, 'rows' | 'sheets'> {
  what: What;
  ids: readonly number[];
  onClose: () => void;
  onApplied: () => void;
}

function BulkDialog({ what, ids, rows, sheets, onClose, onApplied }: DialogProps) {
  const [change, setChange] = useState<BulkChange | null>(null);
  const [preview, setPreview] = useState<z.infer<typeof previewSchema>>();
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const choose = useCallback((next: BulkChange | null) => {
    setChange(next);
    setPreview(undefined);
    setFault(undefined);
    if (!next) return;
    send('POST', '/api/manage/bulk', { change: next, apply: false }, previewSchema).then(setPreview, (error: unknown) => setFault(wordsOf(error)));
  }, []);
  const apply = async () => {
    setBusy(true);
    try {
      const { words, changed } = await send('POST', '/api/manage/bulk', { change, apply: true }, appliedSchema);
      sayDone(words, `${counted(changed, 'draft')} changed. It can be taken back from the list.`);
      onApplied();
    } catch (error) {
      setFault(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  const changing = preview?.rows.filter(({ changes }) => changes).length ?? 0;
  return (
    <AppDialog
      size="xl"
      open
      title={TITLES[what]}
      onClose={onClose}
      footer={
        <>
          <Button variant="ghost" colorPalette="ink" onClick={onClose}>
            Cancel
          </Button>
          <Button disabled={changing === 0} loading={busy} onClick={() => void apply()}>
            Change {counted(changing, 'draft')}
          </Button>
        </>
      }
    >
      <Stack gap="4">
        {what === 'copyChoices' ? (
          <CopyFrom rows={rows} ids={ids} onChoose={choose} />
        ) : what === 'replacePart' ? (
          <ReplacePart rows={rows} ids={ids} onChoose={choose} />
        ) : (
          <Box maxW="340px">
            <SelectField label="Sheet" value={change && 'sheet' in change ? change.sheet : ''} alternatives={[{ value: '', label: 'Choose …' }, ...sheets.map(({ key, title }) => ({ value: key, label: title }))]} onChange={(sheet) => choose(sheet === '' ? null : { kind: what, sheet, products: [...ids] })} />
          </Box>
        )}
        {fault && (
          <Text role="alert" color="brick.fg">
            {fault}
          </Text>
        )}
        {change && !preview && !fault && <Spinner size="sm" />}
        {preview && (
          <ScrollRegion label="What would change" height="360px">
            <Table.Root size="sm" aria-label="What would change" css={{ fontVariantNumeric: 'tabular-nums' }}>
              <Table.Header>
                <Table.Row bg="bg.subtle">
                  <Table.ColumnHeader>Product</Table.ColumnHeader>
                  <Table.ColumnHeader>What happens</Table.ColumnHeader>
                  <Table.ColumnHeader textAlign="end">Price now</Table.ColumnHeader>
                  <Table.ColumnHeader textAlign="end">Price after</Table.ColumnHeader>
                </Table.Row>
              </Table.Header>
              <Table.Body>
                {preview.rows.map((row) => (
                  <Table.Row key={row.productId} bg={row.faults.length + row.brokenProofs.length > 0 ? 'brick.subtle' : 'transparent'} color={row.changes ? undefined : 'fg.muted'} verticalAlign="top">
                    <Table.Cell fontWeight="600">{row.title}</Table.Cell>
                    <Table.Cell>
                      {row.does}
                      {row.faults.map((message) => (
                        <Text key={message} fontSize="sm" color="brick.fg">
                          To mend then: {message}
                        </Text>
                      ))}
                      {row.brokenProofs.map((title) => (
                        <Text key={title} fontSize="sm" color="brick.fg">
                          A proof no longer holds then: {title}
                        </Text>
                      ))}
                    </Table.Cell>
                    <Table.Cell textAlign="end">{row.priceBefore ?? 'none'}</Table.Cell>
                    <Table.Cell textAlign="end">{row.priceAfter ?? 'none'}</Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          </ScrollRegion>
        )}
      </Stack>
    </AppDialog>
  );
}

function ReplacePart({ rows, ids, onChoose }: { rows: readonly ProductRow[]; ids: readonly number[]; onChoose: (change: BulkChange | null) => void }) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const findings = rows.map(({ slug, title, sku }) => ({ value: slug, label: title, hint: sku }));
  const named = (slug: string) => rows.find((row) => row.slug === slug)?.title ?? 'nothing yet';
  const give = (out: string, into: string) => onChoose(out === '' || into === '' ? null : { kind: 'replacePart', from: out, to: into, products: [...ids] });
  const take = (out: string) => {
    setFrom(out);
    give(out, to);
  };
  const put = (into: string) => {
    setTo(into);
    give(from, into);
  };
  return (
    <HStack gap="4" align="start" wrap="wrap">
      <Box w="300px">
        <SearchField label="Take out" findings={findings} onPick={take} />
        <Text fontSize="sm" color="fg.muted" mt="1">
          {named(from)}
        </Text>
      </Box>
      <Box w="300px">
        <SearchField label="Put in its place" findings={findings.filter(({ value }) => rows.some((row) => row.slug === value && row.state !== 'draft'))} onPick={put} />
        <Text fontSize="sm" color="fg.muted" mt="1">
          {named(to)}
        </Text>
      </Box>
    </HStack>
  );
}

const openedSchema = z.object({ draft: z.object({ choices: z.array(choiceSchema) }) });

function CopyFrom({ rows, ids, onChoose }: { rows: readonly ProductRow[]; ids: readonly number[]; onChoose: (change: BulkChange | null) => void }) {
  const [from, setFrom] = useState<number | null>(null);
  const [choices, setChoices] = useState<readonly Choice[]>([]);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [clash, setClash] = useState<'keep' | 'replace'>('keep');
  const give = (keys: readonly string[], on: 'keep' | 'replace', source: number | null) =>
    onChoose(source === null || keys.length === 0 ? null : { kind: 'copyChoices', from: source, choices: [...keys], clash: on, products: [...ids] });
  const chooseSource = (text: string) => {
    const id = text === '' ? null : Number(text);
    setFrom(id);
    setChoices([]);
    setPicked([]);
    onChoose(null);
    if (id === null) return;
    send('GET', `/api/manage/products/${id}`, undefined, openedSchema).then(
      ({ draft }) => {
        const keys = draft.choices.map(({ key }) => key);
        setChoices(draft.choices);
        setPicked(keys);
        give(keys, clash, id);
      },
      (error: unknown) => sayFailed('That product can’t be opened', wordsOf(error)),
    );
  };
  return (
    <Stack gap="3">
      <HStack gap="4" align="end" wrap="wrap">
        <Box w="300px">
          <SelectField label="From" value={from === null ? '' : String(from)} alternatives={[{ value: '', label: 'Choose a product …' }, ...rows.map(({ id, title }) => ({ value: String(id), label: title }))]} onChange={chooseSource} />
        </Box>
        <Box w="320px">
          <SelectField
            label="Where one has a choice of the same inside name"
            value={clash}
            alternatives={[
              { value: 'keep', label: 'it keeps its own' },
              { value: 'replace', label: 'it is replaced' },
            ]}
            onChange={(value) => {
              const next = value === 'replace' ? 'replace' : 'keep';
              setClash(next);
              give(picked, next, from);
            }}
          />
        </Box>
      </HStack>
      <HStack gap="4" wrap="wrap">
        {choices.map((choice) => (
          <Tick
            key={choice.key}
            label={insideNameOf(choice)}
            checked={picked.includes(choice.key)}
            onChange={(on) => {
              const next = choices.map(({ key }) => key).filter((key) => (key === choice.key ? on : picked.includes(key)));
              setPicked(next);
              give(next, clash, from);
            }}
          />
        ))}
        {from !== null && choices.length === 0 && <Text color="fg.muted">It has no choices of its own.</Text>}
      </HStack>
    </Stack>
  );
}
