'use client';

import { Box, Button, chakra, Grid, Heading, HStack, Input, Stack, Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Exact } from '@/core/number';
import { unitByCode } from '@/core/quantity';
import { quantityWords } from '@/core/words';
import { anything, send, wordsOf } from '@/features/kit/shared';
import { type CuttingJob } from '@/services/stock/ledger/cutting';
import { FaultLine } from '@/ui/fault-line';
import { SelectField } from '@/ui/field';
import { sayDone } from '@/ui/toasts';
import { When } from '@/ui/when';
import { type CutRow, type LotUse, reportOf, splitRow, usesOf } from './cut-report';

/** What is cut for one order from one stock item: the plan, changed where it was cut otherwise, and confirmed. */
export function CuttingJobCard({ job }: { job: CuttingJob }) {
  const router = useRouter();
  const [rows, setRows] = useState<readonly CutRow[]>(
    job.planned.map(({ lot, length, count }) => ({ lot, length, count })),
  );
  const [measured, setMeasured] = useState<Readonly<Record<number, string>>>({});
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState<'confirm' | 'plan' | null>(null);
  const words = (value: string) => quantityWords({ value, unit: job.unit });
  const uses = usesOf(job, rows);
  const waiting = rows.some(({ lot }) => lot === null);
  const tooLong = uses.find((use) => use.tooLong);
  const address = `/api/manage/cutting/${job.order}/${encodeURIComponent(job.stock)}`;

  const act = async (what: 'confirm' | 'plan') => {
    setBusy(what);
    setFault(undefined);
    try {
      if (what === 'confirm') await send('POST', address, reportOf(uses, measured), anything);
      else await send('POST', `${address}/plan`, {}, anything);
      sayDone(what === 'confirm' ? `Cut for order ${job.order}; what is left is back in stock` : 'Planned again');
      router.refresh();
    } catch (error) {
      setFault(wordsOf(error));
    } finally {
      setBusy(null);
    }
  };
  const label = `Order ${job.order}, ${job.title}`;
  return (
    <Box
      as="article"
      aria-label={label}
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
      p="5"
      css={{ breakInside: 'avoid' }}
    >
      <HStack justify="space-between" align="start" wrap="wrap" mb="3">
        <Box>
          <Heading as="h2" size="lg">
            {job.title}
          </Heading>
          <Text color="fg.muted">
            <PageLink href={`/manage/orders/${job.order}`} style={{ textDecoration: 'underline' }}>
              Order {job.order}
            </PageLink>
            , {job.customerName}, <When at={job.placedAt} />
          </Text>
        </Box>
        <Text textAlign="end">{job.contents.join(', ')}</Text>
      </HStack>
      <CutRows job={job} rows={rows} onChange={setRows} />
      <LotsUsed job={job} uses={uses} measured={measured} onMeasured={setMeasured} />
      {tooLong && (
        <FaultLine mt="2">{`${tooLong.lot.label} is too short for that: ${words(tooLong.lot.free)} of it are free.`}</FaultLine>
      )}
      <FaultLine mt="2" role="alert">
        {fault}
      </FaultLine>
      <HStack mt="4" gap="2">
        <Button
          loading={busy === 'confirm'}
          disabled={waiting || tooLong !== undefined || busy !== null}
          onClick={() => void act('confirm')}
        >
          Confirm the cuts
        </Button>
        <Button variant="outline" loading={busy === 'plan'} disabled={busy !== null} onClick={() => void act('plan')}>
          Plan again
        </Button>
        {waiting && (
          <Text color="fg.muted">Some pieces wait for a lot that is long enough. Plan again when one has come in.</Text>
        )}
      </HStack>
    </Box>
  );
}

const MOST_DRAWN = 60;

/** A lot with its cuts, drawn to scale. */
function LotBar({ use, unit, smallestOffcut }: { use: LotUse; unit: string; smallestOffcut: string | null }) {
  const length = Exact.from(use.lot.left);
  const share = (value: Exact) => `${(length.sign() === 0 ? 0 : value.over(length).toApproximateNumber()) * 100}%`;
  const pieces = use.rows.flatMap((row) => Array.from({ length: row.count }, () => row.length)).slice(0, MOST_DRAWN);
  const scrap =
    use.lot.promised.length === 0 && (smallestOffcut === null || use.left.isLess(Exact.from(smallestOffcut)));
  const rest =
    use.left.sign() === 0
      ? 'nothing left'
      : `${quantityWords({ value: use.left.toString(), unit })} ${scrap ? 'too short to keep' : 'goes back'}`;
  return (
    <Box>
      <HStack gap="2px" h="26px" bg="bg.muted" borderRadius="l1" overflow="hidden" aria-hidden>
        {pieces.map((piece, index) => (
          <Box
            key={index}
            h="full"
            bg="copper.solid"
            color="copper.contrast"
            fontSize="xs"
            display="grid"
            placeItems="center"
            overflow="hidden"
            flexShrink={0}
            style={{ width: share(Exact.from(piece)) }}
          >
            {pieces.length <= 12 && piece}
          </Box>
        ))}
      </HStack>
      <Text fontSize="xs" color="fg.muted" mt="0.5">
        {quantityWords({ value: use.lot.left, unit })} now; {rest}
      </Text>
    </Box>
  );
}

/** What is cut from which lot. */
function CutRows({
  job,
  rows,
  onChange: setRows,
}: {
  job: CuttingJob;
  rows: readonly CutRow[];
  onChange: (rows: readonly CutRow[]) => void;
}) {
  const words = (value: string) => quantityWords({ value, unit: job.unit });
  return (
    <Stack gap="1.5" mb="4">
      {rows.map((row, index) => (
        <HStack key={index} gap="2">
          <Text minW="120px" fontWeight="600" fontVariantNumeric="tabular-nums">
            {row.count} × {words(row.length)}
          </Text>
          <Text>from</Text>
          <SelectField
            small
            hideLabel
            label={`Lot of ${row.count} × ${words(row.length)}, order ${job.order}`}
            width="250px"
            value={row.lot === null ? '' : String(row.lot)}
            alternatives={[
              ...(row.lot === null ? [{ value: '', label: 'no lot yet: none is long enough' }] : []),
              ...job.lots.map(({ id, label: name, free }) => ({
                value: String(id),
                label: `${name}, ${words(free)} free`,
              })),
            ]}
            onChange={(lot) =>
              setRows(rows.map((other, place) => (place === index ? { ...other, lot: Number(lot) } : other)))
            }
          />
          {row.count > 1 && (
            <Button size="xs" variant="ghost" colorPalette="ink" onClick={() => setRows(splitRow(rows, index))}>
              Cut from another lot
            </Button>
          )}
        </HStack>
      ))}
    </Stack>
  );
}

/** The lots that are cut, drawn to scale, and what is left of each as it was measured. */
function LotsUsed({
  job,
  uses,
  measured,
  onMeasured: setMeasured,
}: {
  job: CuttingJob;
  uses: readonly LotUse[];
  measured: Readonly<Record<number, string>>;
  onMeasured: (measured: Readonly<Record<number, string>>) => void;
}) {
  const symbol = unitByCode(job.unit)?.symbol ?? job.unit;
  return (
    <Stack gap="2.5">
      {uses.map((use) => (
        <Grid key={use.lot.id} templateColumns="96px minmax(0, 1fr) 240px" gap="3" alignItems="center">
          <Text fontWeight="600">{use.lot.label}</Text>
          <LotBar use={use} unit={job.unit} smallestOffcut={job.smallestOffcut} />
          <HStack gap="2" justify="end">
            <chakra.label htmlFor={`left-${job.order}-${use.lot.id}`}>Left over</chakra.label>
            <Input
              id={`left-${job.order}-${use.lot.id}`}
              size="sm"
              w="88px"
              textAlign="end"
              inputMode="decimal"
              bg="bg.panel"
              borderColor="border.emphasized"
              placeholder={use.left.toString()}
              value={measured[use.lot.id] ?? ''}
              onChange={(event) => setMeasured({ ...measured, [use.lot.id]: event.target.value })}
            />
            <Text w="6">{symbol}</Text>
          </HStack>
        </Grid>
      ))}
    </Stack>
  );
}
