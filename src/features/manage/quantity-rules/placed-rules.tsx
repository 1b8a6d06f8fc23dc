'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { z } from 'zod';
import { freeKey, type PlacedQuantity } from '@/core/catalog';
import { ANY_QUANTITY } from '@/core/ordering';
import { counted, quantityRuleWords } from '@/core/words';
import { GroupTicks, movedUp, SaveBar, SeveralRow, useUnsaved } from '@/features/editors/fields';
import { anything, send, useAttempt, useTold, Whole } from '@/features/kit/shared';
import { type Held, type QuantityRipples, type QuantityRulesView } from '@/services/settings/quantity-rules';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead } from '@/ui/text';
import { PlaceFields, placeWords } from './place-fields';
import { RippleOfRules } from './ripple-of-rules';
import { RuleFields } from './rule-fields';

const rippleSchema = z.object({
  rows: z.array(
    z.object({
      productId: z.number(),
      title: z.string(),
      inShop: z.boolean(),
      group: z.string().nullable(),
      from: z.string(),
      to: z.string(),
    }),
  ),
  count: z.number(),
  products: z.number(),
});

const PER = [
  { value: 'line', label: 'each order line' },
  { value: 'basket', label: 'the whole basket' },
  { value: 'customer', label: 'each customer, in all orders' },
] as const;

const JOINTLY: Readonly<Record<PlacedQuantity['per'], string>> = {
  line: '',
  basket: ', together in a basket',
  customer: ', for each customer in all',
};

/** A rule kept by something else: of a customer only the most can be said. */
const keptBy = ({ rule }: PlacedQuantity, per: PlacedQuantity['per']): Pick<PlacedQuantity, 'per' | 'rule'> => ({
  per,
  rule: per === 'customer' ? { ...ANY_QUANTITY, maximum: rule.maximum ?? 1 } : rule,
});

/** A new rule, with a key that is free. */
function newRule(rules: readonly PlacedQuantity[]): PlacedQuantity {
  const keys = rules.map(({ key }) => key);
  return {
    key: freeKey('rule', keys, 'rule'),
    title: '',
    places: [],
    groups: [],
    per: 'line',
    rule: { ...ANY_QUANTITY },
  };
}

/** The rules about quantities for many products at once: the nearest of those that are placed on a product holds. */
export function PlacedRules({ rules: saved, seen: shown, groups, suggestions }: QuantityRulesView) {
  const { busy, fault, attempt } = useAttempt();
  const unsaved = useUnsaved<readonly PlacedQuantity[]>('rules', saved, shown);
  const { value: rules, edit: setRules, isChanged, seen } = unsaved;
  const [open, setOpen] = useState<string | null>(null);
  const [ripple, setRipple] = useState<QuantityRipples | null>(null);
  const holds = useTold<Readonly<Record<string, Held>>>('/api/manage/quantities/held', shown);
  const edit = (key: string, change: Partial<PlacedQuantity>) =>
    setRules(rules.map((rule) => (rule.key === key ? { ...rule, ...change } : rule)));
  const add = () => {
    const rule = newRule(rules);
    setRules([...rules, rule]);
    setOpen(rule.key);
  };
  const save = (accepted: number) =>
    attempt(async () => {
      await send('PUT', '/api/manage/quantities', { rules, seen, accepted }, anything);
      unsaved.saved();
      setRipple(null);
      setOpen(null);
    }, 'Rules saved; they apply now');
  const look = () =>
    attempt(async () => {
      const found = await send('POST', '/api/manage/quantities/preview', { rules, seen }, rippleSchema);
      if (found.count === 0) await save(0);
      else setRipple(found);
    });
  const addButton = (
    <Button data-new size="sm" variant="outline" onClick={add}>
      <Plus size={14} aria-hidden /> Add a rule
    </Button>
  );
  return (
    <Page>
      <PageHead
        title="Quantity rules"
        lead="In what numbers many products are bought. Of several on one product, the one that says most about it holds; what a product says itself comes before them all."
      >
        {rules.length > 0 && addButton}
      </PageHead>
      <Stack gap="3">
        {rules.length === 0 && (
          <EmptyPlace title="No shop rules yet" action={addButton}>
            All jars by the case? At least three of anything that is filled here? Say it once, for all products it
            concerns.
          </EmptyPlace>
        )}
        {rules.map((rule, place) => {
          const held = holds?.[rule.key] ?? null;
          const name = rule.title || 'the new rule';
          return (
            <SeveralRow
              key={rule.key}
              title={rule.title || 'A new rule'}
              words={
                <>
                  {placeWords(rule.places)}
                  {rule.groups.length > 0 &&
                    `, for ${rule.groups.map((key) => groups.find((group) => group.key === key)?.title ?? key).join(' and ')}`}
                  {JOINTLY[rule.per]}: {quantityRuleWords(rule.rule)}
                </>
              }
              badge={
                saved.some(({ key }) => key === rule.key)
                  ? held
                    ? `holds for ${counted(held.count, 'product')}`
                    : 'saved'
                  : 'not saved yet'
              }
              about={held ? heldWords(held) : undefined}
              name={name}
              open={open === rule.key}
              onOpen={(on) => setOpen(on ? rule.key : null)}
              onUp={place === 0 ? null : () => setRules(movedUp(rules, place))}
              onRemove={() => setRules(rules.filter((other) => other !== rule))}
            >
              <RuleBody
                rule={rule}
                held={held}
                groups={groups}
                suggestions={suggestions}
                edit={(change) => edit(rule.key, change)}
              />
            </SeveralRow>
          );
        })}
        {isChanged && <SaveBar busy={busy} onSave={() => void look()} onReset={unsaved.reset} />}
        {ripple === null && <FaultLine role="alert">{fault}</FaultLine>}
      </Stack>
      <RippleOfRules
        ripple={ripple}
        busy={busy}
        fault={fault}
        onClose={() => setRipple(null)}
        onAccept={() => void save(ripple?.count ?? 0)}
      />
    </Page>
  );
}

/** `Smoker, Smoker fuel and 12 more` */
const heldWords = ({ count, titles }: Held): string => {
  const told = titles.slice(0, 12);
  return `${told.join(', ')}${count > told.length ? ` and ${count - told.length} more` : ''}`;
};

/** A rule unfolded: its name, where it is placed, for whom, and what it says. */
function RuleBody({
  rule,
  held,
  groups,
  suggestions,
  edit,
}: Pick<QuantityRulesView, 'groups' | 'suggestions'> & {
  rule: PlacedQuantity;
  /** titles of the products for which it holds as it was saved */
  held: Held | null;
  edit: (change: Partial<PlacedQuantity>) => void;
}) {
  return (
    <Stack gap="5" px="4" pb="5" pt="1">
      <Box maxW="420px">
        <TextField
          label="Name"
          value={rule.title}
          maxLength={80}
          placeholder="Jars by the case"
          help={
            rule.per === 'line'
              ? undefined
              : 'Customers read it on the product’s page, and where a basket does not keep it.'
          }
          onChange={(title) => edit({ title })}
        />
      </Box>
      <PlaceFields
        places={rule.places}
        suggestions={suggestions}
        everywhere={rule.per === 'line' ? undefined : 'Every product counts.'}
        onChange={(places) => edit({ places })}
      />
      <GroupTicks groups={groups} chosen={rule.groups} onChange={(chosen) => edit({ groups: chosen })} />
      <Box>
        <SelectField
          label="Applies to"
          width="300px"
          value={rule.per}
          alternatives={PER}
          onChange={(per) => edit(keptBy(rule, PER.find(({ value }) => value === per)?.value ?? 'line'))}
        />
      </Box>
      {rule.per === 'customer' ? (
        <HStack gap="2" fontSize="lg">
          <Text>One customer can have at most</Text>
          <Whole
            label="Maximum quantity"
            value={rule.rule.maximum}
            onChange={(maximum) => edit({ rule: { ...ANY_QUANTITY, maximum: maximum ?? 1 } })}
          />
          <Text>in all, by their e-mail address.</Text>
        </HStack>
      ) : (
        <RuleFields
          rule={rule.rule}
          isSaid={rule.per === 'line'}
          onChange={(change) => edit({ rule: { ...rule.rule, ...change } })}
        />
      )}
      {held && held.count > 0 && (
        <Text fontSize="sm" color="fg.muted">
          As saved it holds for {heldWords(held)}.
        </Text>
      )}
    </Stack>
  );
}
