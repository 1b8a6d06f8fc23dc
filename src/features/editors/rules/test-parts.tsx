'use client';

import { Box, Button, HStack, Input, Text } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { weekdayNames } from '@/core/calendar';
import { type Choice, type Condition, type Test } from '@/core/catalog';
import { unitByCode } from '@/core/quantity';
import { useEditing } from '@/features/editors/frame';
import { unitAlternatives, useWholeText } from '@/features/kit/shared';
import { type Alternative, SelectField, TypedInput } from '@/ui/field';
import { optionAlternatives } from './choosing';
import { DayOfYearField } from './day-of-year-field';
import { type AskedFigure } from './figures';
import { SeveralPicks } from './several-picks';
import { verbsFor, withVerb } from './verbs';

interface Props<T extends Test = Test> {
  label: string;
  test: T;
  onChange: (test: Condition) => void;
}

const WEEKDAYS = weekdayNames.map((label, place) => ({ value: String(place + 1), label }));

/** What a test says of what it is about: a verb, and what it is compared with. */
export function TestParts({ label, test, figures, onChange }: Props & { figures: readonly AskedFigure[] }) {
  const { choices } = useEditing().assembled;
  const { value, alternatives } = verbsFor(test, choices);
  return (
    <>
      <SelectField
        small
        hideLabel
        label={`${label}: verb`}
        width="148px"
        value={value}
        alternatives={alternatives}
        onChange={(verb) => onChange(withVerb(test, verb, choices))}
      />
      <Compared label={label} test={test} figures={figures} onChange={onChange} />
    </>
  );
}

function Compared({ label, test, figures, onChange }: Props & { figures: readonly AskedFigure[] }) {
  const { assembled, shop, suggestions } = useEditing();
  const { choices } = assembled;
  switch (test.kind) {
    case 'said':
    case 'answered':
      return null;
    case 'option':
      return (
        <SeveralPicks
          label={`${label}: options`}
          joined="or"
          picked={test.options}
          alternatives={optionAlternatives(choices, test.choice)}
          onChange={(options) => onChange({ ...test, options })}
        />
      );
    case 'value':
      return (
        <>
          <DecimalInput label={label} value={test.value} onChange={(text) => onChange({ ...test, value: text })} />
          <Text>{measureSymbol(choices.find(({ key }) => key === test.choice))}</Text>
        </>
      );
    case 'pieces':
    case 'characters':
    case 'quantity':
      return <WholeInput label={label} test={test} onChange={onChange} />;
    case 'figure':
      return (
        <>
          <DecimalInput label={label} value={test.value} onChange={(text) => onChange({ ...test, value: text })} />
          <FigureUnit
            label={label}
            test={test}
            figure={figures.find(({ key }) => key === test.formula)}
            onChange={onChange}
          />
        </>
      );
    case 'weight':
      return <WeightInput label={label} test={test} onChange={onChange} />;
    case 'day':
      return <DayInput label={label} test={test} onChange={onChange} />;
    case 'weekday':
      return (
        <SeveralPicks
          label={`${label}: weekdays`}
          joined="or"
          picked={[...test.weekdays].sort().map(String)}
          alternatives={WEEKDAYS}
          onChange={(picked) => onChange({ ...test, weekdays: picked.map(Number) })}
        />
      );
    case 'season':
      return <SeasonInput label={label} test={test} onChange={onChange} />;
    case 'says':
    case 'name':
      return <TextsInput label={label} texts={test.texts} onChange={(texts) => onChange({ ...test, texts })} />;
    case 'group':
      return (
        <SeveralPicks
          label={`${label}: groups`}
          joined="or"
          picked={test.groups}
          alternatives={shop.groups.map(({ key, title }) => ({ value: key, label: title }))}
          onChange={(groups) => onChange({ ...test, groups })}
        />
      );
    case 'category':
      return (
        <NamePicks
          label={`${label}: categories`}
          picked={test.categories}
          names={suggestions.categories}
          onChange={(categories) => onChange({ ...test, categories })}
        />
      );
    case 'tag':
      return (
        <NamePicks
          label={`${label}: tags`}
          picked={test.tags}
          names={suggestions.tags}
          onChange={(tags) => onChange({ ...test, tags })}
        />
      );
    case 'supplier':
      return (
        <NamePicks
          label={`${label}: suppliers`}
          picked={test.suppliers}
          names={suggestions.suppliers}
          onChange={(suppliers) => onChange({ ...test, suppliers })}
        />
      );
  }
}

function NamePicks({
  label,
  picked,
  names,
  onChange,
}: {
  label: string;
  picked: readonly string[];
  names: readonly string[];
  onChange: (picked: string[]) => void;
}) {
  return (
    <SeveralPicks
      label={label}
      joined="or"
      picked={picked}
      alternatives={names.map((name): Alternative => ({ value: name, label: name }))}
      onChange={onChange}
    />
  );
}

function WeightInput({ label, test, onChange }: Props<Extract<Test, { kind: 'weight' }>>) {
  return (
    <>
      <DecimalInput label={label} value={test.value} onChange={(text) => onChange({ ...test, value: text })} />
      <SelectField
        small
        hideLabel
        label={`${label}: unit`}
        width="130px"
        value={test.unit}
        alternatives={unitAlternatives('mass')}
        onChange={(unit) => onChange({ ...test, unit })}
      />
    </>
  );
}

function DayInput({ label, test, onChange }: Props<Extract<Test, { kind: 'day' }>>) {
  return (
    <Input
      aria-label={`${label}: day`}
      type="date"
      size="sm"
      w="150px"
      bg="bg.panel"
      borderColor="border.emphasized"
      value={test.day}
      onChange={(event) => onChange({ ...test, day: event.target.value })}
    />
  );
}

function SeasonInput({ label, test, onChange }: Props<Extract<Test, { kind: 'season' }>>) {
  return (
    <>
      <Text>from</Text>
      <DayOfYearField label={`${label}: from`} value={test.from} onChange={(from) => onChange({ ...test, from })} />
      <Text>to</Text>
      <DayOfYearField label={`${label}: to`} value={test.to} onChange={(to) => onChange({ ...test, to })} />
    </>
  );
}

const measureSymbol = (choice: Choice | undefined) =>
  choice?.kind === 'measure' ? (unitByCode(choice.unit)?.symbol ?? '') : '';

function DecimalInput({ label, value, onChange }: { label: string; value: string; onChange: (text: string) => void }) {
  return (
    <TypedInput
      aria-label={`${label}: value`}
      size="sm"
      w="80px"
      textAlign="end"
      inputMode="decimal"
      value={value}
      onChange={(text) => onChange(text.trim())}
    />
  );
}

const COUNTED = { characters: 'characters', pieces: 'pieces', quantity: '' } as const;

function WholeInput({ label, test, onChange }: Props<Extract<Test, { kind: keyof typeof COUNTED }>>) {
  const whole = useWholeText(test.value, { least: 0, most: 100_000, mayBeEmpty: false }, (value) =>
    onChange({ ...test, value: value ?? 0 }),
  );
  return (
    <>
      <TypedInput
        aria-label={`${label}: value`}
        aria-invalid={whole.fault !== undefined}
        size="sm"
        w="72px"
        textAlign="end"
        inputMode="numeric"
        borderColor={whole.fault ? 'brick.solid' : 'border.emphasized'}
        value={whole.text}
        onChange={whole.take}
      />
      <Box>{COUNTED[test.kind]}</Box>
    </>
  );
}

/** Words of which one must stand there, each in a field of its own. */
function TextsInput({
  label,
  texts,
  onChange,
}: {
  label: string;
  texts: readonly string[];
  onChange: (texts: string[]) => void;
}) {
  const fields = texts.length === 0 ? [''] : texts;
  return (
    <HStack gap="1.5" wrap="wrap" role="group" aria-label={`${label}: words`}>
      {fields.map((text, place) => (
        <HStack key={place} gap="1.5">
          {place > 0 && <Text>or</Text>}
          <TypedInput
            aria-label={`${label}: words ${place + 1}`}
            size="sm"
            w="112px"
            value={text}
            onChange={(typed) => onChange(fields.map((other, at) => (at === place ? typed : other)))}
            onLeave={(left) =>
              left.trim() === '' && fields.length > 1 && onChange(fields.filter((_, at) => at !== place))
            }
          />
        </HStack>
      ))}
      <Button size="xs" px="1.5" variant="ghost" colorPalette="oak" onClick={() => onChange([...fields, ''])}>
        <Plus size={13} aria-hidden /> or
      </Button>
    </HStack>
  );
}

/** The unit that a figure is compared in: any that measures the same. */
function FigureUnit({
  label,
  test,
  figure,
  onChange,
}: Props<Extract<Test, { kind: 'figure' }>> & { figure: AskedFigure | undefined }) {
  const dimension = unitByCode(test.unit)?.dimension;
  if (!figure || figure.dim.money > 0 || !dimension || dimension === 'count')
    return <Text>{test.unit === '1' ? '' : test.unit}</Text>;
  return (
    <SelectField
      small
      hideLabel
      label={`${label}: unit`}
      width="130px"
      value={test.unit}
      alternatives={unitAlternatives(dimension)}
      onChange={(unit) => onChange({ ...test, unit })}
    />
  );
}
