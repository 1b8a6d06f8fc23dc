'use client';

import { Box, Button, chakra, HStack, IconButton, Stack, Switch, Text } from '@chakra-ui/react';
import { Copy, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { beginsWith, freeKey, namedCondition, type Rule } from '@/core/catalog';
import { type ResolutionJson } from '@/core/exchange';
import { conditionWords, effectWords, faultWords } from '@/core/words';
import { Section, useEditing } from '@/features/editors/frame';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { EmptyPlace, Slip } from '@/ui/text';
import { asks, firstTest } from './choosing';
import { ConditionField } from './condition-field';
import { EffectField } from './effect-field';
import { effectsHere } from './effect-parts';
import { TablesPart } from './tables-part';

/** Rules read as sentences, and tables of what is made. */
export function RulesSection({ shown }: { shown: ResolutionJson['rules'] }) {
  const { product, assembled, change } = useEditing();
  const [open, setOpen] = useState<string | null>(null);
  const add = () => {
    const key = freeKey(
      'rule',
      product.rules.map((rule) => rule.key),
      'rule',
    );
    change(
      'add rule',
      (draft) =>
        void draft.rules.push({
          key,
          title: '',
          on: true,
          when: assembled.choices.some(asks) ? beginsWith(firstTest(assembled.choices)) : null,
          then: [{ kind: 'show', choices: [] }],
        }),
    );
    setOpen(key);
  };
  const addButton = (
    <Button size="sm" variant="outline" onClick={add}>
      <Plus size={14} aria-hidden /> Add a rule
    </Button>
  );
  return (
    <Section
      title="Rules"
      lead="If the conditions are met, the effects apply. The Counter says which rules apply."
      actions={product.rules.length > 0 ? addButton : undefined}
    >
      {product.rules.length === 0 && (
        <EmptyPlace title="Nothing ties the choices together yet" action={addButton}>
          <Text>When Roof is Gabled, show Ridge. When Length is more than 2 m, add €12.00.</Text>
        </EmptyPlace>
      )}
      {product.rules.map((rule, index) => (
        <RuleCard
          key={rule.key}
          rule={rule}
          index={index}
          fired={shown.find((entry) => entry.rule === rule.key)?.fired ?? false}
          open={open === rule.key}
          onOpen={() => setOpen(open === rule.key ? null : rule.key)}
          onCopied={setOpen}
        />
      ))}
      <TablesPart />
    </Section>
  );
}

type EditRule = (what: string, recipe: (draft: Rule) => void) => void;

function RuleCard({
  rule,
  index,
  fired,
  open,
  onOpen,
  onCopied,
}: {
  rule: Rule;
  index: number;
  fired: boolean;
  open: boolean;
  onOpen: () => void;
  /** is told the key of the copy, so that it unfolds */
  onCopied: (key: string) => void;
}) {
  const { product, assembled, shop, stock, change, findings } = useEditing();
  const faults = findings.filter(({ path }) => path[0] === 'rules' && path[1] === index);
  const edit: EditRule = (what, recipe) =>
    change(`rule ${rule.key} ${what}`, (draft) => {
      const target = draft.rules[index];
      if (target) recipe(target);
    });
  const sentence = `${rule.when === null ? 'Always' : `When ${conditionWords(namedCondition(rule.when, { ...assembled, groups: shop.groups }))}`}: ${rule.then.map((effect) => effectWords(effect, assembled, { currency: shop.currency, stock })).join('; ') || 'nothing yet'}.`;
  const copy = () => {
    const key = freeKey(
      'rule',
      product.rules.map((other) => other.key),
      'rule',
    );
    change(
      `copy rule ${rule.key}`,
      (draft) => void draft.rules.splice(index + 1, 0, { ...structuredClone(rule), key }),
    );
    onCopied(key);
  };
  return (
    <Box
      as="article"
      aria-label={`Rule ${index + 1}`}
      borderWidth="1px"
      borderColor={faults.length > 0 ? 'brick.border' : 'border'}
      borderRadius="l3"
      p="4"
      opacity={rule.on ? 1 : 0.75}
    >
      <HStack justify="space-between" align="start" gap="3">
        <chakra.button type="button" aria-expanded={open} textAlign="start" cursor="pointer" flex="1" onClick={onOpen}>
          {rule.title && <Text fontWeight="700">{rule.title}</Text>}
          <Text>{sentence}</Text>
        </chakra.button>
        {fired && rule.on && <Slip tone="lichen">applies</Slip>}
        <Switch.Root
          size="sm"
          checked={rule.on}
          onCheckedChange={({ checked }) => edit('on', (draft) => void (draft.on = checked))}
        >
          <Switch.HiddenInput aria-label={`Rule ${index + 1} is on`} />
          <Switch.Control />
        </Switch.Root>
        <IconButton aria-label={`Copy rule ${index + 1}`} size="xs" variant="ghost" colorPalette="ink" onClick={copy}>
          <Copy size={14} />
        </IconButton>
        <IconButton
          aria-label={`Remove rule ${index + 1}`}
          size="xs"
          variant="ghost"
          colorPalette="brick"
          onClick={() => change(`remove rule ${rule.key}`, (draft) => void draft.rules.splice(index, 1))}
        >
          <Trash2 size={14} />
        </IconButton>
      </HStack>
      <Stack gap="0.5" mt="1">
        {faults.map(({ data }, place) => (
          <FaultLine key={place}>{faultWords(data)}</FaultLine>
        ))}
      </Stack>
      {open && <RuleFields rule={rule} index={index} edit={edit} />}
    </Box>
  );
}

/** A rule unfolded: what it is called, when it holds, and what follows then. */
function RuleFields({ rule, index, edit }: { rule: Rule; index: number; edit: EditRule }) {
  return (
    <Stack gap="4" mt="3" borderTopWidth="1px" borderColor="border" pt="3">
      <TextField
        label="Name (its line in the working)"
        value={rule.title}
        maxLength={120}
        placeholder="its own sentence"
        onChange={(title) => edit('title', (draft) => void (draft.title = title))}
      />
      <Stack gap="2">
        <Text fontWeight="600">When</Text>
        {rule.when === null ? (
          <Button
            size="sm"
            variant="outline"
            alignSelf="start"
            onClick={() => edit('when', (draft) => void (draft.when = { kind: 'all', of: [] }))}
          >
            Only when something holds
          </Button>
        ) : (
          <ConditionField
            label="When"
            condition={rule.when}
            onChange={(condition) => edit('when', (draft) => void (draft.when = condition))}
            onRemove={() => edit('when', (draft) => void (draft.when = null))}
          />
        )}
      </Stack>
      <Stack gap="2">
        <Text fontWeight="600">Then</Text>
        {rule.then.map((effect, place) => (
          <EffectField
            key={place}
            label={`Then ${place + 1}`}
            effect={effect}
            path={['rules', index, 'then', place]}
            onChange={(changed) => edit(`then ${place}`, (draft) => void (draft.then[place] = changed))}
            onRemove={() => edit(`remove then ${place}`, (draft) => void draft.then.splice(place, 1))}
          />
        ))}
        <Button
          size="xs"
          variant="ghost"
          colorPalette="oak"
          alignSelf="start"
          onClick={() =>
            edit(
              'add then',
              (draft) => void draft.then.push(effectsHere.show.fresh({ optionsChoice: '', measure: '', stock: '' })),
            )
          }
        >
          <Plus size={13} aria-hidden /> Add what follows
        </Button>
      </Stack>
    </Stack>
  );
}
