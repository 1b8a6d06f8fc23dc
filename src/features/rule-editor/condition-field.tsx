'use client';

import { Box, Button, HStack, IconButton, Input, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type Condition, DEEPEST_CONDITION, type Test } from '@/core/catalog';
import { figuresOf, resultUnit } from '@/core/compile';
import { type Dim } from '@/core/formula';
import { type Comparison } from '@/core/problems';
import { unitByCode } from '@/core/quantity';
import { useEditing } from '@/features/editor-kit/editing';
import { useWholeText } from '@/features/editor-kit/use-whole-text';
import { unitAlternatives } from '@/features/shared/unit-alternatives';
import { SelectField, TypedInput } from '@/ui/field';
import { PickField } from '@/ui/search-field';
import { asks, choiceFindings, firstTest, optionAlternatives, usualTest } from './choosing';
import { SeveralPicks } from './several-picks';

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
    <Stack gap="2" borderLeftWidth={depth > 0 ? '2px' : undefined} borderColor="border.emphasized" pl={depth > 0 ? '3' : undefined} role="group" aria-label={label}>
      <HStack gap="2">
        <SelectField small hideLabel label={`${label}: how much of it`} width="180px" value={condition.kind} alternatives={GROUPS} onChange={(kind) => onChange({ ...condition, kind: kind === 'any' || kind === 'none' ? kind : 'all' })} />
        {onRemove && <RemoveButton label={label} onRemove={onRemove} />}
      </HStack>
      {condition.of.map((part, index) => (
        <ConditionField
          key={index}
          label={`${label}, part ${index + 1}`}
          condition={part}
          depth={depth + 1}
          onChange={(changed) => onChange({ ...condition, of: condition.of.map((other, place) => (place === index ? changed : other)) })}
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

const NUMBERS: readonly { value: Comparison; label: string }[] = [
  { value: 'is', label: 'is' },
  { value: 'isNot', label: 'is not' },
  { value: 'less', label: 'is less than' },
  { value: 'atMost', label: 'is at most' },
  { value: 'more', label: 'is more than' },
  { value: 'atLeast', label: 'is at least' },
];
const DAYS: readonly { value: Comparison; label: string }[] = [
  { value: 'is', label: 'is' },
  { value: 'isNot', label: 'is not' },
  { value: 'less', label: 'is before' },
  { value: 'atMost', label: 'is not after' },
  { value: 'more', label: 'is after' },
  { value: 'atLeast', label: 'is not before' },
];
const comparisonOf = (value: string): Comparison => NUMBERS.find((known) => known.value === value)?.value ?? 'is';
const ANSWERED = [
  { value: 'answered', label: 'is answered' },
  { value: 'empty', label: 'is left empty' },
];

function TestField({ label, test, onChange, onRemove }: { label: string; test: Test; onChange: (test: Condition) => void; onRemove?: () => void }) {
  const { assembled, shop, suggestions } = useEditing();
  const { choices } = assembled;
  const figures = useFigures();
  const subject = 'choice' in test ? `choice:${test.choice}` : test.kind === 'figure' ? `figure:${test.formula}` : test.kind;
  const subjects = [
    ...choiceFindings(choices, asks).map((found) => ({ ...found, value: `choice:${found.value}` })),
    ...figures.map(({ key, title }) => ({ value: `figure:${key}`, label: `what ${title} comes to`, hint: 'formula' })),
    { value: 'quantity', label: 'the quantity', hint: '' },
    ...(shop.groups.length > 0 ? [{ value: 'group', label: 'the customer’s group', hint: '' }] : []),
    { value: 'category', label: 'the category', hint: '' },
  ];
  const setSubject = (value: string) => {
    const choice = choices.find(({ key }) => `choice:${key}` === value);
    const figure = figures.find(({ key }) => `figure:${key}` === value);
    if (choice) onChange(usualTest(choice));
    else if (figure) onChange({ kind: 'figure', formula: figure.key, compare: 'more', value: '', unit: figure.unit });
    else if (value === 'group') onChange({ kind: 'group', is: 'oneOf', groups: [] });
    else if (value === 'category') onChange({ kind: 'category', is: 'oneOf', categories: [] });
    else onChange({ kind: 'quantity', compare: 'atLeast', value: 2 });
  };
  return (
    <HStack gap="2" wrap="wrap" role="group" aria-label={label}>
      <PickField small hideLabel label={`${label}: of what`} width="180px" placeholder="of what" picked={subjects.some(({ value }) => value === subject) ? subject : ''} findings={subjects} mayBeNothing={false} onPick={setSubject} />
      {subject !== 'choice:' && <TestParts label={label} test={test} groups={shop.groups.map(({ key, title }) => ({ value: key, label: title }))} categories={suggestions.categories.map((name) => ({ value: name, label: name }))} onChange={onChange} />}
      {onRemove && <RemoveButton label={label} onRemove={onRemove} />}
    </HStack>
  );
}

interface PartsProps {
  label: string;
  test: Test;
  groups: { value: string; label: string }[];
  categories: { value: string; label: string }[];
  onChange: (test: Condition) => void;
}

const AMONG = [
  { value: 'oneOf', label: 'is' },
  { value: 'noneOf', label: 'is not' },
];
const PIECES = [{ value: 'pieces', label: 'has in it' }];
const amongOf = (value: string) => (value === 'noneOf' ? 'noneOf' : 'oneOf');

function TestParts({ label, test, groups, categories, onChange }: PartsProps) {
  const { assembled } = useEditing();
  const { choices } = assembled;
  switch (test.kind) {
    case 'pieces':
    case 'option':
    case 'answered': {
      const verb = test.kind === 'option' ? test.is : test.kind === 'pieces' ? 'pieces' : test.answered ? 'answered' : 'empty';
      const options = optionAlternatives(choices, test.choice);
      const isSlot = choices.find(({ key }) => key === test.choice)?.kind === 'slot';
      const setVerb = (value: string) => {
        if (value === 'pieces') onChange({ kind: 'pieces', choice: test.choice, compare: 'atLeast', value: 2 });
        else if (value === 'answered' || value === 'empty') onChange({ kind: 'answered', choice: test.choice, answered: value === 'answered' });
        else onChange({ kind: 'option', choice: test.choice, is: amongOf(value), options: test.kind === 'option' ? test.options : [] });
      };
      return (
        <>
          <SelectField small hideLabel label={`${label}: verb`} width="120px" value={verb} alternatives={[...(options.length > 0 ? AMONG : []), ...(isSlot ? PIECES : []), ...ANSWERED]} onChange={setVerb} />
          {test.kind === 'pieces' && <WholeParts label={label} test={test} onChange={onChange} />}
          {test.kind === 'option' && <SeveralPicks label={`${label}: options`} joined="or" picked={test.options} alternatives={options} onChange={(picked) => onChange({ ...test, options: picked })} />}
        </>
      );
    }
    case 'said':
      return <SelectField small hideLabel label={`${label}: verb`} width="120px" value={test.yes ? 'yes' : 'no'} alternatives={[{ value: 'yes', label: 'is taken' }, { value: 'no', label: 'is not taken' }]} onChange={(value) => onChange({ ...test, yes: value === 'yes' })} />;
    case 'value': {
      const choice = choices.find(({ key }) => key === test.choice);
      const unit = choice?.kind === 'measure' ? (unitByCode(choice.unit)?.symbol ?? '') : '';
      return (
        <>
          <SelectField small hideLabel label={`${label}: verb`} width="128px" value={test.compare} alternatives={NUMBERS} onChange={(value) => onChange({ ...test, compare: comparisonOf(value) })} />
          <TypedInput aria-label={`${label}: value`} size="sm" w="80px" textAlign="end" inputMode="decimal" value={test.value} onChange={(text) => onChange({ ...test, value: text.trim() })} />
          <Text>{unit}</Text>
        </>
      );
    }
    case 'characters':
    case 'quantity':
      return <WholeParts label={label} test={test} onChange={onChange} />;
    case 'figure':
      return (
        <>
          <SelectField small hideLabel label={`${label}: verb`} width="128px" value={test.compare} alternatives={NUMBERS} onChange={(value) => onChange({ ...test, compare: comparisonOf(value) })} />
          <TypedInput aria-label={`${label}: value`} size="sm" w="80px" textAlign="end" inputMode="decimal" value={test.value} onChange={(text) => onChange({ ...test, value: text.trim() })} />
          <FigureUnit label={label} test={test} onChange={onChange} />
        </>
      );
    case 'day':
      return (
        <>
          <SelectField small hideLabel label={`${label}: verb`} width="128px" value={test.compare} alternatives={DAYS} onChange={(value) => onChange({ ...test, compare: comparisonOf(value) })} />
          <Input aria-label={`${label}: day`} type="date" size="sm" w="150px" bg="bg.panel" borderColor="border.emphasized" value={test.day} onChange={(event) => onChange({ ...test, day: event.target.value })} />
        </>
      );
    case 'group':
      return (
        <>
          <SelectField small hideLabel label={`${label}: verb`} width="88px" value={test.is} alternatives={AMONG} onChange={(value) => onChange({ ...test, is: amongOf(value) })} />
          <SeveralPicks label={`${label}: groups`} joined="or" picked={test.groups} alternatives={groups} onChange={(picked) => onChange({ ...test, groups: picked })} />
        </>
      );
    case 'category':
      return (
        <>
          <SelectField small hideLabel label={`${label}: verb`} width="88px" value={test.is} alternatives={AMONG} onChange={(value) => onChange({ ...test, is: amongOf(value) })} />
          <SeveralPicks label={`${label}: categories`} joined="or" picked={test.categories} alternatives={categories} onChange={(picked) => onChange({ ...test, categories: picked })} />
        </>
      );
  }
}

/** The formulas that conditions can ask about, with the unit that their results are usually told in. */
function useFigures(): { readonly key: string; readonly title: string; readonly unit: string; readonly dim: Dim }[] {
  const { program, shop } = useEditing();
  return [...figuresOf(program.formulas)].flatMap(([key, { title, dim, ofBase }]) => (dim && !ofBase ? [{ key, title, dim, unit: dim.money === 1 ? shop.currency : (resultUnit(dim)?.code ?? '1') }] : []));
}

/** The unit that a figure is compared in: any that measures the same. */
function FigureUnit({ label, test, onChange }: { label: string; test: Extract<Test, { kind: 'figure' }>; onChange: (test: Condition) => void }) {
  const figure = useFigures().find(({ key }) => key === test.formula);
  const dimension = unitByCode(test.unit)?.dimension;
  if (!figure || figure.dim.money > 0 || !dimension || dimension === 'count') return <Text>{test.unit === '1' ? '' : test.unit}</Text>;
  return <SelectField small hideLabel label={`${label}: unit`} width="130px" value={test.unit} alternatives={unitAlternatives(dimension)} onChange={(unit) => onChange({ ...test, unit })} />;
}

function WholeParts({ label, test, onChange }: { label: string; test: Extract<Test, { kind: 'characters' | 'quantity' | 'pieces' }>; onChange: (test: Condition) => void }) {
  const whole = useWholeText(test.value, { least: 0, most: 100_000, mayBeEmpty: false }, (value) => onChange({ ...test, value: value ?? 0 }));
  return (
    <>
      <SelectField small hideLabel label={`${label}: verb`} width="128px" value={test.compare} alternatives={NUMBERS} onChange={(value) => onChange({ ...test, compare: comparisonOf(value) })} />
      <TypedInput aria-label={`${label}: value`} aria-invalid={whole.fault !== undefined} size="sm" w="72px" textAlign="end" inputMode="numeric" borderColor={whole.fault ? 'brick.solid' : 'border.emphasized'} value={whole.text} onChange={whole.take} />
      <Box>{test.kind === 'characters' ? 'characters' : test.kind === 'pieces' ? 'pieces' : ''}</Box>
    </>
  );
}
