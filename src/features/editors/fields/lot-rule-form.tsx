'use client';

import { Box, Button, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { canLieInLots } from '@/core/exchange';
import { unitByCode } from '@/core/quantity';
import { type LotKind, lotKinds } from '@/core/stock';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type StockFigures } from '@/services/stock/ledger/figures';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';

/** What lots are called. */
export const LOT_WORDS: Readonly<Record<LotKind, string>> = {
  roll: 'rolls',
  board: 'boards',
  bar: 'bars',
  sheet: 'sheets',
};

export interface LotRuleText {
  readonly kind: LotKind;
  readonly kerf: string;
  readonly smallestOffcut: string;
}

/** The rule as it is sent: an empty offcut keeps none. */
export function ruleOf({ kind, kerf, smallestOffcut }: LotRuleText) {
  return { kind, kerf: kerf.trim() || '0', smallestOffcut: smallestOffcut.trim() || null };
}

/** What lots are, and how they are cut. */
export function LotRuleFields({
  rule,
  unit,
  onChange,
}: {
  rule: LotRuleText;
  unit: string;
  onChange: (rule: LotRuleText) => void;
}) {
  const symbol = unitByCode(unit)?.symbol ?? unit;
  return (
    <>
      <SelectField
        label="The lots are"
        value={rule.kind}
        alternatives={lotKinds.map((kind) => ({ value: kind, label: LOT_WORDS[kind] }))}
        onChange={(kind) => onChange({ ...rule, kind: lotKinds.find((known) => known === kind) ?? 'roll' })}
      />
      <SimpleGrid columns={2} gap="4">
        <TextField
          label={`A cut takes (${symbol})`}
          value={rule.kerf}
          placeholder="nothing"
          onChange={(kerf) => onChange({ ...rule, kerf })}
          help="The kerf, as in 3 mm."
        />
        <TextField
          label={`Keep offcuts from (${symbol})`}
          value={rule.smallestOffcut}
          placeholder="keep none"
          onChange={(smallestOffcut) => onChange({ ...rule, smallestOffcut })}
          help="Shorter offcuts are scrapped."
        />
      </SimpleGrid>
    </>
  );
}

/** Says how a stock item is cut from its lots, or begins to count it in lots. */
export function LotRuleForm({ item }: { item: StockFigures }) {
  const { lying } = item;
  const [rule, setRule] = useState<LotRuleText>({
    kind: lying?.kind ?? 'roll',
    kerf: lying && lying.kerf !== '0' ? lying.kerf : '',
    smallestOffcut: lying?.smallestOffcut ?? '',
  });
  const [open, setOpen] = useState(lying !== null);
  const { busy, fault, attempt } = useAttempt();
  if (!canLieInLots(item.unit)) return null;
  const save = async (event: FormEvent) => {
    event.preventDefault();
    await attempt(
      () => send('PUT', `/api/manage/stock/${item.key}/lots`, ruleOf(rule), anything),
      lying ? 'How it is cut has been changed' : 'Counted in lots from now on',
    );
  };
  return (
    <Box
      as="section"
      aria-label="Cut from lots"
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
      p="5"
    >
      <Heading as="h2" size="lg" mb="3">
        Cut from lots
      </Heading>
      {open ? (
        <form onSubmit={(event) => void save(event)}>
          <Stack gap="4">
            <LotRuleFields rule={rule} unit={item.unit} onChange={setRule} />
            <FaultLine role="alert">{fault}</FaultLine>
            <Button type="submit" variant={lying ? 'outline' : 'solid'} loading={busy}>
              {lying ? 'Change how it is cut' : 'Count it in lots'}
            </Button>
          </Stack>
        </form>
      ) : (
        <Stack gap="3">
          <Text color="fg.muted">
            Does it lie in rolls, boards or bars? Then only what can really be cut counts as in stock, and every order
            says what to cut from where.
          </Text>
          <Button variant="outline" alignSelf="start" onClick={() => setOpen(true)}>
            Count it in lots
          </Button>
        </Stack>
      )}
    </Box>
  );
}
