'use client';

import { Box, Button, chakra, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { ArrowDownToLine, ArrowRightToLine, Plus } from 'lucide-react';
import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react';
import { type OneOfChoice, type Option, type Variant } from '@/core/catalog';
import { Exact } from '@/core/number';
import { faultWords } from '@/core/words';
import { useEditing } from '@/features/choice-editor/editing';
import { SelectField } from '@/ui/field';
import { sayFailed } from '@/ui/toasts';
import { type Axes, axesOf, cellCombination, type Combination, combinationTitle, newVariant, readBlock, variantIndex } from './combinations';
import { CountsBar } from './counts-bar';
import { type Figure, figureField, figurePlaceholder, figures, figureText, figureWords, setFigure } from './figures';

const Cell = chakra('td');
const Head = chakra('th');

/** Where a cell is: section, row, column. */
type Spot = readonly [section: number, row: number, column: number];

/**
 * Variants with one choice across and another down: typed, filled, pasted as a block. Arrow keys go from cell to cell;
 * Ctrl D fills down, Ctrl R to the right.
 */
export function VariantGrid({ stocked }: { stocked: readonly OneOfChoice[] }) {
  const { product, program, stock, change, findings } = useEditing();
  const [figure, setFigureShown] = useState<Figure>('onHand');
  const [acrossKey, setAcross] = useState<string | null>(null);
  const [downKey, setDown] = useState<string | null>(null);
  const [counts, setCounts] = useState<ReadonlyMap<string, string>>(new Map());
  const [focused, setFocused] = useState<Spot | null>(null);
  const table = useRef<HTMLDivElement>(null);
  const axes = axesOf(stocked, acrossKey, downKey);
  if (!axes) return null;
  const { across, down, sections } = axes;
  const rows = down.options;
  const columns: readonly (Option | null)[] = across ? across.options : [null];

  const combinationAt = ([section, row, column]: Spot): Combination | null => {
    const [place, option] = [sections[section], rows[row]];
    return place && option && column < columns.length ? cellCombination(axes, place, option, columns[column] ?? null) : null;
  };
  const indexAt = (spot: Spot): number => {
    const combination = combinationAt(spot);
    return combination ? variantIndex(product, combination, stocked) : -1;
  };
  const textAt = (spot: Spot): string => {
    const variant = product.variants[indexAt(spot)];
    return variant ? figureText(figure, variant, stock, counts, combinationTitle(variant.options, stocked)) : '';
  };
  const add = (spots: readonly Spot[]) => {
    const missing = spots.filter((spot) => indexAt(spot) < 0).map(combinationAt).filter((combination) => combination !== null);
    change(`add ${missing.length} variants`, (draft) => void draft.variants.push(...missing.map(newVariant)));
  };
  /** Puts texts into cells; a combination that is not kept yet comes to be with its figure. */
  const write = (tag: string, cells: readonly { spot: Spot; text: string }[]) => {
    const known = cells.flatMap(({ spot, text }) => {
      const combination = combinationAt(spot);
      return combination ? [{ combination, text }] : [];
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
      setCounts((current) => {
        const next = new Map(current);
        for (const { combination, text } of known) next.set(combinationTitle(combination, stocked), text);
        return next;
      });
    }
  };
  const focus = ([section, row, column]: Spot) => table.current?.querySelector<HTMLElement>(`[data-spot="${section}.${row}.${column}"]`)?.focus();
  const fill = (direction: 'down' | 'right') => {
    if (!focused) return;
    const [section, row, column] = focused;
    const text = textAt(focused);
    const spots: Spot[] = direction === 'down' ? rows.slice(row + 1).map((_, step): Spot => [section, row + 1 + step, column]) : columns.slice(column + 1).map((_, step): Spot => [section, row, column + 1 + step]);
    // Filling gives figures to what is kept; it makes no new combinations.
    write(`fill ${direction}`, spots.filter((spot) => indexAt(spot) >= 0).map((spot) => ({ spot, text })));
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
    const cells = block.flatMap((line, y) => line.map((text, x) => ({ spot: [section, row + y, column + x] as Spot, text })));
    const outside = cells.filter(({ spot, text }) => text !== '' && combinationAt(spot) === null).length;
    write('paste a block', cells.filter(({ spot }) => combinationAt(spot) !== null));
    if (outside > 0) sayFailed(`${outside} pasted figures had no place`, 'The block is larger than the grid from this cell on; the rest has been taken over.');
  };
  const faultAt = (index: number) => {
    const found = findings.find(({ path }) => path[0] === 'variants' && path[1] === index && path[2] === figureField[figure]);
    return found && faultWords(found.data);
  };

  return (
    <Stack gap="4" ref={table}>
      <HStack gap="3" wrap="wrap">
        <SelectField label="Figure in the cells" hideLabel small width="118px" value={figure} alternatives={figures.map((value) => ({ value, label: figureWords[value] }))} onChange={(value) => setFigureShown(figures.find((candidate) => candidate === value) ?? 'price')} />
        {stocked.length > 1 && (
          <>
            <SelectField label="Across" hideLabel small width="136px" value={across?.key ?? ''} alternatives={stocked.filter(({ key }) => key !== down.key).map(({ key, title }) => ({ value: key, label: `${title} across` }))} onChange={setAcross} />
            <SelectField
              label="Down"
              hideLabel
              small
              width="136px"
              value={down.key}
              alternatives={stocked.map(({ key, title }) => ({ value: key, label: `${title} down` }))}
              onChange={(key) => {
                if (key === across?.key) setAcross(down.key);
                setDown(key);
              }}
            />
          </>
        )}
        <HStack gap="1">
          <Button size="xs" variant="ghost" colorPalette="ink" disabled={!focused} title="Ctrl D" onMouseDown={(event) => event.preventDefault()} onClick={() => fill('down')}>
            <ArrowDownToLine size={14} aria-hidden /> Fill down
          </Button>
          <Button size="xs" variant="ghost" colorPalette="ink" disabled={!focused} title="Ctrl R" onMouseDown={(event) => event.preventDefault()} onClick={() => fill('right')}>
            <ArrowRightToLine size={14} aria-hidden /> Fill right
          </Button>
        </HStack>
      </HStack>
      {sections.map((section, place) => (
        <Box key={JSON.stringify(section)} overflowX="auto">
          {Object.keys(section).length > 0 && (
            <Heading as="h3" size="sm" mb="2">
              {combinationTitle(section, stocked.filter(({ key }) => section[key] !== undefined))}
            </Heading>
          )}
          <chakra.table css={{ borderCollapse: 'collapse', fontVariantNumeric: 'tabular-nums' }} aria-label={`Variants: ${figureWords[figure]}`}>
            <thead>
              <tr>
                <Head p="1.5" textAlign="start" fontSize="sm" color="fg.muted" scope="col">
                  {down.title}
                </Head>
                {columns.map((column) => (
                  <Head key={column?.key ?? ''} p="1.5" fontSize="sm" fontWeight="600" scope="col" minW="92px">
                    {column?.title ?? figureWords[figure]}
                  </Head>
                ))}
                <Head p="1.5" fontSize="xs" color="fg.muted" scope="col">
                  {figure === 'onHand' ? 'together' : 'kept'}
                </Head>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, y) => {
                const spots = columns.map((_, x): Spot => [place, y, x]);
                const missing = spots.filter((spot) => indexAt(spot) < 0).length;
                return (
                  <tr key={row.key}>
                    <Head p="1.5" textAlign="start" fontWeight="600" scope="row" whiteSpace="nowrap">
                      {row.title}
                      {missing > 1 && (
                        <Button ml="2" size="2xs" variant="ghost" colorPalette="oak" aria-label={`Add the row ${row.title}`} onClick={() => add(spots)}>
                          <Plus size={12} aria-hidden /> row
                        </Button>
                      )}
                    </Head>
                    {spots.map((spot, x) => (
                      <GridCell
                        key={columns[x]?.key ?? ''}
                        spot={spot}
                        title={combinationTitle(combinationAt(spot) ?? {}, stocked)}
                        figure={figure}
                        variant={product.variants[indexAt(spot)]}
                        text={textAt(spot)}
                        placeholder={(() => {
                          const variant = product.variants[indexAt(spot)];
                          return variant ? figurePlaceholder(figure, variant, product, program) : '';
                        })()}
                        unbooked={counts.has(combinationTitle(combinationAt(spot) ?? {}, stocked)) && figure === 'onHand'}
                        fault={faultAt(indexAt(spot))}
                        onWrite={(text) => write(`${figure} at ${spot.join('.')}`, [{ spot, text }])}
                        onAdd={() => add([spot])}
                        onKey={onKey}
                        onPaste={onPaste}
                        onFocus={setFocused}
                      />
                    ))}
                    <Total figure={figure} axes={axes} spots={spots} indexAt={indexAt} textAt={textAt} />
                  </tr>
                );
              })}
              <tr>
                <Head p="1.5" textAlign="start" fontSize="xs" color="fg.muted" scope="row">
                  {figure === 'onHand' ? 'together' : 'kept'}
                </Head>
                {columns.map((column, x) => (
                  <Total key={column?.key ?? ''} figure={figure} axes={axes} spots={rows.map((_, y): Spot => [place, y, x])} indexAt={indexAt} textAt={textAt} />
                ))}
                <Total figure={figure} axes={axes} spots={rows.flatMap((_, y) => columns.map((__, x): Spot => [place, y, x]))} indexAt={indexAt} textAt={textAt} />
              </tr>
            </tbody>
          </chakra.table>
        </Box>
      ))}
      <Text fontSize="sm" color="fg.muted">
        Arrow keys go from cell to cell. A block copied from a spreadsheet can be pasted into any cell; a figure in an empty place makes that variant.
      </Text>
      <CountsBar stocked={stocked} counts={counts} onBooked={() => setCounts(new Map())} />
    </Stack>
  );
}

interface CellProps {
  spot: Spot;
  title: string;
  figure: Figure;
  variant: Variant | undefined;
  text: string;
  placeholder: string;
  unbooked: boolean;
  fault: string | undefined;
  onWrite: (text: string) => void;
  onAdd: () => void;
  onKey: (event: KeyboardEvent, spot: Spot) => void;
  onPaste: (event: ClipboardEvent, spot: Spot) => void;
  onFocus: (spot: Spot) => void;
}

function GridCell({ spot, title, figure, variant, text, placeholder, unbooked, fault, onWrite, onAdd, onKey, onPaste, onFocus }: CellProps) {
  const common = { 'data-spot': spot.join('.'), onKeyDown: (event: KeyboardEvent) => onKey(event, spot), onPaste: (event: ClipboardEvent) => onPaste(event, spot), onFocus: () => onFocus(spot) };
  if (!variant) {
    return (
      <Cell borderWidth="1px" borderColor="border" borderStyle="dashed" p="0">
        <chakra.button type="button" {...common} display="flex" alignItems="center" w="full" h="34px" color="fg.subtle" cursor="pointer" aria-label={`Add ${title}`} _hover={{ color: 'copper.fg', bg: 'copper.subtle' }} onClick={onAdd}>
          <Plus size={14} style={{ margin: 'auto' }} />
        </chakra.button>
      </Cell>
    );
  }
  return (
    <Cell borderWidth="1px" borderColor={fault ? 'brick.solid' : 'border'} p="0" bg={unbooked ? 'copper.subtle' : variant.onSale ? 'bg.panel' : 'bg.muted'}>
      <chakra.input
        {...common}
        aria-label={`${figureWords[figure]} of ${title}`}
        aria-invalid={fault !== undefined}
        title={fault ?? (variant.onSale ? undefined : 'not on sale')}
        w={figure === 'gtin' ? '132px' : figure === 'sku' ? '124px' : '92px'}
        h="34px"
        px="2"
        textAlign={figure === 'sku' || figure === 'gtin' ? 'start' : 'end'}
        fontFamily={figure === 'sku' || figure === 'gtin' ? 'mono' : undefined}
        fontSize="sm"
        bg="transparent"
        _placeholder={{ color: 'fg.subtle' }}
        placeholder={placeholder}
        value={text}
        onChange={(event) => onWrite(event.target.value)}
      />
    </Cell>
  );
}

interface TotalProps {
  figure: Figure;
  axes: Axes;
  spots: readonly Spot[];
  indexAt: (spot: Spot) => number;
  textAt: (spot: Spot) => string;
}

/** What is on hand together, or how many of the combinations are kept. */
function Total({ figure, spots, indexAt, textAt }: TotalProps) {
  const kept = spots.filter((spot) => indexAt(spot) >= 0);
  const sum = kept.reduce((total, spot) => total.plus(Exact.parse(textAt(spot).trim()) ?? Exact.zero), Exact.zero);
  return (
    <Cell p="1.5" textAlign="end" fontSize="sm" color="fg.muted" whiteSpace="nowrap">
      {figure === 'onHand' ? sum.toString() : `${kept.length} of ${spots.length}`}
    </Cell>
  );
}
