'use client';

import { Button, HStack, IconButton, Stack } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type Condition, DEEPEST_CONDITION, type Test } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { SelectField } from '@/ui/field';
import { PickField } from '@/ui/search-field';
import { asks, choiceFindings, firstTest, usualTest } from './choosing';
import { useFigures } from './figures';
import { TestParts } from './test-parts';

interface Props {
  label: string;
  condition: Condition;
  depth?: number;
  onChange: (condition: Condition) => void;
  /** absent for the outermost */
  onRemove?: () => void;
}

const GROUPS = [
  { value: 'all', label: 'all of this holds' },
  { value: 'any', label: 'any of this holds' },
  { value: 'none', label: 'none of this holds' },
];

/** A condition as sentences, with the parts to pick inside them. */
export function ConditionField({ label, condition, depth = 0, onChange, onRemove }: Props) {
  const { assembled } = useEditing();
  if (!('of' in condition)) return <TestField label={label} test={condition} onChange={onChange} onRemove={onRemove} />;
  const fresh: Condition = firstTest(assembled.choices);
  const add = (part: Condition) => onChange({ ...condition, of: [...condition.of, part] });
  return (
    <Stack
      gap="2"
      borderLeftWidth={depth > 0 ? '2px' : undefined}
      borderColor="border.emphasized"
      pl={depth > 0 ? '3' : undefined}
      role="group"
      aria-label={label}
    >
      <HStack gap="2">
        <SelectField
          small
          hideLabel
          label={`${label}: how much of it`}
          width="180px"
          value={condition.kind}
          alternatives={GROUPS}
          onChange={(kind) => onChange({ ...condition, kind: kind === 'any' || kind === 'none' ? kind : 'all' })}
        />
        {onRemove && <RemoveButton label={label} onRemove={onRemove} />}
      </HStack>
      {condition.of.map((part, index) => (
        <ConditionField
          key={index}
          label={`${label}, part ${index + 1}`}
          condition={part}
          depth={depth + 1}
          onChange={(changed) =>
            onChange({ ...condition, of: condition.of.map((other, place) => (place === index ? changed : other)) })
          }
          onRemove={() => onChange({ ...condition, of: condition.of.filter((_, place) => place !== index) })}
        />
      ))}
      <HStack gap="2">
        <Button size="xs" variant="ghost" colorPalette="oak" onClick={() => add(fresh)}>
          <Plus size={13} aria-hidden /> Add a condition
        </Button>
        {depth < DEEPEST_CONDITION - 1 && (
          <Button size="xs" variant="ghost" colorPalette="oak" onClick={() => add({ kind: 'any', of: [fresh] })}>
            <Plus size={13} aria-hidden /> Add a group
          </Button>
        )}
      </HStack>
    </Stack>
  );
}

function RemoveButton({ label, onRemove }: { label: string; onRemove: () => void }) {
  return (
    <IconButton aria-label={`Remove: ${label}`} size="xs" variant="ghost" colorPalette="brick" onClick={onRemove}>
      <Trash2 size={14} />
    </IconButton>
  );
}

function TestField({
  label,
  test,
  onChange,
  onRemove,
}: {
  label: string;
  test: Test;
  onChange: (test: Condition) => void;
  onRemove?: () => void;
}) {
  const { assembled, shop } = useEditing();
  const { choices } = assembled;
  const figures = useFigures();
  const subject =
    'choice' in test
      ? test.choice === null
        ? 'today'
        : `choice:${test.choice}`
      : test.kind === 'figure'
        ? `figure:${test.formula}`
        : test.kind;
  const subjects = [
    ...choiceFindings(choices, asks).map((found) => ({ ...found, value: `choice:${found.value}` })),
    ...figures.map(({ key, title }) => ({ value: `figure:${key}`, label: `what ${title} comes to`, hint: 'formula' })),
    { value: 'quantity', label: 'the quantity', hint: '' },
    { value: 'weight', label: 'what it weighs', hint: '' },
    ...(shop.groups.length > 0 ? [{ value: 'group', label: 'the customer’s group', hint: '' }] : []),
    { value: 'category', label: 'the category', hint: '' },
    { value: 'name', label: 'the product’s name', hint: '' },
    { value: 'tag', label: 'the tags', hint: '' },
    { value: 'supplier', label: 'the supplier', hint: '' },
    { value: 'today', label: 'the day of the order', hint: 'weekday or season' },
  ];
  const setSubject = (value: string) => {
    const choice = choices.find(({ key }) => `choice:${key}` === value);
    const figure = figures.find(({ key }) => `figure:${key}` === value);
    if (choice) onChange(usualTest(choice));
    else if (figure) onChange({ kind: 'figure', formula: figure.key, compare: 'more', value: '', unit: figure.unit });
    else if (value === 'group') onChange({ kind: 'group', is: 'oneOf', groups: [] });
    else if (value === 'weight') onChange({ kind: 'weight', compare: 'more', value: '', unit: 'kg' });
    else if (value === 'category') onChange({ kind: 'category', is: 'oneOf', categories: [] });
    else if (value === 'name') onChange({ kind: 'name', is: 'oneOf', where: 'anywhere', texts: [''] });
    else if (value === 'tag') onChange({ kind: 'tag', is: 'oneOf', tags: [] });
    else if (value === 'supplier') onChange({ kind: 'supplier', is: 'oneOf', suppliers: [] });
    else if (value === 'today') onChange({ kind: 'season', choice: null, is: 'oneOf', from: '05-01', to: '08-31' });
    else onChange({ kind: 'quantity', compare: 'atLeast', value: 2 });
  };
  return (
    <HStack gap="2" wrap="wrap" role="group" aria-label={label}>
      <PickField
        small
        hideLabel
        label={`${label}: of what`}
        width="180px"
        placeholder="of what"
        picked={subjects.some(({ value }) => value === subject) ? subject : ''}
        findings={subjects}
        mayBeNothing={false}
        onPick={setSubject}
      />
      {subject !== 'choice:' && <TestParts label={label} test={test} figures={figures} onChange={onChange} />}
      {onRemove && <RemoveButton label={label} onRemove={onRemove} />}
    </HStack>
  );
}
