'use client';

import { Box, Button, chakra, Heading, HStack, NativeSelect, Stack, Text } from '@chakra-ui/react';
import { type ClashWay, type Decisions, thingName } from '@/core/compared';
import { counted } from '@/core/words';
import { type PlanRow, type PlanView } from '@/services/importing/opened';
import { type ImportStep } from '@/services/importing/watched';
import { ProgressBar } from '@/ui/progress-bar';
import { Slip, type Tone } from '@/ui/text';
import { Tick } from '@/ui/tick';
import { FaultList, Notes } from './told';

const TONES: Readonly<Record<PlanRow['what'], { readonly tone: Tone; readonly words: string }>> = {
  new: { tone: 'lichen', words: 'New' },
  changed: { tone: 'copper', words: 'Changed' },
  clash: { tone: 'brick', words: 'Something else' },
};

/** What of a kind can be under another name, so that both can be kept. */
const CAN_BE_BOTH = new Set<PlanRow['list']>(['stock', 'swatches', 'sheets', 'products']);

/** What is to become of something that both have. */
function WayPick({ row, way, onPick }: { row: PlanRow; way: ClashWay | ''; onPick: (way: ClashWay) => void }) {
  return (
    <NativeSelect.Root size="sm" width="190px" flexShrink={0}>
      <NativeSelect.Field
        aria-label={`What becomes of ${row.title || row.of}`}
        value={way}
        onChange={(event) => onPick(event.currentTarget.value as ClashWay)}
      >
        {way === '' && <option value="">Choose …</option>}
        <option value="theirs">Take the file’s</option>
        <option value="ours">Keep ours</option>
        {CAN_BE_BOTH.has(row.list) && <option value="both">Keep both</option>}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

function Row({
  row,
  decided,
  onDecide,
}: {
  row: PlanRow;
  decided: Decisions;
  onDecide: (name: string, way: ClashWay) => void;
}) {
  const { tone, words } = TONES[row.what];
  const way = decided[thingName(row)] ?? (row.what === 'clash' ? '' : 'theirs');
  return (
    <HStack align="start" justify="space-between" gap="4" py="2.5" borderTopWidth="1px">
      <Box minW="0">
        <HStack gap="2" flexWrap="wrap">
          <Slip tone={tone}>{words}</Slip>
          <Text fontWeight="600">{row.title || row.key}</Text>
          {row.ours !== undefined && <Text color="fg.muted">here {row.ours}</Text>}
        </HStack>
        {row.lines.length > 0 && (
          <chakra.details mt="1" open={row.lines.length <= 3 || row.what === 'clash'}>
            <chakra.summary fontSize="sm" color="fg.muted" cursor="pointer">
              {counted(row.lines.length, 'difference')}
            </chakra.summary>
            <Stack as="ul" gap="0.5" mt="1" pl="4" fontSize="sm" listStyleType="none">
              {row.lines.map((line) => (
                <Text as="li" key={line} overflowWrap="anywhere">
                  {line}
                </Text>
              ))}
            </Stack>
          </chakra.details>
        )}
      </Box>
      {row.what !== 'new' && <WayPick row={row} way={way} onPick={(picked) => onDecide(thingName(row), picked)} />}
    </HStack>
  );
}

/** So many new things of a kind are named at once: more of them are there to be opened. */
const MOST_AT_ONCE = 20;

interface SectionProps {
  of: string;
  rows: readonly PlanRow[];
  decided: Decisions;
  onDecide: (name: string, way: ClashWay) => void;
}

/** What becomes of the things of a kind. */
function Section({ of, rows, decided, onDecide }: SectionProps) {
  const list = rows.map((row) => <Row key={thingName(row)} row={row} decided={decided} onDecide={onDecide} />);
  const areMany = rows.length > MOST_AT_ONCE && rows.every(({ what }) => what === 'new');
  return (
    <Box as="section" aria-label={of}>
      <Heading as="h3" size="sm" mb="1">
        {of}
      </Heading>
      {areMany ? (
        <chakra.details borderTopWidth="1px" pt="2">
          <chakra.summary cursor="pointer">{rows.length} new</chakra.summary>
          {list}
        </chakra.details>
      ) : (
        list
      )}
    </Box>
  );
}

/** How many things there are of each kind of news, in one line. */
function sumWords({ counts }: PlanView): string {
  const { new: fresh, changed, clash, same } = counts;
  return [
    `${fresh} new`,
    `${changed} changed`,
    ...(clash > 0 ? [`${clash} with the name of something else here`] : []),
    ...(same > 0 ? [`${same} the same`] : []),
  ].join(', ');
}

interface Props {
  name: string;
  plan: PlanView;
  decided: Decisions;
  isBusy: boolean;
  withFaults: boolean;
  asDrafts: boolean;
  onAllow: (isAllowed: boolean) => void;
  onDraft: (asDrafts: boolean) => void;
  onDecide: (name: string, way: ClashWay) => void;
  onImport: () => void;
  /** takes it for a supplier’s list, or goes back to its columns; absent for what is no spreadsheet */
  onList?: { readonly words: string; readonly run: () => void };
  onClose: () => void;
  /** how far it has come in; null while it does not */
  step: ImportStep | null;
  onStop: () => void;
}

/** What is done just now, in words. */
const STEP_WORDS: Readonly<Record<ImportStep['doing'], string>> = {
  comparing: 'Comparing the file with what is here',
  checking: 'Checking what it would make faulty',
  writing: 'Writing',
};

/** How far an import has come, and a way to stop it. */
function HowFar({ step, onStop }: { step: ImportStep; onStop: () => void }) {
  const isCounted = step.doing === 'writing';
  return (
    <HStack gap="4" align="end">
      <Stack gap="1.5" flex="1">
        <Text role="status">
          {STEP_WORDS[step.doing]}
          {isCounted ? `: ${step.done} of ${step.of}` : ' …'}
        </Text>
        <ProgressBar label="Imported so far" done={isCounted ? step.done : null} of={isCounted ? step.of : 1} />
      </Stack>
      <Button variant="outline" colorPalette="ink" onClick={onStop}>
        Stop
      </Button>
    </HStack>
  );
}

/** What a file would do, thing by thing, and the decision to let it. */
export function ImportPlan(props: Props) {
  const { name, plan, decided, isBusy, withFaults, onAllow, onDecide, onImport, onClose } = props;
  // What a spreadsheet makes anew is a draft in any case.
  const hasDrafted = plan.rows.some(
    ({ list, what }) => (list === 'products' || list === 'sheets') && (what !== 'new' || !props.onList),
  );
  const lists = [...new Set(plan.rows.map(({ of }) => of))];
  const open = plan.rows.filter((row) => row.what === 'clash' && decided[thingName(row)] === undefined).length;
  return (
    <Stack gap="5">
      <HStack justify="space-between" gap="4" flexWrap="wrap">
        <Box>
          <Heading as="h2" size="lg">
            {name}
          </Heading>
          <Text color="fg.muted">{sumWords(plan)}. Nothing is imported yet.</Text>
        </Box>
        <HStack>
          {props.onList && (
            <Button variant="ghost" onClick={props.onList.run}>
              {props.onList.words}
            </Button>
          )}
          <Button variant="outline" onClick={onClose} disabled={props.step !== null}>
            Discard
          </Button>
          <Button
            onClick={onImport}
            loading={isBusy}
            disabled={(plan.faults.length > 0 && !withFaults) || open > 0 || plan.rows.length === 0}
            title={open > 0 ? `${counted(open, 'decision')} left` : undefined}
          >
            Import
          </Button>
        </HStack>
      </HStack>
      {props.step && <HowFar step={props.step} onStop={props.onStop} />}
      <chakra.fieldset disabled={props.step !== null} display="flex" flexDirection="column" gap="5" minW="0">
        {hasDrafted && (
          <Tick
            label="Products and sheets as drafts: the shop stays as it is until you publish them"
            checked={props.asDrafts}
            onChange={props.onDraft}
          />
        )}
        <FaultList faults={plan.faults}>
          {plan.canComeFaulty && (
            <Box mt="3">
              <Tick
                label="Import all the same. These products can’t be sold until they are fixed."
                checked={withFaults}
                onChange={onAllow}
              />
            </Box>
          )}
        </FaultList>
        <Notes notes={plan.notes} />
        {open > 0 && (
          <Text color="brick.fg">
            {counted(open, 'thing')} in the file {open === 1 ? 'has' : 'have'} the name of something else here. Choose
            what becomes of {open === 1 ? 'it' : 'each'}.
          </Text>
        )}
        {plan.rows.length === 0 && <Text>Nothing differs: the shop has all of it already.</Text>}
        {lists.map((of) => (
          <Section
            key={of}
            of={of}
            rows={plan.rows.filter((row) => row.of === of)}
            decided={decided}
            onDecide={onDecide}
          />
        ))}
        {plan.more > 0 && <Text color="fg.muted">And {plan.more} more.</Text>}
      </chakra.fieldset>
    </Stack>
  );
}
