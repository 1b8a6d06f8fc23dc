'use client';

import { Box, HStack, Stack, Text } from '@chakra-ui/react';
import { type ComponentType, useState } from 'react';
import { z } from 'zod';
import { type Choice, choiceSchema, reasonsNotCounted } from '@/core/catalog';
import { ANY_QUANTITY } from '@/core/ordering';
import { insideNameOf, NOT_COUNTED_WORDS } from '@/core/words';
import { WHEN_OUT } from '@/features/editors/choices';
import { send, wordsOf } from '@/features/kit/shared';
import { type BulkChange } from '@/services/many/bulk-change';
import { SelectField, TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';
import { sayFailed } from '@/ui/toasts';
import { Suggestions } from '@/ui/suggestions';
import { both, type BulkFormProps, useSaid } from './bulk-form';
import { OptionsForm, SwatchForm } from './options-form';
import { type PickedProduct, PickProduct } from './pick-product';
import { isFigure, STEP_TO_BEGIN_WITH, StepFields, stepOf, type StepSaid } from './price-step-fields';

interface KindOfBulk {
  /** what is done, on the button that leads to it */
  readonly words: string;
  /** whether it is about choices alone, and can be done to sheets, too */
  readonly ofChoices: boolean;
  readonly Form: ComponentType<BulkFormProps>;
}

function SheetForm({ kind, targets, sheets, onChoose }: BulkFormProps & { kind: 'placeSheet' | 'takeOffSheet' }) {
  const [sheet, setSheet] = useState('');
  return (
    <Box maxW="340px">
      <SelectField
        label="Sheet"
        value={sheet}
        alternatives={[
          { value: '', label: 'Choose …' },
          ...sheets.map(({ key, title }) => ({ value: key, label: title })),
        ]}
        onChange={(key) => {
          setSheet(key);
          onChoose(key === '' ? null : { kind, sheet: key, products: [...targets.products] });
        }}
      />
    </Box>
  );
}

function PricesForm({ targets, onChoose }: BulkFormProps) {
  const [said, say] = useSaid<StepSaid & { readonly crossOut: boolean }>(
    { ...STEP_TO_BEGIN_WITH, crossOut: false },
    (all) =>
      !isFigure(all.figure)
        ? null
        : { kind: 'prices', step: stepOf(all), crossOut: all.crossOut, products: [...targets.products] },
    onChoose,
  );
  return (
    <HStack gap="4" align="end" wrap="wrap">
      <StepFields said={said} say={say} what="Prices" />
      <Box pb="2">
        <Tick
          label="Cross the former price out where it falls"
          checked={said.crossOut}
          onChange={(crossOut) => say({ crossOut })}
        />
      </Box>
    </HStack>
  );
}

const tagsOf = (text: string) =>
  text
    .split(',')
    .map((tag) => tag.trim())
    .filter((tag) => tag !== '');

interface ShelfSaid {
  readonly category: string;
  readonly supplier: string;
  readonly addTags: string;
  readonly removeTags: string;
}

function ShelfForm({ targets, categories, onChoose }: BulkFormProps) {
  const [said, say] = useSaid<ShelfSaid>(
    { category: '', supplier: '', addTags: '', removeTags: '' },
    (all) => {
      const { category, supplier, addTags, removeTags } = all;
      const nothing = Object.values(all).every((text: string) => text.trim() === '');
      return nothing
        ? null
        : {
            kind: 'shelf',
            ...(category.trim() !== '' && { category }),
            ...(supplier.trim() !== '' && { supplier }),
            addTags: tagsOf(addTags),
            removeTags: tagsOf(removeTags),
            products: [...targets.products],
          };
    },
    onChoose,
  );
  const field = (name: keyof ShelfSaid, label: string, list?: string) => {
    const isTags = name === 'addTags' || name === 'removeTags';
    return (
      <Box w="220px">
        <TextField
          label={label}
          value={said[name]}
          maxLength={isTags ? 400 : 80}
          placeholder={isTags ? 'none; several with commas' : 'as it is'}
          list={list}
          onChange={(value) => say({ [name]: value })}
        />
      </Box>
    );
  };
  return (
    <HStack gap="4" align="end" wrap="wrap">
      {field('category', 'Category', 'bulk-categories')}
      {field('supplier', 'Supplier')}
      {field('addTags', 'Add tags')}
      {field('removeTags', 'Take tags away')}
      <Suggestions id="bulk-categories" values={categories} />
    </HStack>
  );
}

/** A whole number from 1 on; null for what is none. */
const whole = (text: string, digits: number) =>
  /^\d+$/.test(text.trim()) && text.trim().length <= digits && Number(text) > 0 ? Number(text) : null;

function QuantityForm({ targets, onChoose }: BulkFormProps) {
  const [said, say] = useSaid(
    { minimum: '1', maximum: '', multiple: '1' },
    (all) => {
      const [minimum, maximum, multiple] = [whole(all.minimum, 7), whole(all.maximum, 7), whole(all.multiple, 7)];
      const isRight = maximum !== null || all.maximum.trim() === '';
      return isRight && minimum !== null && multiple !== null
        ? {
            kind: 'quantity',
            quantity: { ...ANY_QUANTITY, minimum, maximum, multiple },
            products: [...targets.products],
          }
        : null;
    },
    onChoose,
  );
  const field = (name: keyof typeof said, label: string, placeholder?: string) => (
    <Box w="150px">
      <TextField
        label={label}
        value={said[name]}
        inputMode="numeric"
        placeholder={placeholder}
        fault={said[name].trim() !== '' && whole(said[name], 7) === null ? 'A whole number from 1 on.' : undefined}
        onChange={(value) => say({ [name]: value })}
      />
    </Box>
  );
  return (
    <HStack gap="4" align="start" wrap="wrap">
      {field('minimum', 'At least')}
      {field('maximum', 'At most', 'any number')}
      {field('multiple', 'In multiples of')}
    </HStack>
  );
}

const WHEN_OUT_OR_NONE = [{ value: '', label: 'Choose …' }, ...WHEN_OUT] as const;

interface WhenOutSaid {
  readonly when: (typeof WHEN_OUT_OR_NONE)[number]['value'];
  readonly days: string;
}

function NotCountedForm({ targets, onChoose }: BulkFormProps) {
  const [said, say] = useSaid(
    { counted: '' },
    ({ counted }) =>
      counted === ''
        ? null
        : {
            kind: 'notCounted',
            notCounted: reasonsNotCounted.find((reason) => reason === counted) ?? null,
            products: [...targets.products],
          },
    onChoose,
  );
  return (
    <SelectField
      label="Stock"
      width="320px"
      value={said.counted}
      alternatives={[
        { value: '', label: 'Choose one' },
        { value: 'tracked', label: 'tracked' },
        ...reasonsNotCounted.map((value) => ({ value, label: NOT_COUNTED_WORDS[value] })),
      ]}
      onChange={(counted) => say({ counted })}
    />
  );
}

function WhenOutForm({ targets, onChoose }: BulkFormProps) {
  const [said, say] = useSaid<WhenOutSaid>(
    { when: '', days: '' },
    ({ when, days }) => {
      const leadDays = when === 'orderable' ? whole(days, 3) : null;
      return when === '' || (when === 'orderable' && leadDays === null)
        ? null
        : { kind: 'whenOut', whenOut: when, leadDays, ...both(targets) };
    },
    onChoose,
  );
  return (
    <HStack gap="4" align="start" wrap="wrap">
      <SelectField
        label="Options that are out of stock are"
        width="320px"
        value={said.when}
        alternatives={WHEN_OUT_OR_NONE}
        onChange={(value) => say({ when: WHEN_OUT_OR_NONE.find((known) => known.value === value)?.value ?? '' })}
      />
      {said.when === 'orderable' && (
        <Box w="140px">
          <TextField
            label="Lead time (days)"
            value={said.days}
            inputMode="numeric"
            onChange={(days) => say({ days })}
          />
        </Box>
      )}
    </HStack>
  );
}

function TextsForm({ targets, onChoose }: BulkFormProps) {
  const [said, say] = useSaid(
    { find: '', replace: '', matchCase: true },
    (all) => (all.find === '' ? null : { kind: 'texts', ...all, ...both(targets) }),
    onChoose,
  );
  return (
    <Stack gap="3">
      <HStack gap="4" align="start" wrap="wrap">
        <Box w="280px">
          <TextField label="Find" value={said.find} maxLength={200} onChange={(find) => say({ find })} />
        </Box>
        <Box w="280px">
          <TextField
            label="Write instead"
            value={said.replace}
            maxLength={200}
            placeholder="nothing"
            onChange={(replace) => say({ replace })}
          />
        </Box>
      </HStack>
      <Tick
        label="Capital and small letters as they are written"
        checked={said.matchCase}
        onChange={(matchCase) => say({ matchCase })}
      />
      <Text fontSize="sm" color="fg.muted">
        In names, summaries, descriptions, pictures in words, and in the titles, help and options of choices. Addresses,
        SKUs and inside names stay.
      </Text>
    </Stack>
  );
}

function ReplacePart({ targets, onChoose }: BulkFormProps) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const give = (out: string, into: string) =>
    onChoose(
      out === '' || into === '' ? null : { kind: 'replacePart', from: out, to: into, products: [...targets.products] },
    );
  const take = ({ slug }: PickedProduct) => {
    setFrom(slug);
    give(slug, to);
  };
  const put = ({ slug }: PickedProduct) => {
    setTo(slug);
    give(from, slug);
  };
  return (
    <HStack gap="4" align="start" wrap="wrap">
      <PickProduct label="Take out" onPick={take} />
      <PickProduct label="Put in its place" show="sold" onPick={put} />
    </HStack>
  );
}

const openedSchema = z.object({ draft: z.object({ choices: z.array(choiceSchema) }) });

function CopyFrom({ targets, onChoose }: BulkFormProps) {
  const [from, setFrom] = useState<number | null>(null);
  const [choices, setChoices] = useState<readonly Choice[]>([]);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [clash, setClash] = useState<'keep' | 'replace'>('keep');
  const give = (keys: readonly string[], on: 'keep' | 'replace', source: number | null) =>
    onChoose(
      source === null || keys.length === 0
        ? null
        : { kind: 'copyChoices', from: source, choices: [...keys], clash: on, products: [...targets.products] },
    );
  const chooseSource = ({ id }: PickedProduct) => {
    setFrom(id);
    setChoices([]);
    setPicked([]);
    onChoose(null);
    send('GET', `/api/manage/products/${id}`, undefined, openedSchema).then(
      ({ draft }) => {
        const keys = draft.choices.map(({ key }) => key);
        setChoices(draft.choices);
        setPicked(keys);
        give(keys, clash, id);
      },
      (error: unknown) => sayFailed('That product can’t be opened', wordsOf(error)),
    );
  };
  return (
    <Stack gap="3">
      <HStack gap="4" align="end" wrap="wrap">
        <PickProduct label="From" onPick={chooseSource} />
        <Box w="320px">
          <SelectField
            label="Where one has a choice of the same inside name"
            value={clash}
            alternatives={[
              { value: 'keep', label: 'it keeps its own' },
              { value: 'replace', label: 'it is replaced' },
            ]}
            onChange={(value) => {
              const next = value === 'replace' ? 'replace' : 'keep';
              setClash(next);
              give(picked, next, from);
            }}
          />
        </Box>
      </HStack>
      <HStack gap="4" wrap="wrap">
        {choices.map((choice) => (
          <Tick
            key={choice.key}
            label={insideNameOf(choice)}
            checked={picked.includes(choice.key)}
            onChange={(on) => {
              const next = choices
                .map(({ key }) => key)
                .filter((key) => (key === choice.key ? on : picked.includes(key)));
              setPicked(next);
              give(next, clash, from);
            }}
          />
        ))}
        {from !== null && choices.length === 0 && <Text color="fg.muted">It has no choices of its own.</Text>}
      </HStack>
    </Stack>
  );
}

/** What is said in a form of its own: what mends a fault is pressed where that is told. */
export type FormKind = Exclude<BulkChange['kind'], 'mend'>;

/** What can be done to many at once; one that is forgotten does not compile. */
export const bulkKinds: { readonly [K in FormKind]: KindOfBulk } = {
  prices: { words: 'Set prices', ofChoices: false, Form: PricesForm },
  options: { words: 'Options of one name', ofChoices: true, Form: OptionsForm },
  swatch: { words: 'Replace a swatch', ofChoices: true, Form: SwatchForm },
  shelf: { words: 'Category, supplier, tags', ofChoices: false, Form: ShelfForm },
  quantity: { words: 'Quantity rule', ofChoices: false, Form: QuantityForm },
  notCounted: { words: 'Tracked, made to order or service', ofChoices: false, Form: NotCountedForm },
  whenOut: { words: 'When out of stock', ofChoices: true, Form: WhenOutForm },
  texts: { words: 'Find and replace in texts', ofChoices: true, Form: TextsForm },
  placeSheet: { words: 'Place a sheet', ofChoices: false, Form: (props) => <SheetForm kind="placeSheet" {...props} /> },
  takeOffSheet: {
    words: 'Take a sheet off',
    ofChoices: false,
    Form: (props) => <SheetForm kind="takeOffSheet" {...props} />,
  },
  copyChoices: { words: 'Copy choices to them', ofChoices: false, Form: CopyFrom },
  replacePart: { words: 'Replace a part', ofChoices: false, Form: ReplacePart },
};

export const bulkKindNames = Object.keys(bulkKinds) as FormKind[];
