'use client';

import { Box, Button, HStack, IconButton, Stack, Table, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type Formula, type FormulaServes, freeKey, keyFrom } from '@/core/catalog';
import { type FormulaInput } from '@/core/compile';
import { type ResolutionJson } from '@/core/exchange';
import { faultWords } from '@/core/words';
import { MendPresses, Section, useEditing } from '@/features/editors/frame';
import { StockPick } from '@/features/editors/fields';
import { type SelectionState } from '@/features/kit/selection';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { EmptyPlace } from '@/ui/text';
import { FormulaText } from './formula-text';
import { RatesField } from './rates-field';
import { Trials } from './trials';

const SERVES: readonly { value: FormulaServes['kind']; label: string }[] = [
  { value: 'base', label: 'is the base price' },
  { value: 'amount', label: 'adds to the price' },
  { value: 'weight', label: 'adds to the weight' },
  { value: 'draw', label: 'is taken from stock' },
  { value: 'property', label: 'is a property of it' },
  { value: 'shown', label: 'is shown to customers' },
  { value: 'cost', label: 'is what work on it costs' },
  { value: 'least', label: 'is the least' },
  { value: 'most', label: 'is the most' },
  { value: 'default', label: 'default answer' },
];

const EXAMPLE = 'area = width × height\nbilled = max(area × (1 + waste), 0.25 m2)\nprice = billed × rate';

/**
 * Formulas over measures, numbers, options and rates; each line's value stands beside it for the Counter's selection.
 */
export function FormulasSection({ selection }: { selection: SelectionState }) {
  const { product, change } = useEditing();
  const { measures } = selection.resolution;
  const add = () =>
    change('add formula', (draft) => {
      const key = freeKey(
        'formula',
        draft.formulas.map((formula) => formula.key),
        'formula',
      );
      draft.formulas.push({ key, title: 'Price', serves: { kind: 'amount' }, text: '' });
    });
  const addButton = (
    <Button size="sm" variant="outline" onClick={add}>
      <Plus size={14} aria-hidden /> Add a formula
    </Button>
  );
  return (
    <Section
      title="Formulas and rates"
      lead="Named lines of arithmetic over measures, numbers, options and rates. The last line is the result."
      actions={product.formulas.length > 0 ? addButton : undefined}
    >
      {product.formulas.length === 0 && (
        <EmptyPlace title="Nothing is worked out yet" action={addButton}>
          <Box as="pre" fontFamily="mono" fontSize="sm" textAlign="start" display="inline-block">
            {EXAMPLE}
          </Box>
        </EmptyPlace>
      )}
      {product.formulas.map((formula, index) => (
        <FormulaEditor
          key={formula.key}
          formula={formula}
          index={index}
          measures={measures.filter((measure) => measure.formula === formula.title)}
        />
      ))}
      <RatesField />
      <Trials selection={selection} />
    </Section>
  );
}

type EditFormula = (what: string, recipe: (draft: Formula) => void) => void;

/** What a formula serves once it is of another kind; of the stock item or measure that comes first. */
function servesOf(kind: string, formula: Formula, stock: string, measure: string): FormulaServes {
  switch (kind) {
    case 'base':
    case 'weight':
    case 'shown':
    case 'cost':
      return { kind };
    case 'property':
      return { kind, name: freeKey(formula.title, [], 'figure') };
    case 'draw':
      return { kind, stock, pieces: 1 };
    case 'least':
    case 'most':
    case 'default':
      return { kind, measure: 'measure' in formula.serves ? formula.serves.measure : measure };
    default:
      return { kind: 'amount' };
  }
}

function FormulaEditor({
  formula,
  index,
  measures,
}: {
  formula: Formula;
  index: number;
  measures: ResolutionJson['measures'];
}) {
  const { program, shop, change, findings } = useEditing();
  const edit: EditFormula = (what, recipe) =>
    change(`formula ${formula.key} ${what}`, (draft) => {
      const target = draft.formulas[index];
      if (target) recipe(target);
    });
  const compiled = program.formulas.find(({ key, title }) => key === formula.key && title === formula.title);
  const said = findings.filter(({ path }) => path[0] === 'formulas' && path[1] === index);
  return (
    <Box
      as="section"
      aria-label={`Formula ${formula.title}`}
      borderWidth="1px"
      borderColor={said.length > 0 ? 'brick.border' : 'border'}
      borderRadius="l3"
      p="4"
    >
      <FormulaHead formula={formula} index={index} edit={edit} />
      <FormulaText
        label={`Formula ${formula.title}`}
        text={formula.text}
        faults={compiled?.compiled.faults ?? []}
        inputs={compiled?.inputs ?? []}
        currency={shop.currency}
        onChange={(text) => edit('text', (draft) => void (draft.text = text.slice(0, 20_000)))}
      />
      <Stack gap="0.5" mt="2">
        {said.map((fault) => (
          <Box key={faultWords(fault.data)}>
            <FaultLine>{faultWords(fault.data)}</FaultLine>
            <MendPresses fault={fault} />
          </Box>
        ))}
      </Stack>
      {said.length === 0 && <FormulaValues title={formula.title} measures={measures} />}
      {compiled && compiled.inputs.length > 0 && (
        <Text fontSize="xs" color="fg.muted" mt="2">
          It can use: {namesToUse(compiled.inputs).join(', ')}.
        </Text>
      )}
    </Box>
  );
}

/** The names that a formula can use; of what is in slots and parts each figure once, by its most usual name. */
function namesToUse(inputs: readonly FormulaInput[]): string[] {
  const names = inputs.map(({ name }) => name);
  // What is told of everything there is told of the least and the greatest, too.
  return names.filter(
    (name) => !/^(?:min|max|count)\(/.test(name) && !(name.startsWith('sum(') && names.includes(name.slice(4, -1))),
  );
}

/** What a formula is called, what it is for, and of what. */
function FormulaHead({ formula, index, edit }: { formula: Formula; index: number; edit: EditFormula }) {
  const { product, stock, change } = useEditing();
  const bounded = product.choices.filter(({ kind }) => kind === 'measure' || kind === 'number');
  return (
    <HStack gap="3" align="end" mb="3" wrap="wrap">
      <Box flex="1" minW="170px">
        <TextField
          label="Name"
          value={formula.title}
          maxLength={120}
          onChange={(value) => edit('title', (draft) => void (draft.title = value))}
        />
      </Box>
      <SelectField
        label="Used for"
        value={formula.serves.kind}
        width="200px"
        alternatives={SERVES}
        onChange={(kind) =>
          edit(
            'serves',
            (draft) => void (draft.serves = servesOf(kind, formula, stock[0]?.key ?? '', bounded[0]?.key ?? '')),
          )
        }
      />
      {formula.serves.kind === 'draw' && (
        <StockPick
          label="of"
          width="220px"
          name={product.title}
          picked={formula.serves.stock}
          onPick={(key) => edit('stock', (draft) => void (draft.serves = { kind: 'draw', stock: key, pieces: 1 }))}
        />
      )}
      {formula.serves.kind === 'property' && (
        <Box w="150px">
          <TextField
            label="Property name"
            value={formula.serves.name}
            maxLength={60}
            onChange={(name) =>
              edit('property', (draft) => void (draft.serves = { kind: 'property', name: keyFrom(name) || 'figure' }))
            }
          />
        </Box>
      )}
      {'measure' in formula.serves && (
        <SelectField
          label="of"
          value={formula.serves.measure}
          width="190px"
          alternatives={[
            { value: '', label: 'none yet' },
            ...bounded.map(({ key, title }) => ({ value: key, label: title || key })),
          ]}
          onChange={(key) => edit('serves', (draft) => 'measure' in draft.serves && void (draft.serves.measure = key))}
        />
      )}
      <IconButton
        aria-label={`Remove the formula ${formula.title}`}
        variant="ghost"
        colorPalette="brick"
        onClick={() => change(`remove formula ${formula.key}`, (draft) => void draft.formulas.splice(index, 1))}
      >
        <Trash2 size={16} />
      </IconButton>
    </HStack>
  );
}

/** What each line comes to with what is answered at the Counter. */
function FormulaValues({ title, measures }: { title: string; measures: ResolutionJson['measures'] }) {
  return (
    <Table.Root size="sm" mt="2" aria-label={`Values of ${title}`} css={{ fontVariantNumeric: 'tabular-nums' }}>
      <Table.Body>
        {measures.length === 0 && (
          <Table.Row bg="transparent">
            <Table.Cell color="fg.muted">
              Answer at the Counter what it uses, and each line’s value stands here.
            </Table.Cell>
          </Table.Row>
        )}
        {measures.map(({ name, shown }) => (
          <Table.Row key={name} bg="transparent">
            <Table.Cell fontFamily="mono" py="1">
              {name}
            </Table.Cell>
            <Table.Cell textAlign="end" py="1">
              {shown}
            </Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}
