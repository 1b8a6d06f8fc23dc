'use client';

import { type Path } from '@/core/problems';
import { Box, HStack, IconButton, Input, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { type RuleEffect } from '@/core/catalog';
import { unitByCode } from '@/core/quantity';
import { AmountField } from '@/features/choice-editor/amount-field';
import { useEditing } from '@/features/choice-editor/editing';
import { orNull } from '@/features/choice-editor/or-null';
import { PictureField } from '@/features/choice-editor/picture-field';
import { useWholeText } from '@/features/choice-editor/use-whole-text';
import { WeightField } from '@/features/choice-editor/weight-field';
import { SelectField } from '@/ui/field';
import { asks, choiceAlternatives, hasOneOrMore, isMeasured, optionAlternatives } from './choosing';
import { SeveralPicks } from './several-picks';

type Kind = RuleEffect['kind'];

const KINDS: readonly { value: Kind; label: string }[] = [
  { value: 'show', label: 'show' },
  { value: 'hide', label: 'hide' },
  { value: 'require', label: 'require' },
  { value: 'offer', label: 'offer only' },
  { value: 'withhold', label: 'withhold' },
  { value: 'preselect', label: 'begin with' },
  { value: 'limit', label: 'keep a measure' },
  { value: 'limitQuantity', label: 'keep the quantity' },
  { value: 'amount', label: 'change the price' },
  { value: 'setPrice', label: 'set the price to' },
  { value: 'weight', label: 'add weight' },
  { value: 'draw', label: 'take from stock' },
  { value: 'picture', label: 'lay a picture on top' },
  { value: 'tell', label: 'tell customers' },
  { value: 'refuse', label: 'refuse it, saying' },
];

/** An effect of a kind, with what is there to begin with. */
export function freshEffect(kind: Kind, first: { optionsChoice: string; measure: string; stock: string }): RuleEffect {
  switch (kind) {
    case 'show':
    case 'hide':
    case 'require':
      return { kind, choices: [] };
    case 'offer':
    case 'withhold':
      return { kind, choice: first.optionsChoice, options: [] };
    case 'preselect':
      return { kind, choice: first.optionsChoice, answer: '' };
    case 'limit':
      return { kind, choice: first.measure, least: null, most: null };
    case 'limitQuantity':
      return { kind, least: null, most: null };
    case 'amount':
      return { kind, amount: { kind: 'fixed', value: '' } };
    case 'setPrice':
      return { kind, price: '' };
    case 'weight':
      return { kind, weight: { value: '', unit: 'kg' } };
    case 'draw':
      return { kind, draw: { kind: 'fixed', stock: first.stock, quantity: '1', pieces: 1 } };
    case 'picture':
      return { kind, src: '', alt: '' };
    case 'tell':
      return { kind, text: '' };
    case 'refuse':
      return { kind, reason: '' };
  }
}

interface Props {
  label: string;
  effect: RuleEffect;
  path: Path;
  onChange: (effect: RuleEffect) => void;
  onRemove: () => void;
}

/** What follows from a rule, as a sentence with the parts to pick inside it. */
export function EffectField({ label, effect, path, onChange, onRemove }: Props) {
  const { assembled, stock } = useEditing();
  const { choices } = assembled;
  const first = {
    optionsChoice: choices.find(hasOneOrMore)?.key ?? '',
    measure: choices.find(isMeasured)?.key ?? '',
    stock: stock[0]?.key ?? '',
  };
  return (
    <HStack gap="2" wrap="wrap" align="start" role="group" aria-label={label}>
      <SelectField
        small
        hideLabel
        label={`${label}: what`}
        width="168px"
        value={effect.kind}
        alternatives={KINDS}
        onChange={(value) => {
          const kind = KINDS.find((known) => known.value === value)?.value;
          if (kind) onChange(freshEffect(kind, first));
        }}
      />
      <EffectParts label={label} effect={effect} path={path} onChange={onChange} />
      <IconButton aria-label={`Remove: ${label}`} size="xs" variant="ghost" colorPalette="brick" onClick={onRemove}>
        <Trash2 size={14} />
      </IconButton>
    </HStack>
  );
}

const box = { size: 'sm', bg: 'bg.panel', borderColor: 'border.emphasized' } as const;

function EffectParts({ label, effect, path, onChange }: Omit<Props, 'onRemove'>) {
  const { assembled, stock, shop } = useEditing();
  const { choices } = assembled;
  const choiceSelect = (value: string, fits: Parameters<typeof choiceAlternatives>[1], onPick: (key: string) => void) => (
    <SelectField small hideLabel label={`${label}: choice`} width="160px" value={value} alternatives={[...(value === '' ? [{ value: '', label: 'none yet' }] : []), ...choiceAlternatives(choices, fits)]} onChange={onPick} />
  );
  switch (effect.kind) {
    case 'show':
    case 'hide':
    case 'require':
      return <SeveralPicks label={`${label}: choices`} joined="and" picked={effect.choices} alternatives={choiceAlternatives(choices, effect.kind === 'require' ? asks : undefined)} onChange={(picked) => onChange({ ...effect, choices: picked })} />;
    case 'offer':
    case 'withhold':
      return (
        <>
          <SeveralPicks label={`${label}: options`} joined="and" picked={effect.options} alternatives={optionAlternatives(choices, effect.choice)} onChange={(options) => onChange({ ...effect, options })} />
          <Text pt="1">of</Text>
          {choiceSelect(effect.choice, hasOneOrMore, (choice) => onChange({ ...effect, choice, options: [] }))}
        </>
      );
    case 'preselect': {
      const options = optionAlternatives(choices, effect.choice);
      const choice = choices.find(({ key }) => key === effect.choice);
      return (
        <>
          {choice?.kind === 'yesNo' ? (
            <SelectField small hideLabel label={`${label}: answer`} width="120px" value={effect.answer === true ? 'yes' : 'no'} alternatives={[{ value: 'yes', label: 'yes' }, { value: 'no', label: 'no' }]} onChange={(value) => onChange({ ...effect, answer: value === 'yes' })} />
          ) : options.length > 0 ? (
            <SelectField small hideLabel label={`${label}: answer`} width="150px" value={typeof effect.answer === 'string' ? effect.answer : ''} alternatives={[{ value: '', label: 'pick …' }, ...options]} onChange={(answer) => onChange({ ...effect, answer: choice?.kind === 'several' ? [answer] : answer })} />
          ) : (
            <Input aria-label={`${label}: answer`} {...box} w="140px" value={typeof effect.answer === 'string' ? effect.answer : ''} onChange={(event) => onChange({ ...effect, answer: event.target.value })} />
          )}
          <Text pt="1">for</Text>
          {choiceSelect(effect.choice, asks, (key) => onChange({ ...effect, choice: key, answer: '' }))}
        </>
      );
    }
    case 'limit': {
      const choice = choices.find(({ key }) => key === effect.choice);
      const unit = choice?.kind === 'measure' ? (unitByCode(choice.unit)?.symbol ?? '') : '';
      return (
        <>
          {choiceSelect(effect.choice, isMeasured, (key) => onChange({ ...effect, choice: key }))}
          <Text pt="1">from</Text>
          <Input aria-label={`${label}: least`} {...box} w="72px" textAlign="end" placeholder="any" value={effect.least ?? ''} onChange={(event) => onChange({ ...effect, least: orNull(event.target.value) })} />
          <Text pt="1">to</Text>
          <Input aria-label={`${label}: most`} {...box} w="72px" textAlign="end" placeholder="any" value={effect.most ?? ''} onChange={(event) => onChange({ ...effect, most: orNull(event.target.value) })} />
          <Text pt="1">{unit}</Text>
        </>
      );
    }
    case 'limitQuantity':
      return <QuantityBounds label={label} effect={effect} onChange={onChange} />;
    case 'amount':
      return <AmountField label={label} amount={effect.amount} path={[...path, 'amount']} own={{ key: '', kind: 'divider' }} onChange={(amount) => onChange({ ...effect, amount: amount ?? { kind: 'fixed', value: '0' } })} />;
    case 'setPrice':
      return (
        <>
          <Input aria-label={`${label}: price`} {...box} w="96px" textAlign="end" inputMode="decimal" value={effect.price} onChange={(event) => onChange({ ...effect, price: event.target.value.trim() })} />
          <Text pt="1">{shop.currency}</Text>
        </>
      );
    case 'weight':
      return <WeightField label="Weight" unit="kg" weight={effect.weight} onChange={(weight) => onChange({ ...effect, weight: weight ?? { value: '', unit: 'kg' } })} />;
    case 'draw': {
      const { draw } = effect;
      const quantity = draw.kind === 'fixed' ? draw.quantity : '1';
      return (
        <>
          <Input aria-label={`${label}: quantity`} {...box} w="72px" textAlign="end" inputMode="decimal" value={quantity} onChange={(event) => onChange({ ...effect, draw: { kind: 'fixed', stock: draw.stock, quantity: event.target.value.trim(), pieces: 1 } })} />
          <Text pt="1">of</Text>
          <SelectField small hideLabel label={`${label}: stock item`} width="200px" value={draw.stock} alternatives={[{ value: '', label: 'none yet' }, ...stock.map(({ key, title }) => ({ value: key, label: title }))]} onChange={(key) => onChange({ ...effect, draw: { kind: 'fixed', stock: key, quantity, pieces: 1 } })} />
        </>
      );
    }
    case 'picture':
      return <PictureField label="Picture" src={effect.src === '' ? null : effect.src} onChange={(src) => onChange({ ...effect, src: src ?? '' })} />;
    case 'tell':
      return <Input aria-label={`${label}: words`} {...box} flex="1" minW="220px" maxLength={500} value={effect.text} placeholder="A ridge comes with it." onChange={(event) => onChange({ ...effect, text: event.target.value })} />;
    case 'refuse':
      return <Input aria-label={`${label}: reason`} {...box} flex="1" minW="220px" maxLength={500} value={effect.reason} placeholder="Tin can’t be bent that far. Choose reed." onChange={(event) => onChange({ ...effect, reason: event.target.value })} />;
  }
}

function QuantityBounds({ label, effect, onChange }: { label: string; effect: Extract<RuleEffect, { kind: 'limitQuantity' }>; onChange: (effect: RuleEffect) => void }) {
  const bounds = { least: 1, most: 1_000_000, mayBeEmpty: true };
  const least = useWholeText(effect.least, bounds, (value) => onChange({ ...effect, least: value }));
  const most = useWholeText(effect.most, bounds, (value) => onChange({ ...effect, most: value }));
  return (
    <>
      <Text pt="1">from</Text>
      <Input aria-label={`${label}: least`} {...box} w="72px" textAlign="end" placeholder="any" value={least.text} onChange={(event) => least.take(event.target.value)} />
      <Text pt="1">to</Text>
      <Input aria-label={`${label}: most`} {...box} w="72px" textAlign="end" placeholder="any" value={most.text} onChange={(event) => most.take(event.target.value)} />
      <Box />
    </>
  );
}
