'use client';

import { Box, HStack, Text, useToken } from '@chakra-ui/react';
import { Chart, LinearScale, LineController, LineElement, PointElement, ScatterController, Tooltip } from 'chart.js';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type MarginCloud } from '@/core/analysis';
import { hasOptions } from '@/core/catalog';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { counted } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { canvasColours } from '@/ui/canvas-colour';
import { SelectField } from '@/ui/field';

Chart.register(ScatterController, LineController, LineElement, PointElement, LinearScale, Tooltip);

/**
 * Price against margin of selections, with the floor; what has an option can be marked, to see whether it brings the
 * margin down.
 */
export function MarginChart({
  cloud: { points, isWhole },
  floor,
  currency,
}: {
  cloud: MarginCloud;
  floor: string | null;
  currency: string;
}) {
  const { program } = useEditing();
  const [marked, setMarked] = useState('');
  const options = useMemo(
    () =>
      program.product.choices.flatMap((choice) =>
        hasOptions(choice)
          ? choice.options.map(({ key, title }) => ({
              value: `${choice.key} ${key}`,
              label: `${choice.title}: ${title}`,
            }))
          : [],
      ),
    [program],
  );
  const having = useMemo(() => points.filter(({ picks }) => picks.includes(marked)), [points, marked]);
  if (points.length < 2) return null;
  const mean = (list: typeof points) => list.reduce((sum, { margin }) => sum + margin, 0) / Math.max(1, list.length);
  const without = points.filter((point) => !having.includes(point));
  const difference = having.length > 0 && without.length > 0 ? mean(having) - mean(without) : null;
  return (
    <Box as="section" aria-label="Price against margin">
      <HStack justify="space-between" wrap="wrap" mb="2">
        <Text fontSize="sm" color="fg.muted">
          {isWhole ? counted(points.length, 'selection') : `${counted(points.length, 'selection')} from all over`}:
          price across, margin up{floor === null ? '' : `, floor of ${floor} % as a line`}.
        </Text>
        {options.length > 0 && (
          <SelectField
            small
            hideLabel
            label="Mark what has an option"
            width="240px"
            value={marked}
            alternatives={[{ value: '', label: 'Mark what has …' }, ...options]}
            onChange={setMarked}
          />
        )}
      </HStack>
      <Drawing points={points} having={having} floor={floor} currency={currency} />
      {difference !== null && (
        <Text fontSize="sm" mt="1">
          With it selections earn {formatMoney(Exact.from(Math.abs(difference).toFixed(2)), currency)}{' '}
          {difference < 0 ? 'less' : 'more'} on the average.
        </Text>
      )}
    </Box>
  );
}

function Drawing({
  points,
  having,
  floor,
  currency,
}: {
  points: MarginCloud['points'];
  having: MarginCloud['points'];
  floor: string | null;
  currency: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [usual, mark, below, ink, grid] = useToken('colors', [
    'lichen.solid',
    'copper.solid',
    'brick.solid',
    'fg.muted',
    'border',
  ]);
  useEffect(() => {
    if (!canvas.current) return;
    const colour = canvasColours(canvas.current);
    const share = Number(floor ?? 0) / 100;
    const money = (value: number) => formatMoney(Exact.from(value.toFixed(2)), currency);
    const axis = (title: string) => ({
      title: { display: true, text: title, color: colour(ink) },
      ticks: { color: colour(ink), callback: (value: string | number) => money(Number(value)) },
      grid: { color: colour(grid) },
    });
    const most = Math.max(...points.map(({ price }) => price));
    const least = Math.min(...points.map(({ price }) => price));
    const chosen = new Set(having);
    const colours = points.map((point) =>
      colour(chosen.has(point) ? mark : point.margin < point.price * share ? below : usual),
    );
    const chart = new Chart(canvas.current, {
      type: 'scatter',
      data: {
        datasets: [
          {
            data: points.map(({ price, margin }) => ({ x: price, y: margin })),
            pointRadius: points.map((point) => (chosen.has(point) ? 4 : 2.5)),
            pointBackgroundColor: colours,
            pointBorderColor: colours,
          },
          ...(floor === null
            ? []
            : [
                {
                  type: 'line' as const,
                  data: [least, most].map((price) => ({ x: price, y: price * share })),
                  borderColor: colour(below),
                  borderWidth: 1.5,
                  borderDash: [5, 4],
                  pointRadius: 0,
                },
              ]),
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: { x: axis('price of one'), y: axis('earned') },
        plugins: {
          legend: { display: false },
          tooltip: {
            callbacks: {
              label: ({ dataIndex, datasetIndex }) =>
                datasetIndex === 0
                  ? [
                      points[dataIndex]?.words || 'as it is',
                      `${money(points[dataIndex]?.price ?? 0)}, earns ${money(points[dataIndex]?.margin ?? 0)}`,
                    ]
                  : 'floor',
            },
          },
        },
      },
    });
    return () => chart.destroy();
  }, [points, having, floor, currency, usual, mark, below, ink, grid]);
  return (
    <Box h="240px" position="relative">
      <canvas ref={canvas} role="img" aria-label={`Price against margin of ${points.length} selections`} />
    </Box>
  );
}
