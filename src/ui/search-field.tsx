'use client';

import { Combobox, Portal, Text, useListCollection } from '@chakra-ui/react';
import { matchSorter } from 'match-sorter';

/** Something that can be found. */
export interface Finding {
  readonly value: string;
  readonly label: string;
  /** what tells it apart: a SKU, a category */
  readonly hint: string;
}

interface Props {
  label: string;
  placeholder?: string;
  findings: readonly Finding[];
  onPick: (value: string) => void;
  fault?: string;
}

/** So many are shown at once; typing finds the rest. */
const SHOWN = 40;

/** Picks one of many by typing: it opens with the likely ones, given first, and nothing is picked beforehand. */
export function SearchField({ label, placeholder = 'Type a name or SKU', findings, onPick, fault }: Props) {
  const { collection, set } = useListCollection<Finding>({ initialItems: findings.slice(0, SHOWN), itemToString: (item) => item.label, itemToValue: (item) => item.value });
  const search = (text: string) => set((text.trim() === '' ? [...findings] : matchSorter([...findings], text, { keys: ['label', 'hint'] })).slice(0, SHOWN));
  return (
    <Combobox.Root
      collection={collection}
      openOnClick
      selectionBehavior="clear"
      value={[]}
      invalid={fault !== undefined}
      onInputValueChange={({ inputValue }) => search(inputValue)}
      onOpenChange={({ open }) => open && search('')}
      onValueChange={({ value: [picked] }) => picked !== undefined && onPick(picked)}
    >
      <Combobox.Label fontWeight="600">{label}</Combobox.Label>
      <Combobox.Control>
        <Combobox.Input placeholder={placeholder} bg="bg.panel" borderColor="border.emphasized" />
        <Combobox.IndicatorGroup>
          <Combobox.Trigger aria-label={`Show: ${label}`} />
        </Combobox.IndicatorGroup>
      </Combobox.Control>
      {fault !== undefined && (
        <Text color="brick.fg" fontSize="sm" mt="1">
          {fault}
        </Text>
      )}
      <Portal>
        <Combobox.Positioner>
          <Combobox.Content bg="bg.panel">
            <Combobox.Empty>Nothing is called so.</Combobox.Empty>
            {collection.items.map((item) => (
              <Combobox.Item key={item.value} item={item}>
                <Combobox.ItemText>
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
    </Combobox.Root>
  );
}
