'use client';

import { HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { useMemo } from 'react';
import { type Product } from '@/core/catalog';
import { type Path } from '@/core/problems';
import { unitByCode } from '@/core/quantity';
import { type DrawDefinition } from '@/core/stock';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TypedInput } from '@/ui/field';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { AddStockItem } from './stock-pick';
import { useWholeText } from '@/features/kit/shared';

interface Props {
  /** what takes from stock, for those who listen */
  label: string;
  /** what a new stock item is called to begin with */
  name: string;
  draws: readonly DrawDefinition[];
  path: Path;
  onChange: (draws: DrawDefinition[]) => void;
}

/**
 * What is taken of a stock item, most likely: what is counted in a unit that a measure fits is taken by that measure.
 */
export function likelyDraw({ choices }: Pick<Product, 'choices'>, stock: string, unit: string): DrawDefinition {
  const dimension = unitByCode(unit)?.dimension;
  const measure = choices.find(
    (choice) => choice.kind === 'measure' && unitByCode(choice.unit)?.dimension === dimension,
  );
  return measure && dimension !== 'count'
    ? { kind: 'measure', stock, measure: measure.key, pieces: 1 }
    : { kind: 'fixed', stock, quantity: '1', pieces: 1 };
}

/** What is taken from stock, one sentence a stock item. */
export function DrawsField({ label, name, draws, path, onChange }: Props) {
  const { product } = useEditing();
  const taken = useMemo(() => draws.map((draw) => draw.stock), [draws]);
  const add = (key: string, unit: string) => onChange([...draws, likelyDraw(product, key, unit)]);
  return (
    <Stack gap="2">
      {draws.map((draw, index) => (
        <DrawRow
          key={draw.stock}
          label={`${label}, stock item ${index + 1}`}
          draw={draw}
          path={[...path, index]}
          onChange={(changed) => onChange(draws.map((other, position) => (position === index ? changed : other)))}
          onRemove={() => onChange(draws.filter((_, position) => position !== index))}
        />
      ))}
      <AddStockItem
        label={`${label}: draw from stock`}
        hideLabel
        width="300px"
        name={name}
        without={taken}
        onPick={add}
      />
    </Stack>
  );
}

interface DrawRowProps {
  label: string;
  draw: DrawDefinition;
  path: Path;
  onChange: (draw: DrawDefinition) => void;
  onRemove: () => void;
}

function DrawRow({ label, draw, path, onChange, onRemove }: DrawRowProps) {
  const { product, stock } = useEditing();
  const item = stock.find(({ key }) => key === draw.stock);
  const unit = unitByCode(item?.unit ?? '1');
  const measures = product.choices.filter(
    (choice) =>
      (choice.kind === 'measure' && unitByCode(choice.unit)?.dimension === unit?.dimension) ||
      (choice.kind === 'number' && unit?.dimension === 'count'),
  );
  const { soldBy } = product;
  const chargedIn = soldBy.kind === 'each' ? undefined : unitByCode(soldBy.unit)?.dimension;
  const packs =
    soldBy.kind !== 'each' && soldBy.charge !== null && soldBy.charge.pack !== null && unit?.dimension === 'count';
  const amounts = [
    { value: 'fixed', label: 'a fixed quantity' },
    ...measures.map(({ key, title }) => ({ value: `measure:${key}`, label: `as much as ${title}` })),
    ...(packs
      ? [{ value: 'charged', label: 'the packs that are charged' }]
      : chargedIn !== undefined && chargedIn === unit?.dimension
        ? [{ value: 'charged', label: 'as much as is charged' }]
        : []),
  ];
  const pieces = draw.kind === 'charged' ? 1 : draw.pieces;
  const piecesText = useWholeText(
    pieces,
    { least: 1, most: 1000, mayBeEmpty: false },
    (value) => draw.kind !== 'charged' && onChange({ ...draw, pieces: value ?? 1 }),
  );
  const inPieces = draw.kind !== 'charged' && ((item?.lying ?? null) !== null || pieces > 1);
  const stockFault = useFaultAt(...path, 'stock');
  const quantityFault = useFaultAt(...path, 'quantity');
  const measureFault = useFaultAt(...path, 'measure');
  const fault = stockFault ?? quantityFault ?? measureFault ?? piecesText.fault;
  const unitWord = unit?.words[1] ?? '';
  return (
    <div>
      <HStack gap="2">
        <Text whiteSpace="nowrap">Each takes</Text>
        {inPieces && (
          <>
            <TypedInput
              aria-label={`${label}: pieces`}
              aria-invalid={piecesText.fault !== undefined}
              w="56px"
              flexShrink={0}
              textAlign="end"
              borderColor={piecesText.fault ? 'brick.solid' : 'border.emphasized'}
              value={piecesText.text}
              onChange={piecesText.take}
            />
            <Text whiteSpace="nowrap">{pieces === 1 ? 'piece of' : 'pieces of'}</Text>
          </>
        )}
        {amounts.length > 1 && (
          <SelectField
            label={`${label}: how much`}
            hideLabel
            width="176px"
            value={draw.kind === 'measure' ? `measure:${draw.measure}` : draw.kind}
            alternatives={amounts}
            onChange={(chosen) => {
              if (chosen === 'charged') onChange({ kind: 'charged', stock: draw.stock });
              else if (chosen === 'fixed') onChange({ kind: 'fixed', stock: draw.stock, quantity: '1', pieces });
              else onChange({ kind: 'measure', stock: draw.stock, measure: chosen.slice('measure:'.length), pieces });
            }}
          />
        )}
        {draw.kind === 'fixed' && (
          <>
            <TypedInput
              aria-label={`${label}: quantity`}
              aria-invalid={quantityFault !== undefined}
              w="68px"
              flexShrink={0}
              textAlign="end"
              borderColor={quantityFault ? 'brick.solid' : 'border.emphasized'}
              value={draw.quantity}
              onChange={(text) => onChange({ ...draw, quantity: text.trim() })}
            />
            <Text>{unitWord}</Text>
          </>
        )}
        <Text flex="1" minW="0">
          of <strong>{item?.title ?? draw.stock}</strong>
        </Text>
        <IconButton
          aria-label={`Stop taking ${item?.title ?? draw.stock}`}
          size="xs"
          variant="ghost"
          colorPalette="brick"
          onClick={onRemove}
        >
          <Trash2 size={14} />
        </IconButton>
      </HStack>
      <FaultLine>{fault}</FaultLine>
    </div>
  );
}
