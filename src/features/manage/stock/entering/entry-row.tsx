'use client';

import { Box, Button, HStack, IconButton, Link, Table, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { type EntryLine } from '@/core/exchange';
import { unitByCode } from '@/core/quantity';
import { quantityWords } from '@/core/words';
import { NewStockItemDialog } from '@/features/editors/fields';
import { type EntryKind } from '@/core/exchange';
import { type SeenLine } from '@/services/stock/entering/judge-lines';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TypedInput } from '@/ui/field';
import { PageLink } from '@/ui/page-link';
import { ENTRY_KINDS } from './entry-kinds';
import { type NumberedLine, sentLine } from './use-entries';

interface Props {
  kind: EntryKind;
  line: NumberedLine;
  /** counted from 1 */
  number: number;
  seen: SeenLine | null;
  withLots: boolean;
  /** whether its quantity is typed next */
  isFocused: boolean;
  onSet: (said: Partial<NumberedLine>) => void;
  onRemove: () => void;
  /** the line is done: the next is typed */
  onNext: () => void;
}

const plain = (text: string) => text.trim().toLowerCase();

/** One line of a delivery or a count: what is typed of it, and what it comes to. */
export function EntryRow({ kind, line, number, seen, withLots, isFocused, onSet, onRemove, onNext }: Props) {
  const quantity = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!isFocused) return;
    // What was pressed takes the focus back when it closes.
    const go = setTimeout(() => quantity.current?.focus(), 50);
    return () => clearTimeout(go);
  }, [isFocused]);
  const item = seen?.item ?? null;
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    onNext();
  };
  const field = (name: keyof EntryLine, label: string, isFigure: boolean, placeholder = '') => (
    <TypedInput
      ref={name === 'quantity' ? quantity : undefined}
      size="sm"
      aria-label={`${label}, line ${number}`}
      value={line[name]}
      placeholder={placeholder}
      inputMode={isFigure ? 'decimal' : undefined}
      textAlign={isFigure ? 'end' : undefined}
      onChange={(text) => onSet({ [name]: text })}
      onKeyDown={onKeyDown}
    />
  );
  return (
    <Table.Row bg="transparent" verticalAlign="top">
      <Table.Cell color="fg.muted" pt="3.5">
        {number}
      </Table.Cell>
      <Table.Cell minW="150px" w="24%">
        {field('code', 'SKU, GTIN or name', false)}
      </Table.Cell>
      <Table.Cell pt="3" minW="190px">
        <Meant line={line} seen={seen} onChoose={(code) => onSet({ code })} />
        <Expected line={line} number={number} seen={seen} onSay={(expected) => onSet({ expected })} />
      </Table.Cell>
      <Table.Cell w="130px">
        <HStack gap="1.5">
          {field('quantity', ENTRY_KINDS[kind].head, true)}
          <Text color="fg.muted" fontSize="sm" minW="4" whiteSpace="nowrap">
            {item && unitByCode(item.unit)?.dimension !== 'count' ? (unitByCode(item.unit)?.symbol ?? '') : ''}
          </Text>
        </HStack>
      </Table.Cell>
      {withLots && (
        <Table.Cell w="120px">
          {(item?.lots != null || line.lot !== '') &&
            field('lot', 'Lot', false, kind === 'receipt' ? 'numbered on' : '')}
        </Table.Cell>
      )}
      {kind === 'receipt' && <Table.Cell w="110px">{field('unitCost', 'Unit cost', true, 'not set')}</Table.Cell>}
      <Table.Cell pt="3.5" textAlign="end" whiteSpace="nowrap">
        <Becomes seen={seen} />
      </Table.Cell>
      <Table.Cell>
        <IconButton
          aria-label={`Remove line ${number}`}
          size="sm"
          variant="ghost"
          colorPalette="brick"
          onClick={onRemove}
        >
          <Trash2 size={15} />
        </IconButton>
      </Table.Cell>
    </Table.Row>
  );
}

/** Which stock item a line means, and what is wrong with it. */
function Meant({
  line,
  seen,
  onChoose,
}: {
  line: NumberedLine;
  seen: SeenLine | null;
  onChoose: (code: string) => void;
}) {
  const [making, setMaking] = useState(false);
  if (!seen) return <Text color="fg.muted">Looking …</Text>;
  const { item, note, fault, offered } = seen;
  const isOnly = (title: string) =>
    offered.filter((one) => plain(one.title) === plain(title)).length === 1 && plain(title) !== plain(line.code);
  return (
    <>
      {item && (
        <Link asChild fontWeight="600" color="fg">
          <PageLink href={`/manage/stock/${item.key}`} target="_blank">
            {item.title}
          </PageLink>
        </Link>
      )}
      {note !== null && (
        <Text fontSize="sm" color="fg.muted">
          {note}
        </Text>
      )}
      <FaultLine>{fault ?? undefined}</FaultLine>
      {!item && line.code.trim() !== '' && (
        <HStack gap="1.5" mt="1" flexWrap="wrap">
          {offered.map(({ key, title }) => (
            <Button
              key={key}
              size="2xs"
              variant="outline"
              colorPalette="ink"
              onClick={() => onChoose(isOnly(title) ? title : key)}
            >
              {title}
            </Button>
          ))}
          <Button size="2xs" variant="ghost" onClick={() => setMaking(true)}>
            <Plus size={12} aria-hidden /> New stock item
          </Button>
        </HStack>
      )}
      <NewStockItemDialog
        open={making}
        title={line.code}
        onClose={() => setMaking(false)}
        onCreated={({ key }) => {
          setMaking(false);
          onChoose(key);
        }}
      />
    </>
  );
}

/** Which delivery on its way has come with a line, where some are; the soonest, as long as nobody says. */
function Expected({
  line,
  number,
  seen,
  onSay,
}: {
  line: NumberedLine;
  number: number;
  seen: SeenLine | null;
  onSay: (expected: number | null) => void;
}) {
  const item = seen?.item;
  const expected = seen?.expected ?? [];
  if (!item || (expected.length === 0 && line.expected == null)) return null;
  const { expected: came } = sentLine(line, seen);
  return (
    <Box mt="1">
      <SelectField
        small
        hideLabel
        label={`Expected delivery, line ${number}`}
        value={came === null ? '' : String(came)}
        alternatives={[
          { value: '', label: 'Not one that is expected' },
          ...expected.map(({ id, day, quantity }) => ({
            value: String(id),
            label: `Expected ${day}: ${quantityWords({ value: quantity, unit: item.unit })}`,
          })),
        ]}
        onChange={(id) => onSay(id === '' ? null : Number(id))}
      />
    </Box>
  );
}

/** On hand before and after. */
function Becomes({ seen }: { seen: SeenLine | null }) {
  if (!seen?.item || seen.before === null) return null;
  const { unit } = seen.item;
  const words = (value: string) => quantityWords({ value, unit });
  return (
    <Text as="span" css={{ fontVariantNumeric: 'tabular-nums' }}>
      <Text as="span" color="fg.muted">
        {words(seen.before)}
      </Text>
      {seen.after !== null && (
        <>
          {' → '}
          <Text as="span" fontWeight="600">
            {words(seen.after)}
          </Text>
        </>
      )}
    </Text>
  );
}
