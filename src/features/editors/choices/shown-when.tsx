'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { Eye } from 'lucide-react';
import {
  beginsWith,
  type Choice,
  freeKey,
  namedCondition,
  ruleShowing,
  type Shown,
  shownBy,
  whenOf,
} from '@/core/catalog';
import { conditionWords, faultWords } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { asks, ConditionField, firstTest } from '@/features/editors/rules';
import { FaultLine } from '@/ui/fault-line';

interface Props {
  shown: Shown;
  name: string;
  /** keys of choices that come and go with it, so that it can't depend on them */
  within?: readonly string[];
  /** what its condition is headed, and called for those who listen */
  words?: string;
  label?: string;
}

/** When a choice or an option is shown: a rule of its own, said where it stands, and the other rules that say it. */
export function ShownWhen({
  shown,
  name,
  within = [],
  words = 'Shown only when',
  label = `${name} is shown when`,
}: Props) {
  const { product, assembled, shop, change, goTo, findings } = useEditing();
  const { own, others } = shownBy(product.rules, shown);
  const askable = assembled.choices.filter(
    (choice: Choice) => asks(choice) && choice.key !== shown.choice && !within.includes(choice.key),
  );
  const tag = `shown ${shown.choice} ${shown.option ?? ''}`;
  const begin = () =>
    change(`${tag} only when`, (draft) => {
      const keys = draft.rules.map(({ key }) => key);
      const key = freeKey(`show ${shown.option ?? shown.choice}`, keys, 'rule');
      draft.rules.push(ruleShowing(key, shown, beginsWith(firstTest(askable))));
    });
  const whenOfRule = (index: number) => {
    const when = product.rules[index]?.when ?? null;
    return when ? conditionWords(namedCondition(when, { ...assembled, groups: shop.groups })) : 'always';
  };
  const faults = own ? findings.filter(({ path }) => path[0] === 'rules' && path[1] === own.index) : [];
  return (
    <Stack gap="2" align="start">
      {own ? (
        <Box w="full" borderWidth="1px" borderRadius="l2" p="3" role="group" aria-label={`When ${name} is shown`}>
          <HStack justify="space-between" mb="2">
            <Text fontWeight="600">{words}</Text>
            {product.rules[own.index]?.on === false && (
              <Text fontSize="sm" color="fg.muted">
                off, under Rules
              </Text>
            )}
          </HStack>
          <ConditionField
            label={label}
            condition={own.when}
            onChange={(condition) =>
              change(`${tag} condition`, (draft) => {
                const rule = draft.rules[own.index];
                if (rule) rule.when = whenOf(shown, condition);
              })
            }
            onRemove={() => change(`${tag} always`, (draft) => void draft.rules.splice(own.index, 1))}
          />
          {faults.map(({ data }, place) => (
            <FaultLine key={place} mt="1">
              {faultWords(data)}
            </FaultLine>
          ))}
        </Box>
      ) : (
        askable.length > 0 && (
          <Button size="xs" variant="outline" colorPalette="ink" onClick={begin}>
            <Eye size={14} aria-hidden /> Show {shown.option === undefined ? 'it' : name} only when …
          </Button>
        )
      )}
      {others.map((index) => (
        <HStack key={index} fontSize="sm" gap="2">
          <Text color="fg.muted">Another rule also decides this: when {whenOfRule(index)}.</Text>
          <Button size="2xs" variant="ghost" colorPalette="oak" onClick={() => goTo('rules')}>
            Open rules
          </Button>
        </HStack>
      ))}
    </Stack>
  );
}
