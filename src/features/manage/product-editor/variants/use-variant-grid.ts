import { type ClipboardEvent, type KeyboardEvent, type RefObject, useMemo, useState } from 'react';
import { type OneOfChoice, type Option } from '@/core/catalog';
import { typedDecimal } from '@/core/number';
import { faultWords } from '@/core/words';
import { type Editing, useEditing } from '@/features/editors/frame';
import { sayFailed } from '@/ui/toasts';
import { useAtRest } from '@/ui/typing';
import { useSteady } from '@/ui/use-steady';
import {
  type Axes,
  cellCombination,
  type Combination,
  combinationTitle,
  newVariant,
  variantIndex,
  variantPlaces,
} from './combinations';
import { readBlock } from './read-block';
import { type Figure, figureField, figureText, setFigure } from './figures';
import { useUnbookedCounts } from './unbooked-counts';

/** Where a cell is: section, row, column. */
export type Spot = readonly [section: number, row: number, column: number];

/** What is shown of the grid, and how it lies. */
interface Shown {
  readonly stocked: readonly OneOfChoice[];
  readonly axes: Axes;
  readonly figure: Figure;
}

const spotsBelow = ([section, row, column]: Spot, rows: number): Spot[] =>
  Array.from({ length: Math.max(0, rows - row - 1) }, (_, step): Spot => [section, row + 1 + step, column]);

const spotsBeside = ([section, row, column]: Spot, columns: number): Spot[] =>
  Array.from({ length: Math.max(0, columns - column - 1) }, (_, step): Spot => [section, row, column + 1 + step]);

/** Where the cells of a pasted block come to lie. */
const cellsFrom = ([section, row, column]: Spot, block: readonly (readonly string[])[]) =>
  block.flatMap((line, y) => line.map((text, x) => ({ spot: [section, row + y, column + x] as Spot, text })));

/** The combination of a cell; null where there is none. */
function combinationIn(axes: Axes, [section, row, column]: Spot): Combination | null {
  const { across, down, sections } = axes;
  const [place, option] = [sections[section], down.options[row]];
  return place && option && column < (across ? across.options.length : 1)
    ? cellCombination(axes, place, option, across?.options[column] ?? null)
    : null;
}

/** What is wrong with a figure of a variant. */
function faultOf(findings: Editing['findings'], index: number, figure: Figure): string | undefined {
  const found = findings.find(
    ({ path }) => path[0] === 'variants' && path[1] === index && path[2] === figureField[figure],
  );
  return found && faultWords(found.data);
}

/** Where a key leads from a cell; null where it stays in it. */
function spotAfter({ key, currentTarget }: KeyboardEvent, [section, row, column]: Spot): Spot | null {
  const input = currentTarget instanceof HTMLInputElement ? currentTarget : null;
  switch (key) {
    case 'ArrowDown':
    case 'Enter':
      return [section, row + 1, column];
    case 'ArrowUp':
      return [section, row - 1, column];
    case 'ArrowRight':
      return !input || input.selectionEnd === input.value.length ? [section, row, column + 1] : null;
    case 'ArrowLeft':
      return !input || input.selectionStart === 0 ? [section, row, column - 1] : null;
    default:
      return null;
  }
}

/**
 * A grid of variants: what stands in its cells, and what keys, fills and pasted blocks do.
 *
 * @param table what the cells are in
 */
export function useVariantGrid({ stocked, axes, figure }: Shown, table: RefObject<HTMLDivElement | null>) {
  const { product, stock, change, findings } = useEditing();
  const { counts, setCounts } = useUnbookedCounts();
  const [focused, setFocused] = useState<Spot | null>(null);
  const atRest = useAtRest();
  const { across, down, sections } = axes;
  const rows = down.options;
  const columns: readonly (Option | null)[] = across ? across.options : [null];

  const combinationAt = (spot: Spot) => combinationIn(axes, spot);
  const placeOf = useMemo(() => variantPlaces({ variants: product.variants }, stocked), [product.variants, stocked]);
  const indexAt = (spot: Spot): number => {
    const combination = combinationAt(spot);
    return combination ? placeOf(combination) : -1;
  };
  const textAt = (spot: Spot): string => {
    const variant = product.variants[indexAt(spot)];
    return variant ? figureText(figure, variant, stock, counts, combinationTitle(variant.options, stocked)) : '';
  };
  const add = (spots: readonly Spot[]) => {
    const missing = spots
      .filter((spot) => indexAt(spot) < 0)
      .map(combinationAt)
      .filter((combination) => combination !== null);
    change(`add ${missing.length} variants`, (draft) => void draft.variants.push(...missing.map(newVariant)));
  };
  /** Puts texts into cells; a combination that is not kept yet comes to be with its figure. */
  const write = (tag: string, cells: readonly { spot: Spot; text: string }[]) => {
    const known = cells.flatMap(({ spot, text }) => {
      const combination = combinationAt(spot);
      return combination
        ? [{ combination, text: figure === 'sku' || figure === 'gtin' ? text : typedDecimal(text) }]
        : [];
    });
    change(tag, (draft) => {
      for (const { combination, text } of known) {
        let index = variantIndex(draft, combination, stocked);
        if (index < 0 && text !== '') index = draft.variants.push(newVariant(combination)) - 1;
        const variant = draft.variants[index];
        if (variant && figure !== 'onHand') setFigure(figure, variant, text, draft);
      }
    });
    if (figure === 'onHand')
      atRest(() =>
        setCounts(
          (current) =>
            new Map([
              ...current,
              ...known.map(({ combination, text }) => [combinationTitle(combination, stocked), text] as const),
            ]),
        ),
      );
  };
  const cellAt = ([section, row, column]: Spot) =>
    table.current?.querySelector<HTMLElement>(`[data-spot="${section}.${row}.${column}"]`);
  const fill = (direction: 'down' | 'right') => {
    if (!focused) return;
    // What has just been typed there stands in the cell before it stands anywhere else.
    const cell = cellAt(focused);
    const text = cell instanceof HTMLInputElement ? cell.value : textAt(focused);
    const spots = direction === 'down' ? spotsBelow(focused, rows.length) : spotsBeside(focused, columns.length);
    // Filling gives figures to what is kept; it makes no new combinations.
    write(
      `fill ${direction}`,
      spots.filter((spot) => indexAt(spot) >= 0).map((spot) => ({ spot, text })),
    );
  };
  const onKey = (event: KeyboardEvent, spot: Spot) => {
    const combined = event.ctrlKey || event.metaKey;
    if (combined && (event.key === 'd' || event.key === 'r')) {
      event.preventDefault();
      return fill(event.key === 'd' ? 'down' : 'right');
    }
    const target = spotAfter(event, spot);
    if (!target) return;
    event.preventDefault();
    cellAt(target)?.focus();
  };
  const onPaste = (event: ClipboardEvent, from: Spot) => {
    const block = readBlock(event.clipboardData.getData('text/plain'));
    if (block.length <= 1 && (block[0]?.length ?? 0) <= 1) return;
    event.preventDefault();
    const cells = cellsFrom(from, block);
    const outside = cells.filter(({ spot, text }) => text !== '' && combinationAt(spot) === null).length;
    write(
      'paste a block',
      cells.filter(({ spot }) => combinationAt(spot) !== null),
    );
    if (outside > 0)
      sayFailed(
        `${outside} pasted figures had no place`,
        'The block is larger than the grid from this cell on; the rest has been taken over.',
      );
  };
  const faultAt = (index: number) => faultOf(findings, index, figure);
  /** What a cell does; the same for all time, so that cells in which nothing has changed aren't drawn anew. */
  const hands = useSteady({
    onKey,
    onPaste,
    onFocus: setFocused,
    onAdd: (spot: Spot) => add([spot]),
    onWrite: (spot: Spot, text: string) => write(`${figure} at ${spot.join('.')}`, [{ spot, text }]),
  });

  return { rows, columns, sections, counts, focused, combinationAt, indexAt, textAt, add, fill, faultAt, hands };
}

/** What {@link useVariantGrid} gives. */
export type VariantGridState = ReturnType<typeof useVariantGrid>;

/** What a cell does. */
export type CellHands = VariantGridState['hands'];
