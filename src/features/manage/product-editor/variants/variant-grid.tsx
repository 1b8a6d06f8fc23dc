'use client';

import { Box, Button, chakra, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { ArrowDownToLine, ArrowRightToLine, Plus } from 'lucide-react';
import { Fragment, useRef, useState } from 'react';
import { type OneOfChoice } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { SelectField } from '@/ui/field';
import { RowsLeftOut, useLongRows } from '@/ui/long-list';
import { type Axes, axesOf, type Combination, combinationTitle } from './combinations';
import { type Figure, figurePlaceholder, figures, figureWords } from './figures';
import { GridCell, Total } from './grid-cell';
import { type Spot, useVariantGrid, type VariantGridState } from './use-variant-grid';

const Head = chakra('th');

/** What a row of cells takes, in pixels. */
const ROW_HEIGHT = 35;

/**
 * Variants with one choice across and another down: typed, filled, pasted as a block. Arrow keys go from cell to cell;
 * Ctrl D fills down, Ctrl R to the right.
 */
export function VariantGrid({ stocked }: { stocked: readonly OneOfChoice[] }) {
  const [figure, setFigure] = useState<Figure>('onHand');
  const [acrossKey, setAcross] = useState<string | null>(null);
  const [downKey, setDown] = useState<string | null>(null);
  const axes = axesOf(stocked, acrossKey, downKey);
  return axes && <Grid shown={{ stocked, axes, figure }} onFigure={setFigure} onAcross={setAcross} onDown={setDown} />;
}

interface GridProps {
  shown: { readonly stocked: readonly OneOfChoice[]; readonly axes: Axes; readonly figure: Figure };
  onFigure: (figure: Figure) => void;
  onAcross: (choice: string) => void;
  onDown: (choice: string) => void;
}

function Grid({ shown, ...turn }: GridProps) {
  const table = useRef<HTMLDivElement>(null);
  const grid = useVariantGrid(shown, table);
  return (
    <Stack gap="4" ref={table}>
      <GridTools shown={shown} grid={grid} {...turn} />
      {grid.sections.map((section, place) => (
        <GridSection key={JSON.stringify(section)} shown={shown} grid={grid} section={section} place={place} />
      ))}
      <Text fontSize="sm" color="fg.muted">
        Arrow keys go from cell to cell. A block copied from a spreadsheet can be pasted into any cell; a figure in an
        empty place makes that variant.
      </Text>
    </Stack>
  );
}

/** What the cells show, which way the choices lie, and filling. */
function GridTools({
  shown: { stocked, axes, figure },
  grid,
  onFigure,
  onAcross,
  onDown,
}: GridProps & { grid: VariantGridState }) {
  const { across, down } = axes;
  return (
    <HStack gap="3" wrap="wrap">
      <SelectField
        label="Figure in the cells"
        hideLabel
        small
        width="118px"
        value={figure}
        alternatives={figures.map((value) => ({ value, label: figureWords[value] }))}
        onChange={(value) => onFigure(figures.find((candidate) => candidate === value) ?? 'price')}
      />
      {stocked.length > 1 && (
        <>
          <SelectField
            label="Across"
            hideLabel
            small
            width="136px"
            value={across?.key ?? ''}
            alternatives={stocked
              .filter(({ key }) => key !== down.key)
              .map(({ key, title }) => ({ value: key, label: `${title} across` }))}
            onChange={onAcross}
          />
          <SelectField
            label="Down"
            hideLabel
            small
            width="136px"
            value={down.key}
            alternatives={stocked.map(({ key, title }) => ({ value: key, label: `${title} down` }))}
            onChange={(key) => {
              if (key === across?.key) onAcross(down.key);
              onDown(key);
            }}
          />
        </>
      )}
      <HStack gap="1">
        <Button
          size="xs"
          variant="ghost"
          colorPalette="ink"
          disabled={!grid.focused}
          title="Ctrl D"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => grid.fill('down')}
        >
          <ArrowDownToLine size={14} aria-hidden /> Fill down
        </Button>
        <Button
          size="xs"
          variant="ghost"
          colorPalette="ink"
          disabled={!grid.focused}
          title="Ctrl R"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => grid.fill('right')}
        >
          <ArrowRightToLine size={14} aria-hidden /> Fill right
        </Button>
      </HStack>
    </HStack>
  );
}

/** The table of one section: of the options of all choices that lie neither across nor down. */
function GridSection({
  shown: { stocked, axes, figure },
  grid,
  section,
  place,
}: Pick<GridProps, 'shown'> & { grid: VariantGridState; section: Combination; place: number }) {
  const { product, program } = useEditing();
  const { down } = axes;
  const { rows, columns, counts, combinationAt, indexAt, textAt, add, hands, faultAt, focused } = grid;
  const body = useRef<HTMLTableSectionElement>(null);
  const { drawn, roomBefore, roomAfter } = useLongRows(
    body,
    rows.length,
    ROW_HEIGHT,
    focused?.[0] === place ? focused[1] : -1,
  );
  return (
    <Box overflowX="auto">
      {Object.keys(section).length > 0 && (
        <Heading as="h3" size="sm" mb="2">
          {combinationTitle(
            section,
            stocked.filter(({ key }) => section[key] !== undefined),
          )}
        </Heading>
      )}
      <chakra.table
        css={{ borderCollapse: 'collapse', fontVariantNumeric: 'tabular-nums' }}
        aria-label={`Variants: ${figureWords[figure]}`}
      >
        <ColumnHeads down={down.title} columns={columns} figure={figure} />
        <tbody ref={body}>
          {drawn.map((y, drawnAt) => {
            const row = rows[y];
            const spots = columns.map((_, x): Spot => [place, y, x]);
            const missing = spots.filter((spot) => indexAt(spot) < 0).length;
            return (
              row && (
                <Fragment key={row.key}>
                  <RowsLeftOut height={roomBefore(drawnAt)} />
                  <tr>
                    <RowHead title={row.title} onAdd={missing > 1 ? () => add(spots) : null} />
                    {spots.map((spot, x) => {
                      const variant = product.variants[indexAt(spot)];
                      const title = combinationTitle(combinationAt(spot) ?? {}, stocked);
                      return (
                        <GridCell
                          key={columns[x]?.key ?? ''}
                          section={place}
                          row={y}
                          column={x}
                          title={title}
                          figure={figure}
                          variant={variant}
                          text={textAt(spot)}
                          placeholder={variant ? figurePlaceholder(figure, variant, product, program) : ''}
                          unbooked={counts.has(title) && figure === 'onHand'}
                          fault={faultAt(indexAt(spot))}
                          hands={hands}
                        />
                      );
                    })}
                    <Total figure={figure} spots={spots} indexAt={indexAt} textAt={textAt} />
                  </tr>
                </Fragment>
              )
            );
          })}
          <RowsLeftOut height={roomAfter} />
          <Totals figure={figure} grid={grid} place={place} />
        </tbody>
      </chakra.table>
    </Box>
  );
}

/** The last line: of each column, and of all of them. */
function Totals({ figure, grid, place }: { figure: Figure; grid: VariantGridState; place: number }) {
  const { rows, columns, indexAt, textAt } = grid;
  return (
    <tr>
      <Head p="1.5" textAlign="start" fontSize="xs" color="fg.muted" scope="row">
        {figure === 'onHand' ? 'together' : 'kept'}
      </Head>
      {columns.map((column, x) => (
        <Total
          key={column?.key ?? ''}
          figure={figure}
          spots={rows.map((_, y): Spot => [place, y, x])}
          indexAt={indexAt}
          textAt={textAt}
        />
      ))}
      <Total
        figure={figure}
        spots={rows.flatMap((_, y) => columns.map((__, x): Spot => [place, y, x]))}
        indexAt={indexAt}
        textAt={textAt}
      />
    </tr>
  );
}

function RowHead({ title, onAdd }: { title: string; onAdd: (() => void) | null }) {
  return (
    <Head p="1.5" textAlign="start" fontWeight="600" scope="row" whiteSpace="nowrap">
      {title}
      {onAdd && (
        <Button
          ml="2"
          size="2xs"
          variant="ghost"
          colorPalette="oak"
          aria-label={`Add the row ${title}`}
          onClick={onAdd}
        >
          <Plus size={12} aria-hidden /> row
        </Button>
      )}
    </Head>
  );
}

function ColumnHeads({
  down,
  columns,
  figure,
}: {
  down: string;
  columns: VariantGridState['columns'];
  figure: Figure;
}) {
  return (
    <thead>
      <tr>
        <Head p="1.5" textAlign="start" fontSize="sm" color="fg.muted" scope="col">
          {down}
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
  );
}
