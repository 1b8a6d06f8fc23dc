import { type ClipboardEvent, type KeyboardEvent, type RefObject, useMemo, useState } from 'react';
import { type OneOfChoice, type Option } from '@/core/catalog';
import { typedDecimal } from '@/core/number';
import { faultWords } from '@/core/words';
import { useEditing } from '@/features/editor-kit/editing';
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

  const combinationAt = ([section, row, column]: Spot): Combination | null => {
    const [place, option] = [sections[section], rows[row]];
    return place && option && column < columns.length
      ? cellCombination(axes, place, option, columns[column] ?? null)
      : null;
  };
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
    if (figure === 'onHand') {
      atRest(() =>
        setCounts((current) => {
          const next = new Map(current);
          for (const { combination, text } of known) next.set(combinationTitle(combination, stocked), text);
          return next;
        }),
      );
    }
  };
  const cellAt = ([section, row, column]: Spot) =>
    table.current?.querySelector<HTMLElement>(`[data-spot="${section}.${row}.${column}"]`);
  const focus = (spot: Spot) => cellAt(spot)?.focus();
  const fill = (direction: 'down' | 'right') => {
    if (!focused) return;
    const [section, row, column] = focused;
    // What has just been typed there stands in the cell before it stands anywhere else.
    const cell = cellAt(focused);
    const text = cell instanceof HTMLInputElement ? cell.value : textAt(focused);
    const spots: Spot[] =
      direction === 'down'
        ? rows.slice(row + 1).map((_, step): Spot => [section, row + 1 + step, column])
        : columns.slice(column + 1).map((_, step): Spot => [section, row, column + 1 + step]);
    // Filling gives figures to what is kept; it makes no new combinations.
    write(
      `fill ${direction}`,
      spots.filter((spot) => indexAt(spot) >= 0).map((spot) => ({ spot, text })),
    );
  };
  const onKey = (event: KeyboardEvent, spot: Spot) => {
    const [section, row, column] = spot;
    const combined = event.ctrlKey || event.metaKey;
    if (combined && (event.key === 'd' || event.key === 'r')) {
      event.preventDefault();
      return fill(event.key === 'd' ? 'down' : 'right');
    }
    const input = event.currentTarget instanceof HTMLInputElement ? event.currentTarget : null;
    const atStart = !input || input.selectionStart === 0;
    const atEnd = !input || input.selectionEnd === input.value.length;
    const go = (target: Spot) => {
      event.preventDefault();
      focus(target);
    };
    if (event.key === 'ArrowDown' || event.key === 'Enter') go([section, row + 1, column]);
    else if (event.key === 'ArrowUp') go([section, row - 1, column]);
    else if (event.key === 'ArrowRight' && atEnd) go([section, row, column + 1]);
    else if (event.key === 'ArrowLeft' && atStart) go([section, row, column - 1]);
  };
  const onPaste = (event: ClipboardEvent, [section, row, column]: Spot) => {
    const block = readBlock(event.clipboardData.getData('text/plain'));
    if (block.length <= 1 && (block[0]?.length ?? 0) <= 1) return;
    event.preventDefault();
    const cells = block.flatMap((line, y) =>
      line.map((text, x) => ({ spot: [section, row + y, column + x] as Spot, text })),
    );
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
  const faultAt = (index: number) => {
    const found = findings.find(
      ({ path }) => path[0] === 'variants' && path[1] === index && path[2] === figureField[figure],
    );
    return found && faultWords(found.data);
  };

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
