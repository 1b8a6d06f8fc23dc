'use client';

import { Button, Stack, Text } from '@chakra-ui/react';
import { EyeOff } from 'lucide-react';
import { freeKey, type Rule, sectionsOf } from '@/core/catalog';
import { counted } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { asks, ConditionField, firstTest } from '@/features/editors/rules';
import { Tick } from '@/ui/tick';
import { type KindProps } from './kind-fields';

/** Whether a rule does nothing but show a section. */
const showsOnly = ({ then }: Rule, key: string) =>
  then.length === 1 && then[0]?.kind === 'show' && then[0].choices.length === 1 && then[0].choices[0] === key;

/** A heading as a section: what belongs to it, and when it is on the page. */
export function SectionFields({ choice, edit }: KindProps<'heading'>) {
  const { product, assembled, change } = useEditing();
  const members =
    sectionsOf(product.choices.map((other) => (other.key === choice.key ? { ...choice, holds: true } : other))).get(
      choice.key,
    ) ?? [];
  const place = product.rules.findIndex((rule) => showsOnly(rule, choice.key));
  const rule = product.rules[place];
  const others = assembled.choices.filter(({ key }) => !members.includes(key));
  const edited = (what: string, recipe: (draft: Rule) => void) =>
    change(`section ${choice.key} ${what}`, (draft) => {
      const target = draft.rules[place];
      if (target) recipe(target);
    });
  const begin = () =>
    change(`section ${choice.key} when`, (draft) => {
      const key = freeKey(
        `show-${choice.key}`,
        draft.rules.map((other) => other.key),
        'rule',
      );
      draft.rules.push({
        key,
        title: '',
        on: true,
        when: { kind: 'all', of: [firstTest(others)] },
        then: [{ kind: 'show', choices: [choice.key] }],
      });
    });
  return (
    <Stack gap="3">
      <Tick
        label={`A section: what follows belongs to it (${counted(members.length, 'choice')})`}
        checked={choice.holds}
        onChange={(on) => edit('holds', (draft) => draft.kind === 'heading' && void (draft.holds = on))}
      />
      {choice.holds && !rule && others.some(asks) && (
        <Button size="sm" variant="outline" alignSelf="start" onClick={begin}>
          <EyeOff size={14} aria-hidden /> Show it only when …
        </Button>
      )}
      {rule && rule.when !== null && (
        <Stack gap="2">
          <Text fontWeight="600">
            {choice.holds ? 'It is on the page, with all that belongs to it, when' : 'It is on the page when'}
          </Text>
          <ConditionField
            label="Shown when"
            condition={rule.when}
            onChange={(condition) => edited('condition', (draft) => void (draft.when = condition))}
            onRemove={() => change(`section ${choice.key} always`, (draft) => void draft.rules.splice(place, 1))}
          />
        </Stack>
      )}
    </Stack>
  );
}
