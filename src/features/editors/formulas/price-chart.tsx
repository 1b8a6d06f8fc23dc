'use client';

import { Box, HStack, Stack, Text, useToken } from '@chakra-ui/react';
import { CategoryScale, Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js';
import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { formatMoney, minorUnits } from '@/core/money';
import { Exact } from '@/core/number';
import { type CurvePoint, type PriceCurve, priceCurve } from '@/core/pricing';
import { formatQuantity, requireUnit, unitByCode } from '@/core/quantity';
import { type SelectionState } from '@/features/kit/selection';
import { SelectField, TextField } from '@/ui/field';
import { canvasColours } from '@/ui/canvas-colour';
import { type MeasuredChoice } from './trials';

Chart.register(LineController, LineElement, PointElement, LinearScale, CategoryScale, Tooltip);

const PARTS = 120;
const MOST_TOLD = 4;

/** The price against one measure, everything else as at the Counter, with its breaks. */
export function PriceChart({ selection, inputs }: { selection: SelectionState; inputs: readonly MeasuredChoice[] }) {
  const [key, setKey] = useState(inputs[0]?.key ?? '');
  const [bounds, setBounds] = useState<Readonly<Record<string, { from: string; to: string }>>>({});
  const choice = inputs.find((candidate) => candidate.key === key) ?? inputs[0];
  const later = useDeferredValue(selection);
  const said = bounds[choice?.key ?? ''];
  const from = said?.from ?? choice?.min ?? '0';
  const to = said?.to ?? choice?.max ?? '10';
  const curve = useMemo(() => (choice ? curveOf(later, choice, from, to) : null), [later, choice, from, to]);
  if (!choice) return null;
  const unit = choice.kind === 'measure' ? (unitByCode(choice.unit) ?? requireUnit('1')) : requireUnit('1');
  const write = (value: Exact) =>
    choice.kind === 'measure' ? formatQuantity({ value: value.rounded(4), unit }) : value.rounded(4).toString();
  const { currency } = selection.resolution;
  const setBound = (which: 'from' | 'to', value: string) =>
    setBounds({ ...bounds, [choice.key]: { from, to, [which]: value } });
  const here = selection.resolution.counted.find((counted) => counted.choice === choice.key)?.value;
  const at = here === undefined ? null : Exact.parse(here);
  const price = selection.resolution.unitPrice === null ? null : Exact.parse(selection.resolution.unitPrice);
  return (
    <Stack gap="3" as="section" aria-label="Price chart">
      <HStack gap="3" align="end" wrap="wrap">
        <Box w="220px">
          <SelectField
            label="Price against"
            value={choice.key}
            alternatives={inputs.map((input) => ({ value: input.key, label: input.title || input.key }))}
            onChange={setKey}
          />
        </Box>
        <Box w="96px">
          <TextField label="from" inputMode="decimal" value={from} onChange={(value) => setBound('from', value)} />
        </Box>
        <Box w="96px">
          <TextField label="to" inputMode="decimal" value={to} onChange={(value) => setBound('to', value)} />
        </Box>
        <Text pb="2">{choice.kind === 'measure' ? unit.symbol : ''}</Text>
      </HStack>
      {curve === null ? (
        <Text color="brick.fg" fontSize="sm">
          Give two numbers, the smaller first.
        </Text>
      ) : curve.pieces.length === 0 ? (
        <Text color="fg.muted">There is no price in this range while the Counter’s other answers are as they are.</Text>
      ) : (
        <>
          <Drawing
            curve={curve}
            here={at && price ? { at, price } : null}
            title={choice.title}
            unit={choice.kind === 'measure' ? unit.symbol : ''}
            currency={currency}
          />
          {curve.breaks.length > 0 && (
            <Text fontSize="sm" color="fg.muted">
              It jumps{' '}
              {curve.breaks
                .slice(0, MOST_TOLD)
                .map(
                  ({ before, after }) =>
                    `after ${write(before.at)} from ${formatMoney(before.price, currency)} to ${formatMoney(after.price, currency)}`,
                )
                .join('; ')}
              {curve.breaks.length > MOST_TOLD ? `; and ${curve.breaks.length - MOST_TOLD} times more` : ''}.
            </Text>
          )}
        </>
      )}
    </Stack>
  );
}

/** @returns null when the range can't be read */
function curveOf(
  { attempt, resolution }: SelectionState,
  { key, step, min }: MeasuredChoice,
  from: string,
  to: string,
): PriceCurve | null {
  const [start, end] = [Exact.parse(from.trim().replace(',', '.')), Exact.parse(to.trim().replace(',', '.'))];
  if (!start || !end || !end.isMore(start)) return null;
  const grain = Exact.of(2, 10 ** (minorUnits(resolution.currency) ?? 2));
  const every = step === null ? null : Exact.parse(step);
  const origin = (min === null ? null : Exact.parse(min)) ?? Exact.zero;
  // What goes in steps has a price on the steps only; between them it is drawn as at the next one.
  const answer = (at: Exact) =>
    every && every.sign() > 0 ? origin.plus(every.times(Exact.of(at.minus(origin).over(every).ceiling()))) : at;
  return priceCurve((at) => attempt({ [key]: answer(at.rounded(9)).toString() }).unitPrice, start, end, PARTS, grain);
}

const xy = ({ at, price }: CurvePoint) => ({ x: at.toApproximateNumber(), y: price.toApproximateNumber() });

interface DrawingProps {
  curve: PriceCurve;
  here: CurvePoint | null;
  title: string;
  unit: string;
  currency: string;
}

function Drawing({ curve, here, title, unit, currency }: DrawingProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [line, mark, jump, ink, grid] = useToken('colors', [
    'lichen.solid',
    'copper.solid',
    'brick.solid',
    'fg.muted',
    'border',
  ]);
  useEffect(() => {
    if (!canvas.current) return;
    const colour = canvasColours(canvas.current);
    const ends = new Set(curve.breaks.flatMap(({ before, after }) => [before, after]));
    const chart = new Chart(canvas.current, {
      type: 'line',
      data: {
        datasets: [
          ...curve.pieces.map((piece) => ({
            data: piece.map(xy),
            borderColor: colour(line),
            borderWidth: 2,
            pointRadius: piece.map((point) => (ends.has(point) ? 3.5 : 0)),
            pointHitRadius: 6,
            pointBackgroundColor: piece.map((point) => (point === piece[0] ? colour(jump) : '#fff')),
            pointBorderColor: colour(jump),
          })),
          ...(here
            ? [
                {
                  data: [xy(here)],
                  showLine: false,
                  pointRadius: 6,
                  pointBackgroundColor: colour(mark),
                  pointBorderColor: colour(mark),
                },
              ]
            : []),
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: {
          x: {
            type: 'linear',
            title: { display: true, text: unit ? `${title} (${unit})` : title, color: colour(ink) },
            ticks: { color: colour(ink) },
            grid: { color: colour(grid) },
          },
          y: {
            beginAtZero: true,
            ticks: {
              color: colour(ink),
              callback: (value) => formatMoney(Exact.from(Number(value).toFixed(2)), currency),
            },
            grid: { color: colour(grid) },
          },
        },
        plugins: {
          tooltip: {
            callbacks: {
              title: ([item]) => (item ? `${item.parsed.x ?? 0} ${unit}` : ''),
              label: ({ parsed }) => formatMoney(Exact.from((parsed.y ?? 0).toFixed(2)), currency),
            },
          },
          legend: { display: false },
        },
      },
    });
    return () => chart.destroy();
  }, [curve, here, title, unit, currency, line, mark, jump, ink, grid]);
  const [first] = curve.pieces[0] ?? [];
  const last = curve.pieces.at(-1)?.at(-1);
  const words =
    first && last
      ? `Price against ${title}: from ${formatMoney(first.price, currency)} to ${formatMoney(last.price, currency)}`
      : `Price against ${title}`;
  return (
    <Box h="260px" position="relative">
      <canvas ref={canvas} role="img" aria-label={words} />
    </Box>
  );
}
