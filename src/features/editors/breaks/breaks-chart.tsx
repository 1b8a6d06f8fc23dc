'use client';

import { Box, Stack, Text, useToken } from '@chakra-ui/react';
import {
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { useDeferredValue, useEffect, useMemo, useRef } from 'react';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { checkQuantity, everyOrderable } from '@/core/ordering';
import { type SelectionState } from '@/features/kit/selection';
import { canvasColours } from '@/ui/canvas-colour';

Chart.register(LineController, LineElement, PointElement, LinearScale, CategoryScale, Tooltip, Legend);

/** So many quantities are drawn at most. */
const MOST_POINTS = 160;

/** What so many of a selection cost. */
interface Point {
  readonly quantity: number;
  readonly each: Exact;
  readonly total: Exact;
  /** whether some greater quantity that is drawn costs less */
  readonly isBeaten: boolean;
}

/**
 * Price of one and of all against the quantity, for what is chosen at the Counter; where more cost less than fewer
 * stands out.
 */
export function BreaksChart({ selection }: { selection: SelectionState }) {
  const later = useDeferredValue(selection);
  const points = useMemo(() => pointsOf(later), [later]);
  const { currency } = selection.resolution;
  if (points.length < 2)
    return (
      <Text color="fg.muted">Choose at the Counter what must be chosen: then what more of it costs is drawn here.</Text>
    );
  const beaten = points.filter(({ isBeaten }) => isBeaten);
  const [first, last] = [beaten[0], beaten.at(-1)];
  return (
    <Stack gap="2" as="section" aria-label="Price against quantity">
      <Drawing points={points} currency={currency} />
      <Text fontSize="sm" color={first ? 'brick.fg' : 'fg.muted'}>
        {first && last
          ? `Buying more costs less than buying ${first.quantity === last.quantity ? first.quantity : `${first.quantity} to ${last.quantity}`}.`
          : 'Buying more never costs less than buying fewer.'}{' '}
        As chosen at the Counter.
      </Text>
    </Stack>
  );
}

function pointsOf({ attempt, program, resolution: { orderable } }: SelectionState): Point[] {
  const froms = program.breaks.flatMap(({ steps, over }) =>
    over === 'pieces' ? steps.map(({ from }) => from.toApproximateNumber()) : [],
  );
  const most = Math.max(20, Math.ceil(Math.max(0, ...froms) * 1.4));
  const step = Math.max(1, Math.ceil(most / MOST_POINTS));
  const wanted =
    everyOrderable(orderable, MOST_POINTS)?.map(({ quantity }) => quantity) ??
    [
      ...new Set([
        ...Array.from({ length: Math.ceil(most / step) }, (_, place) => 1 + place * step),
        ...froms.flatMap((from) => [from - 1, from, from + 1]),
      ]),
    ]
      .filter((quantity) => quantity >= 1 && checkQuantity(orderable, quantity) === null)
      .sort((a, b) => a - b);
  const priced = wanted.flatMap((quantity) => {
    const { lineTotal } = attempt({}, quantity);
    return lineTotal ? [{ quantity, total: lineTotal, each: lineTotal.over(Exact.of(quantity)) }] : [];
  });
  let least: Exact | null = null;
  const marked: Point[] = [];
  for (const point of priced.toReversed()) {
    marked.unshift({ ...point, isBeaten: least?.isLess(point.total) ?? false });
    if (!least || point.total.isLess(least)) least = point.total;
  }
  return marked;
}

function Drawing({ points, currency }: { points: readonly Point[]; currency: string }) {
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
    const money = (value: number) => formatMoney(Exact.from(value.toFixed(2)), currency);
    const axis = (title: string, side: 'left' | 'right') =>
      ({
        position: side,
        beginAtZero: true,
        title: { display: true, text: title, color: colour(ink) },
        ticks: { color: colour(ink), callback: (value: string | number) => money(Number(value)) },
        grid: { color: colour(grid), drawOnChartArea: side === 'left' },
      }) as const;
    const chart = new Chart(canvas.current, {
      type: 'line',
      data: {
        labels: points.map(({ quantity }) => quantity),
        datasets: [
          {
            label: 'each',
            yAxisID: 'each',
            data: points.map(({ each }) => each.toApproximateNumber()),
            borderColor: colour(mark),
            backgroundColor: colour(mark),
            borderWidth: 2,
            pointRadius: 0,
            pointHitRadius: 6,
          },
          {
            label: 'all of them',
            yAxisID: 'total',
            data: points.map(({ total }) => total.toApproximateNumber()),
            borderColor: colour(line),
            backgroundColor: colour(line),
            borderWidth: 2,
            pointHitRadius: 6,
            pointRadius: points.map(({ isBeaten }) => (isBeaten ? 3.5 : 0)),
            pointBackgroundColor: colour(jump),
            pointBorderColor: colour(jump),
          },
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        interaction: { mode: 'index', intersect: false },
        scales: {
          x: {
            title: { display: true, text: 'Quantity', color: colour(ink) },
            ticks: { color: colour(ink), maxTicksLimit: 12 },
            grid: { display: false },
          },
          each: axis('each', 'left'),
          total: axis('all of them', 'right'),
        },
        plugins: {
          legend: { labels: { color: colour(ink), boxHeight: 2 } },
          tooltip: { callbacks: { label: ({ parsed, dataset }) => `${dataset.label ?? ''} ${money(parsed.y ?? 0)}` } },
        },
      },
    });
    return () => chart.destroy();
  }, [points, currency, line, mark, jump, ink, grid]);
  const last = points.at(-1);
  return (
    <Box h="280px" position="relative">
      <canvas
        ref={canvas}
        role="img"
        aria-label={`Price of one and of all against the quantity, up to ${last?.quantity ?? 0}`}
      />
    </Box>
  );
}
