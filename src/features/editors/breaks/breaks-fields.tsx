'use client';

import { Box, HStack, Stack, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { readBreakList } from '@/core/exchange';
import { Exact } from '@/core/number';
import { type Breaks } from '@/core/pricing';
import { type Path } from '@/core/problems';
import { type Unit } from '@/core/quantity';
import { useFaultAt } from '@/features/editors/frame';
import { PasteDialog, SmallTable } from '@/features/editors/fields';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TypedInput } from '@/ui/field';
import { Suggestions } from '@/ui/suggestions';

const COUNTING = [
  { value: 'allUnits', label: 'all pieces cost' },
  { value: 'graduated', label: 'only further pieces cost' },
] as const;

const ACROSS = [
  { value: 'line', label: 'in one order line' },
  { value: 'product', label: 'in all lines of this product' },
  { value: 'together', label: 'together with products of the group' },
] as const;

interface Props {
  breaks: Breaks;
  /** where it stands in the definition */
  path: Path;
  /** tells the fields of several tables on one page apart; empty where there is only one */
  of?: string;
  /** what the product is sold by; null for one at a time */
  unit: Unit | null;
  /** whether it may take of the whole price */
  ofAll: boolean;
  /** names of groups that other products are counted in */
  groups: readonly string[];
  onChange: (change: Partial<Breaks>) => void;
}

/** What more of something costs: a sentence, and a small table. */
export function BreaksFields({ breaks, path, of = '', unit, ofAll, groups, onChange }: Props) {
  const { counting, over, across, together, gives, steps } = breaks;
  const named = (label: string) => (of === '' ? label : `${label} of ${of}`);
  const givesWays = [
    { value: 'price', label: of === '' || ofAll ? 'another price' : 'another amount' },
    { value: 'less', label: 'so much less' },
    { value: 'percent', label: of === '' || ofAll ? 'percent off the base price' : 'percent off it' },
    ...(ofAll ? [{ value: 'percentOfAll', label: 'percent off all that is chosen' }] : []),
  ];
  const overWays = [
    { value: 'pieces', label: 'pieces' },
    ...(unit || over === 'measure' ? [{ value: 'measure', label: unit?.words[1] ?? 'what is measured' }] : []),
    ...(of !== '' && !ofAll ? [{ value: 'options', label: 'number of this option' }] : []),
  ];
  return (
    <Stack gap="4">
      <HStack gap="2" wrap="wrap">
        <Text>Count the</Text>
        <SelectField
          label={named('What is counted')}
          hideLabel
          width={of !== '' && !ofAll ? '200px' : '120px'}
          value={over}
          alternatives={overWays}
          onChange={(value) =>
            onChange({ over: (['measure', 'options'] as const).find((way) => way === value) ?? 'pieces' })
          }
        />
        <SelectField
          label={named('Where it is counted')}
          hideLabel
          width="270px"
          value={across}
          alternatives={ACROSS}
          onChange={(value) => onChange({ across: ACROSS.find((way) => way.value === value)?.value ?? 'line' })}
        />
        {across === 'together' && (
          <>
            <TypedInput
              aria-label={named('Group that is counted together')}
              w="140px"
              list="break-groups"
              maxLength={60}
              placeholder="Jars"
              value={together}
              onChange={(value) => onChange({ together: value })}
            />
            <Suggestions id="break-groups" values={groups} />
          </>
        )}
      </HStack>
      <HStack gap="2" wrap="wrap">
        <Text>From each break:</Text>
        <SelectField
          label={named('Which of them')}
          hideLabel
          width="180px"
          value={counting}
          alternatives={COUNTING}
          onChange={(value) => onChange({ counting: value === 'graduated' ? 'graduated' : 'allUnits' })}
        />
        <SelectField
          label={named('What the steps say')}
          hideLabel
          width="270px"
          value={gives}
          alternatives={givesWays}
          onChange={(value) =>
            onChange({
              gives: (['price', 'less', 'percent', 'percentOfAll'] as const).find((way) => way === value) ?? 'price',
            })
          }
        />
      </HStack>
      {(['over', 'together', 'gives', 'steps'] as const).map((field) => (
        <FaultAt key={field} path={[...path, field]} />
      ))}
      <FaultAt path={path} />
      <Steps
        steps={steps}
        path={path}
        named={named}
        heads={headsOf(breaks, unit)}
        onChange={(changed) => onChange({ steps: changed })}
      />
    </Stack>
  );
}

function headsOf({ counting, over, gives }: Breaks, unit: Unit | null): readonly [string, string] {
  const from = `${counting === 'graduated' ? 'Beyond' : 'From'}${over === 'measure' && unit ? ` (${unit.symbol})` : ''}`;
  const each = over === 'measure' && unit ? ` / ${unit.symbol}` : '';
  return [
    from,
    { price: `Price${each}`, less: `Less${each}`, percent: 'Percent less', percentOfAll: 'Percent less' }[gives],
  ];
}

function FaultAt({ path }: { path: Path }) {
  return <FaultLine>{useFaultAt(...path)}</FaultLine>;
}

/** So many steps a table has at most. */
const MOST_STEPS = 40;

interface StepsProps {
  steps: Breaks['steps'];
  path: Path;
  named: (label: string) => string;
  heads: readonly [string, string];
  onChange: (steps: Breaks['steps']) => void;
}

function Steps({ steps, path, named, heads, onChange }: StepsProps) {
  const [pasting, setPasting] = useState(false);
  const edit = (index: number, change: Partial<Breaks['steps'][number]>) =>
    onChange(steps.map((step, place) => (place === index ? { ...step, ...change } : step)));
  const last = steps.at(-1);
  const next = (last && Exact.parse(last.from)?.times(Exact.of(2)).toString()) ?? '10';
  return (
    <>
      <SmallTable
        label={named('Steps')}
        heads={heads}
        rows={steps}
        cells={(step, index) => (
          <>
            <Table.Cell>
              <StepCell
                label={named(`Step ${index + 1}: ${heads[0].toLowerCase()}`)}
                path={[...path, 'steps', index, 'from']}
                value={step.from}
                onChange={(from) => edit(index, { from })}
              />
            </Table.Cell>
            <Table.Cell>
              <StepCell
                label={named(`Step ${index + 1}: ${heads[1].toLowerCase()}`)}
                path={[...path, 'steps', index, 'value']}
                value={step.value}
                onChange={(value) => edit(index, { value })}
              />
              <FaultAt path={[...path, 'steps', index]} />
            </Table.Cell>
          </>
        )}
        removes={(_, index) => `Take step ${index + 1} away`}
        least={0}
        most={MOST_STEPS}
        adds="Add a step"
        pastes="Paste a table"
        onAdd={() => onChange([...steps, { from: next, value: last?.value ?? '' }])}
        onPaste={() => setPasting(true)}
        onRemove={(index) => onChange(steps.filter((_, place) => place !== index))}
      />
      <PasteDialog
        open={pasting}
        title="Paste steps"
        help="A line each: from how many on, and what it is then. The table takes the place of the one that is there."
        label="Steps to paste"
        placeholder={'10\t4.50\n50\t4.00'}
        read={readBreakList}
        faultOf={({ fault }) => fault}
        columns={[
          { head: heads[0], end: true },
          { head: heads[1], end: true },
        ]}
        cells={({ step }) => (
          <>
            <Table.Cell textAlign="end">{step?.from}</Table.Cell>
            <Table.Cell textAlign="end">{step?.value}</Table.Cell>
          </>
        )}
        noun="step"
        onClose={() => setPasting(false)}
        onTake={(right) => onChange(right.flatMap(({ step }) => step ?? []).slice(0, MOST_STEPS))}
      />
    </>
  );
}

function StepCell({
  label,
  path,
  value,
  onChange,
}: {
  label: string;
  path: Path;
  value: string;
  onChange: (value: string) => void;
}) {
  const fault = useFaultAt(...path);
  return (
    <Box>
      <TypedInput
        aria-label={label}
        aria-invalid={fault !== undefined}
        w="112px"
        textAlign="end"
        inputMode="decimal"
        value={value}
        borderColor={fault ? 'brick.solid' : 'border.emphasized'}
        onChange={onChange}
      />
      <FaultLine>{fault}</FaultLine>
    </Box>
  );
}
