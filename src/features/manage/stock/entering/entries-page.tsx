'use client';

import { Box, Button, chakra, HStack, SimpleGrid, Stack, Table, Text } from '@chakra-ui/react';
import { nanoid } from 'nanoid';
import { type FormEvent, type Ref, useCallback, useRef, useState } from 'react';
import { formatMoney } from '@/core/money';
import { counted, REASON_MISSING } from '@/core/words';
import { anything, askStock, send, useAttempt, useBelowFloor } from '@/features/kit/shared';
import { type EntryKind } from '@/core/exchange';
import { FaultLine } from '@/ui/fault-line';
import { Labelled, TextField, TypedInput } from '@/ui/field';
import { Page } from '@/ui/page';
import { PageLink } from '@/ui/page-link';
import { SearchField } from '@/ui/search-field';
import { EmptyPlace, PageHead } from '@/ui/text';
import { sayDone } from '@/ui/toasts';
import { worthOf } from './delivery-worth';
import { EntriesFile } from './entries-file';
import { ENTRY_KINDS } from './entry-kinds';
import { EntryRow } from './entry-row';
import { sentLine, useEntries } from './use-entries';

type Entries = ReturnType<typeof useEntries>;

/** Enters what came in, or what was counted, of many stock items at once. */
export function EntriesPage({ kind }: { kind: EntryKind }) {
  const words = ENTRY_KINDS[kind];
  const entries = useEntries(kind);
  const { lines, reason, seenOf, isLooking, currency } = entries;
  const { busy, fault, setFault, attempt } = useAttempt();
  const { unlessBelow, dialog } = useBelowFloor(attempt);
  const [token, setToken] = useState(() => nanoid());
  const entry = useRef<HTMLInputElement>(null);
  // Of what is found by its name nobody has said how much: that is typed next.
  const [focused, setFocused] = useState<number | null>(null);
  const toFix = lines.filter((line) => seenOf(line)?.fault != null).length;

  const enter = async () => {
    if (reason.trim() === '') return setFault(REASON_MISSING);
    const sent = lines.map((line) => sentLine(line, seenOf(line)));
    await unlessBelow(
      (accepted) => send('POST', '/api/manage/stock-entries', { kind, lines: sent, reason, token, accepted }, anything),
      () => {
        entries.reset();
        setToken(nanoid());
        sayDone(words.done(sent.length), 'Each line is a movement in the ledger of its stock item.');
        entry.current?.focus();
      },
    );
  };
  const worth = kind === 'receipt' ? worthOf(lines.map((line) => [line, seenOf(line)])) : null;
  return (
    <Page>
      <PageHead title={words.title} lead={words.lead}>
        <EntriesFile onText={entries.add} />
        {kind === 'adjustment' && (
          <Button asChild variant="outline" size="sm">
            <PageLink href="/manage/count/list">List to count by</PageLink>
          </Button>
        )}
        <Button asChild variant="outline" size="sm">
          <PageLink href="/manage/stock">All stock</PageLink>
        </Button>
      </PageHead>
      <Stack gap="5">
        <NextLine
          kind={kind}
          ref={entry}
          onAdd={entries.add}
          onAddItem={(title) => setFocused(entries.addItem(title))}
        />
        {lines.length > 0 ? (
          <EntryTable kind={kind} entries={entries} focused={focused} onNext={() => entry.current?.focus()} />
        ) : (
          <EmptyPlace title="No line yet">
            <Text>
              A line each: SKU, GTIN or name, quantity{kind === 'receipt' ? ', unit cost' : ''} and lot, such as{' '}
              <chakra.code fontSize="sm">{words.example}</chakra.code>. A code scanned twice makes two of it.
            </Text>
          </EmptyPlace>
        )}
        {lines.length > 0 && (
          <HStack
            align="end"
            gap="4"
            flexWrap="wrap"
            position="sticky"
            bottom="0"
            zIndex="1"
            bg="bg"
            py="3"
            borderTopWidth="1px"
            borderColor="border"
          >
            <Box flex="1" minW="260px" maxW="420px">
              <TextField
                label="Why"
                value={reason}
                maxLength={200}
                placeholder={words.why}
                onChange={entries.say}
                required
              />
            </Box>
            <Button loading={busy} disabled={isLooking || toFix > 0} onClick={() => void enter()}>
              {words.enter(lines.length)}
            </Button>
            <Button variant="ghost" colorPalette="ink" disabled={busy} onClick={() => entries.remove()}>
              Discard
            </Button>
            <Text color={toFix > 0 ? 'brick.fg' : 'fg.muted'} pb="2" aria-live="polite">
              {toFix > 0
                ? `${counted(toFix, 'line')} to fix first.`
                : worth
                  ? `Comes to ${formatMoney(worth, currency)}.`
                  : ''}
            </Text>
          </HStack>
        )}
        <FaultLine role="alert">{fault ?? entries.lookFault ?? undefined}</FaultLine>
      </Stack>
      {dialog}
    </Page>
  );
}

/** Where the next line is typed, scanned or pasted, or a stock item is found by its name. */
function NextLine({
  kind,
  ref,
  onAdd,
  onAddItem,
}: {
  kind: EntryKind;
  ref: Ref<HTMLInputElement>;
  onAdd: Entries['add'];
  onAddItem: (title: string) => void;
}) {
  const [text, setText] = useState('');
  const [said, setSaid] = useState('');
  const add = (typed: string) => {
    if (typed.trim() === '') return;
    const last = onAdd(typed);
    setText('');
    setSaid(last ? `${last.code}: ${last.quantity}` : '');
  };
  // Titles are what lines say, and what they are read by.
  const ask = useCallback(
    async (words: string) => (await askStock(words)).map((item) => ({ ...item, value: item.label })),
    [],
  );
  return (
    <form
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        add(text);
      }}
    >
      <SimpleGrid columns={{ base: 1, md: 2 }} gap="4">
        <Labelled
          label="Next line"
          help="Enter adds it. Several lines can be pasted, as they stand in a spreadsheet. 12 x before a code is twelve."
        >
          <HStack w="full">
            <TypedInput
              ref={ref}
              value={text}
              placeholder={`${ENTRY_KINDS[kind].example}, or scan`}
              autoComplete="off"
              onChange={setText}
              onPaste={(event) => {
                const pasted = event.clipboardData.getData('text');
                if (!/[\r\n\t]/.test(pasted.trim())) return;
                event.preventDefault();
                add(pasted);
              }}
            />
            <Button type="submit" variant="outline">
              Add line
            </Button>
          </HStack>
        </Labelled>
        <SearchField label="Find by name" placeholder="Type part of a name" onAsk={ask} onPick={onAddItem} />
      </SimpleGrid>
      <chakra.span srOnly aria-live="polite">
        {said}
      </chakra.span>
    </form>
  );
}

function EntryTable({
  kind,
  entries,
  focused,
  onNext,
}: {
  kind: EntryKind;
  entries: Entries;
  focused: number | null;
  onNext: () => void;
}) {
  const { lines, seenOf, set, remove } = entries;
  const withLots = lines.some((line) => line.lot !== '' || seenOf(line)?.item?.lots != null);
  return (
    <Box overflowX="auto" bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3">
      <Table.Root size="sm" aria-label={ENTRY_KINDS[kind].title}>
        <Table.Header>
          <Table.Row bg="bg.subtle">
            <Table.ColumnHeader>#</Table.ColumnHeader>
            <Table.ColumnHeader>SKU, GTIN or name</Table.ColumnHeader>
            <Table.ColumnHeader>Stock item</Table.ColumnHeader>
            <Table.ColumnHeader>{ENTRY_KINDS[kind].head}</Table.ColumnHeader>
            {withLots && <Table.ColumnHeader>Lot</Table.ColumnHeader>}
            {kind === 'receipt' && <Table.ColumnHeader>Unit cost</Table.ColumnHeader>}
            <Table.ColumnHeader textAlign="end">On hand</Table.ColumnHeader>
            <Table.ColumnHeader>
              <chakra.span srOnly>Remove</chakra.span>
            </Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {lines.map((line, place) => (
            <EntryRow
              key={line.id}
              kind={kind}
              line={line}
              number={place + 1}
              seen={seenOf(line)}
              withLots={withLots}
              isFocused={line.id === focused}
              onSet={(said) => set(line.id, said)}
              onRemove={() => remove(line.id)}
              onNext={onNext}
            />
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}
