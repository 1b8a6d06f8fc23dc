'use client';

import { Badge, Box, Button, Collapsible, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import { freeKey, type PlacedQuantity } from '@/core/catalog';
import { ANY_QUANTITY } from '@/core/ordering';
import { counted, quantityRuleWords } from '@/core/words';
import { anything, send, wordsOf } from '@/features/shared/api';
import { type QuantityRulesView } from '@/services/settings/quantity-rules';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead } from '@/ui/text';
import { Tick } from '@/ui/tick';
import { sayDone } from '@/ui/toasts';
import { PlaceFields, placeWords } from './place-fields';
import { RippleOfRules, type RippleRow } from './ripple-of-rules';
import { RuleFields } from './rule-fields';

const rippleSchema = z.array(z.object({ productId: z.number(), title: z.string(), inShop: z.boolean(), group: z.string().nullable(), from: z.string(), to: z.string() }));

const PER = [
  { value: 'line', label: 'each order line by itself' },
  { value: 'basket', label: 'all of them in a basket together' },
] as const;

/** The rules about quantities for many products at once: the nearest of those that are placed on a product holds. */
export function PlacedRules({ rules: saved, holds, groups, suggestions }: QuantityRulesView) {
  const router = useRouter();
  const [rules, setRules] = useState<readonly PlacedQuantity[]>(saved);
  const [open, setOpen] = useState<string | null>(null);
  const [ripple, setRipple] = useState<readonly RippleRow[] | null>(null);
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const isChanged = JSON.stringify(rules) !== JSON.stringify(saved);
  const edit = (key: string, change: Partial<PlacedQuantity>) => setRules(rules.map((rule) => (rule.key === key ? { ...rule, ...change } : rule)));
  const add = () => {
    const key = freeKey('rule', rules.map((rule) => rule.key), 'rule');
    setRules([...rules, { key, title: '', places: [], groups: [], per: 'line', rule: { ...ANY_QUANTITY } }]);
    setOpen(key);
  };
  const attempt = async (work: () => Promise<void>) => {
    setBusy(true);
    setFault(undefined);
    try {
      await work();
    } catch (error) {
      setFault(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  const save = (accepted: number) =>
    attempt(async () => {
      await send('PUT', '/api/manage/quantities', { rules, accepted }, anything);
      setRipple(null);
      setOpen(null);
      sayDone('The rules hold from now on');
      router.refresh();
    });
  const look = () =>
    attempt(async () => {
      const found = await send('POST', '/api/manage/quantities/preview', { rules }, rippleSchema);
      if (found.length === 0) await save(0);
      else setRipple(found);
    });
  const addButton = (
    <Button size="sm" variant="outline" onClick={add}>
      <Plus size={14} aria-hidden /> Add a rule
    </Button>
  );
  return (
    <Page>
      <PageHead title="Quantity rules" lead="In what numbers many products are bought. Of several on one product, the one that says most about it holds; what a product says itself comes before them all.">
        {rules.length > 0 && addButton}
      </PageHead>
      <Stack gap="3">
        {rules.length === 0 && (
          <EmptyPlace title="Every product speaks for itself" action={addButton}>
            All jars by the case? At least three of anything that is filled here? Say it once, for all products it concerns.
          </EmptyPlace>
        )}
        {rules.map((rule, place) => {
          const held = holds[rule.key] ?? [];
          const name = rule.title || 'the new rule';
          return (
            <Collapsible.Root key={rule.key} lazyMount unmountOnExit open={open === rule.key} onOpenChange={(details) => setOpen(details.open ? rule.key : null)} borderWidth="1px" borderColor="border" borderRadius="l3" bg="bg.panel">
              <HStack px="4" py="2.5" gap="3">
                <Collapsible.Trigger flex="1" textAlign="start" cursor="pointer" py="1">
                  <Text fontWeight="600">{rule.title || 'A new rule'}</Text>
                  <Text fontSize="sm" color="fg.muted">
                    {placeWords(rule.places)}
                    {rule.groups.length > 0 && `, for ${rule.groups.map((key) => groups.find((group) => group.key === key)?.title ?? key).join(' and ')}`}
                    {rule.per === 'basket' ? ', together in a basket' : ''}: {quantityRuleWords(rule.rule)}
                  </Text>
                </Collapsible.Trigger>
                <Badge variant="subtle" title={held.join(', ')}>
                  {saved.some(({ key }) => key === rule.key) ? `holds for ${counted(held.length, 'product')}` : 'not saved yet'}
                </Badge>
                <IconButton aria-label={`Move ${name} up`} size="xs" variant="ghost" colorPalette="ink" disabled={place === 0} onClick={() => setRules([...rules.slice(0, place - 1), rule, ...rules.slice(place - 1).filter((other) => other !== rule)])}>
                  <ArrowUp size={15} />
                </IconButton>
                <IconButton aria-label={`Take ${name} away`} size="xs" variant="ghost" colorPalette="brick" onClick={() => setRules(rules.filter((other) => other !== rule))}>
                  <Trash2 size={15} />
                </IconButton>
              </HStack>
              <Collapsible.Content>
                <Stack gap="5" px="4" pb="5" pt="1">
                  <Box maxW="420px">
                    <TextField label="Name" value={rule.title} maxLength={80} placeholder="Jars by the case" help={rule.per === 'basket' ? 'Customers read it where a basket does not keep it.' : undefined} onChange={(title) => edit(rule.key, { title })} />
                  </Box>
                  <PlaceFields places={rule.places} suggestions={suggestions} onChange={(places) => edit(rule.key, { places })} />
                  {groups.length > 0 && (
                    <HStack gap="4" wrap="wrap">
                      <Text>{rule.groups.length === 0 ? 'For everybody, or only for' : 'Only for'}</Text>
                      {groups.map(({ key, title }) => (
                        <Tick key={key} label={title} checked={rule.groups.includes(key)} onChange={(on) => edit(rule.key, { groups: on ? [...rule.groups, key] : rule.groups.filter((other) => other !== key) })} />
                      ))}
                    </HStack>
                  )}
                  <Box>
                    <SelectField label="It is kept by" width="300px" value={rule.per} alternatives={PER} onChange={(per) => edit(rule.key, { per: per === 'basket' ? 'basket' : 'line' })} />
                  </Box>
                  <RuleFields rule={rule.rule} isSaid={rule.per === 'line'} onChange={(change) => edit(rule.key, { rule: { ...rule.rule, ...change } })} />
                  {held.length > 0 && (
                    <Text fontSize="sm" color="fg.muted">
                      As saved it holds for {held.slice(0, 12).join(', ')}
                      {held.length > 12 ? ` and ${held.length - 12} more` : ''}.
                    </Text>
                  )}
                </Stack>
              </Collapsible.Content>
            </Collapsible.Root>
          );
        })}
        {isChanged && (
          <HStack gap="3" position="sticky" bottom="0" bg="bg" py="3" borderTopWidth="1px" borderColor="border">
            <Button loading={busy} onClick={() => void look()}>
              Save
            </Button>
            <Button variant="ghost" colorPalette="ink" onClick={() => setRules(saved)}>
              As it was
            </Button>
            <Text fontSize="sm" color="fg.muted">
              What changes is shown before it holds.
            </Text>
          </HStack>
        )}
        {ripple === null && <FaultLine role="alert">{fault}</FaultLine>}
      </Stack>
      <RippleOfRules rows={ripple} busy={busy} fault={fault} onClose={() => setRipple(null)} onAccept={() => void save(ripple?.length ?? 0)} />
    </Page>
  );
}
