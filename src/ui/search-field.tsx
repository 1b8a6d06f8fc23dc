'use client';

import { Combobox, Field, Input, Portal, Text, useListCollection } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { matchSorter } from 'match-sorter';
import { useEffect, useRef, useState } from 'react';

/** Something that can be found. */
export interface Finding {
  readonly value: string;
  readonly label: string;
  /** what tells it apart: a SKU, a category */
  readonly hint: string;
}

/** A new thing that can be made on the way, where nothing that is there is meant. */
export interface Making {
  /** what is pressed: `New stock item` */
  readonly words: string;
  readonly onMake: (typed: string) => void;
}

interface Props {
  label: string;
  hideLabel?: boolean;
  placeholder?: string;
  /** what can be found; where somebody else finds it, none */
  findings?: readonly Finding[];
  /** finds what is too much to be here, likely ones first; asked again at every letter */
  onAsk?: (text: string) => Promise<readonly Finding[]>;
  onPick: (value: string) => void;
  making?: Making;
  fault?: string;
  width?: string;
  small?: boolean;
}

/** So many are shown at once; typing finds the rest. */
const SHOWN = 40;

/** What stands for making something new among what is found: no key has such a name. */
const MAKE = '+';
/** What stands for nothing. */
const NOTHING = '-';

const NONE: readonly Finding[] = [];

/** What is found for a text, the likely ones first while nothing is typed. */
function useFound(findings: readonly Finding[], first: readonly Finding[], onAsk?: Props['onAsk']) {
  const asked = useRef(0);
  const [isAsking, setAsking] = useState(false);
  const { collection, set } = useListCollection<Finding>({
    initialItems: [...first, ...findings.slice(0, SHOWN)],
    itemToString: (item) => item.label,
    itemToValue: (item) => item.value,
  });
  // What can be made new stands on top, where it is seen; nothing takes it but a press.
  const searchHere = (text: string) =>
    set([
      ...first,
      ...(text.trim() === '' ? findings : matchSorter([...findings], text, { keys: ['label', 'hint'] })).slice(
        0,
        SHOWN,
      ),
    ]);
  const searchThere = (text: string, ask: NonNullable<Props['onAsk']>) => {
    asked.current += 1;
    const mine = asked.current;
    const show = (found: readonly Finding[]) => {
      // What is typed meanwhile has asked again.
      if (mine !== asked.current) return;
      set([...first, ...found.slice(0, SHOWN)]);
      setAsking(false);
    };
    setAsking(true);
    // Whoever can't be asked finds nothing.
    ask(text).then(show, () => show(NONE));
  };
  const search = (text: string) => (onAsk ? searchThere(text, onAsk) : searchHere(text));
  return { collection, search, isAsking };
}

/** What is found so far; while it is asked for, what is shown is of a former text and may move. */
function FoundList({ items, isAsking }: { items: readonly Finding[]; isAsking: boolean }) {
  return (
    <Portal>
      <Combobox.Positioner>
        <Combobox.Content bg="bg.panel" minW="260px" aria-busy={isAsking}>
          <Combobox.Empty>{isAsking ? 'Looking …' : 'No matches.'}</Combobox.Empty>
          {items.map((item) => (
            <Combobox.Item key={item.value} item={item}>
              <Combobox.ItemText>
                {item.value === MAKE && <Plus size={13} aria-hidden style={{ display: 'inline', marginRight: 4 }} />}
                {item.label}{' '}
                <Text as="span" fontFamily="mono" fontSize="xs" color="fg.muted">
                  {item.hint}
                </Text>
              </Combobox.ItemText>
            </Combobox.Item>
          ))}
        </Combobox.Content>
      </Combobox.Positioner>
    </Portal>
  );
}

const makingOf = (making: Making | undefined): readonly Finding[] =>
  making ? [{ value: MAKE, label: making.words, hint: '' }] : [];

/** Picks one of many by typing: it opens with the likely ones, given first, and nothing is picked beforehand. */
export function SearchField({
  label,
  hideLabel = false,
  placeholder = 'Type a name or SKU',
  findings = NONE,
  onAsk,
  onPick,
  making,
  fault,
  width,
  small = false,
}: Props) {
  const [typed, setTyped] = useState('');
  const { collection, search, isAsking } = useFound(findings, makingOf(making), onAsk);
  return (
    <Combobox.Root
      collection={collection}
      openOnClick
      selectionBehavior="clear"
      size={small ? 'sm' : 'md'}
      width={width}
      value={[]}
      invalid={fault !== undefined}
      onInputValueChange={({ inputValue }) => {
        if (inputValue !== '') setTyped(inputValue);
        search(inputValue);
      }}
      onOpenChange={({ open }) => open && search('')}
      onValueChange={({ value: [picked] }) => {
        if (picked === MAKE) making?.onMake(typed);
        else if (picked !== undefined) onPick(picked);
        setTyped('');
      }}
    >
      {!hideLabel && <Combobox.Label fontWeight="600">{label}</Combobox.Label>}
      <Combobox.Control>
        <Combobox.Input
          placeholder={placeholder}
          aria-label={hideLabel ? label : undefined}
          bg="bg.panel"
          borderColor="border.emphasized"
        />
        <Combobox.IndicatorGroup>
          <Combobox.Trigger aria-label={`Show: ${label}`} />
        </Combobox.IndicatorGroup>
      </Combobox.Control>
      {fault !== undefined && (
        <Text color="brick.fg" fontSize="sm" mt="1">
          {fault}
        </Text>
      )}
      <FoundList items={collection.items} isAsking={isAsking} />
    </Combobox.Root>
  );
}

interface PickProps extends Props {
  /** what is picked; empty for nothing yet */
  picked: string;
  /** how something is told that is picked and is not among the findings */
  pickedLabel?: string;
  /** whether nothing may be picked again */
  mayBeNothing?: boolean;
}

/**
 * Shows what is picked of many, and finds another by typing. Lists have hundreds of these, so it is only a line of text
 * until it is gone into.
 */
export function PickField({
  label,
  hideLabel = false,
  placeholder = 'none yet',
  findings = NONE,
  onAsk,
  picked,
  pickedLabel,
  onPick,
  making,
  fault,
  width,
  small = false,
  mayBeNothing = true,
}: PickProps) {
  // By pointer it opens at once; by keyboard it waits for a key, so that tabbing past opens nothing.
  const [live, setLive] = useState<'pointer' | 'keyboard' | null>(null);
  const known = findings.find(({ value }) => value === picked);
  const shown = known?.label ?? (picked === '' ? '' : (pickedLabel ?? picked));
  const look = {
    size: small ? 'sm' : 'md',
    bg: 'bg.panel',
    borderColor: fault === undefined ? 'border.emphasized' : 'brick.solid',
    placeholder,
    'aria-label': hideLabel ? label : undefined,
  } as const;
  const field = live ? (
    <Searching
      opens={live === 'pointer'}
      findings={findings}
      onAsk={onAsk}
      picked={picked}
      shown={shown}
      making={making}
      look={look}
      mayBeNothing={mayBeNothing && picked !== ''}
      onPick={onPick}
      onLeave={() => setLive(null)}
    />
  ) : (
    <Input
      {...look}
      role="combobox"
      aria-expanded={false}
      readOnly
      cursor="pointer"
      value={shown}
      textOverflow="ellipsis"
      onPointerDown={() => setLive('pointer')}
      onFocus={() => setLive((now) => now ?? 'keyboard')}
    />
  );
  return (
    <Field.Root width={width} invalid={fault !== undefined}>
      {!hideLabel && <Field.Label fontWeight="600">{label}</Field.Label>}
      {field}
      {!hideLabel && fault !== undefined && <Field.ErrorText color="brick.fg">{fault}</Field.ErrorText>}
    </Field.Root>
  );
}

interface SearchingProps extends Pick<PickProps, 'onAsk' | 'picked' | 'making' | 'onPick' | 'mayBeNothing'> {
  findings: readonly Finding[];
  opens: boolean;
  shown: string;
  look: {
    readonly size: 'sm' | 'md';
    readonly placeholder: string;
    readonly bg: string;
    readonly borderColor: string;
    readonly 'aria-label': string | undefined;
  };
  onLeave: () => void;
}

function Searching({
  opens,
  findings,
  onAsk,
  picked,
  shown,
  making,
  look,
  mayBeNothing = true,
  onPick,
  onLeave,
}: SearchingProps) {
  const first = [...makingOf(making), ...(mayBeNothing ? [{ value: NOTHING, label: look.placeholder, hint: '' }] : [])];
  const { collection, search, isAsking } = useFound(findings, first, onAsk);
  const [typed, setTyped] = useState(shown);
  const input = useRef<HTMLInputElement>(null);
  // Not by `autoFocus`: what listens to the field is there only once it stands on the page.
  useEffect(() => {
    const field = input.current;
    const go = requestAnimationFrame(() => {
      field?.focus();
      field?.select();
    });
    return () => cancelAnimationFrame(go);
  }, []);
  return (
    <Combobox.Root
      collection={collection}
      openOnClick
      defaultOpen={opens}
      size={look.size}
      inputValue={typed}
      value={picked === '' ? [] : [picked]}
      onInputValueChange={({ inputValue, reason }) => {
        if (reason !== 'input-change') return;
        setTyped(inputValue);
        search(inputValue);
      }}
      onOpenChange={({ open }) => open && search('')}
      onValueChange={({ value: [value] }) => {
        if (value === MAKE) making?.onMake(typed === shown ? '' : typed);
        else if (value !== undefined) onPick(value === NOTHING ? '' : value);
        onLeave();
      }}
    >
      <Combobox.Control>
        <Combobox.Input
          ref={input}
          placeholder={look.placeholder}
          bg={look.bg}
          borderColor={look.borderColor}
          aria-label={look['aria-label']}
          onBlur={onLeave}
        />
      </Combobox.Control>
      <FoundList items={collection.items} isAsking={isAsking} />
    </Combobox.Root>
  );
}
