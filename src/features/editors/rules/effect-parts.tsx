'use client';

import { Text } from '@chakra-ui/react';
import { type ComponentType } from 'react';
import { type Choice, type RuleEffect } from '@/core/catalog';
import { type Path } from '@/core/problems';
import { unitByCode } from '@/core/quantity';
import { type EffectKind } from '@/core/rules';
import { AmountField, orNull, PictureField, StockPick, WeightField } from '@/features/editors/fields';
import { useEditing } from '@/features/editors/frame';
import { useWholeText } from '@/features/kit/shared';
import { SelectField, TypedInput } from '@/ui/field';
import { PickField } from '@/ui/search-field';
import { asks, choiceAlternatives, choiceFindings, hasOneOrMore, isMeasured, optionAlternatives } from './choosing';
import { SeveralPicks } from './several-picks';

type Of<K extends EffectKind> = Extract<RuleEffect, { kind: K }>;

/** What the parts of an effect's sentence get. */
export interface PartsProps<E = RuleEffect> {
  label: string;
  effect: E;
  path: Path;
  onChange: (effect: RuleEffect) => void;
}

/**
 * What there is to begin an effect with, where only one thing can be meant; empty where nothing is picked beforehand.
 */
export interface First {
  readonly optionsChoice: string;
  readonly measure: string;
  readonly stock: string;
}

interface EffectHere<K extends EffectKind> {
  /** how its sentence begins */
  readonly words: string;
  /** how it is when it has just been added */
  fresh(first: First): Of<K>;
  readonly Parts: ComponentType<PartsProps<Of<K>>>;
}

const box = { size: 'sm', bg: 'bg.panel', borderColor: 'border.emphasized' } as const;

function ChoicePick({
  label,
  value,
  fits,
  onPick,
}: {
  label: string;
  value: string;
  fits: (choice: Choice) => boolean;
  onPick: (key: string) => void;
}) {
  const { choices } = useEditing().assembled;
  return (
    <PickField
      small
      hideLabel
      label={`${label}: choice`}
      width="170px"
      placeholder="which choice"
      picked={value}
      findings={choiceFindings(choices, fits)}
      mayBeNothing={false}
      onPick={onPick}
    />
  );
}

function ChoicesParts({ label, effect, onChange }: PartsProps<Of<'show' | 'hide' | 'require'>>) {
  const { choices } = useEditing().assembled;
  return (
    <SeveralPicks
      label={`${label}: choices`}
      joined="and"
      picked={effect.choices}
      alternatives={choiceAlternatives(choices, effect.kind === 'require' ? asks : undefined)}
      onChange={(picked) => onChange({ ...effect, choices: picked })}
    />
  );
}

function OptionsParts({ label, effect, onChange }: PartsProps<Of<'offer' | 'withhold'>>) {
  const { choices } = useEditing().assembled;
  return (
    <>
      <SeveralPicks
        label={`${label}: options`}
        joined="and"
        picked={effect.options}
        alternatives={optionAlternatives(choices, effect.choice)}
        onChange={(options) => onChange({ ...effect, options })}
      />
      <Text pt="1">of</Text>
      <ChoicePick
        label={label}
        value={effect.choice}
        fits={hasOneOrMore}
        onPick={(choice) => onChange({ ...effect, choice, options: [] })}
      />
    </>
  );
}

function PreselectParts({ label, effect, onChange }: PartsProps<Of<'preselect'>>) {
  const { choices } = useEditing().assembled;
  const options = optionAlternatives(choices, effect.choice);
  const choice = choices.find(({ key }) => key === effect.choice);
  const written = typeof effect.answer === 'string' ? effect.answer : '';
  return (
    <>
      {choice?.kind === 'yesNo' ? (
        <SelectField
          small
          hideLabel
          label={`${label}: answer`}
          width="120px"
          value={effect.answer === true ? 'yes' : 'no'}
          alternatives={[
            { value: 'yes', label: 'yes' },
            { value: 'no', label: 'no' },
          ]}
          onChange={(value) => onChange({ ...effect, answer: value === 'yes' })}
        />
      ) : options.length > 0 ? (
        <SelectField
          small
          hideLabel
          label={`${label}: answer`}
          width="150px"
          value={written}
          alternatives={[{ value: '', label: 'pick …' }, ...options]}
          onChange={(answer) => onChange({ ...effect, answer: choice?.kind === 'several' ? [answer] : answer })}
        />
      ) : (
        <TypedInput
          aria-label={`${label}: answer`}
          {...box}
          w="140px"
          value={written}
          onChange={(text) => onChange({ ...effect, answer: text })}
        />
      )}
      <Text pt="1">for</Text>
      <ChoicePick
        label={label}
        value={effect.choice}
        fits={asks}
        onPick={(key) => onChange({ ...effect, choice: key, answer: '' })}
      />
    </>
  );
}

function LimitParts({ label, effect, onChange }: PartsProps<Of<'limit'>>) {
  const choice = useEditing().assembled.choices.find(({ key }) => key === effect.choice);
  const unit = choice?.kind === 'measure' ? (unitByCode(choice.unit)?.symbol ?? '') : '';
  return (
    <>
      <ChoicePick
        label={label}
        value={effect.choice}
        fits={isMeasured}
        onPick={(key) => onChange({ ...effect, choice: key })}
      />
      <FromTo
        label={label}
        least={effect.least ?? ''}
        most={effect.most ?? ''}
        onLeast={(text) => onChange({ ...effect, least: orNull(text) })}
        onMost={(text) => onChange({ ...effect, most: orNull(text) })}
      />
      <Text pt="1">{unit}</Text>
    </>
  );
}

function LimitQuantityParts({ label, effect, onChange }: PartsProps<Of<'limitQuantity'>>) {
  const bounds = { least: 1, most: 1_000_000, mayBeEmpty: true };
  const least = useWholeText(effect.least, bounds, (value) => onChange({ ...effect, least: value }));
  const most = useWholeText(effect.most, bounds, (value) => onChange({ ...effect, most: value }));
  return <FromTo label={label} least={least.text} most={most.text} onLeast={least.take} onMost={most.take} />;
}

function FromTo({
  label,
  least,
  most,
  onLeast,
  onMost,
}: {
  label: string;
  least: string;
  most: string;
  onLeast: (text: string) => void;
  onMost: (text: string) => void;
}) {
  return (
    <>
      <Text pt="1">from</Text>
      <TypedInput
        aria-label={`${label}: least`}
        {...box}
        w="72px"
        textAlign="end"
        placeholder="any"
        value={least}
        onChange={onLeast}
      />
      <Text pt="1">to</Text>
      <TypedInput
        aria-label={`${label}: most`}
        {...box}
        w="72px"
        textAlign="end"
        placeholder="any"
        value={most}
        onChange={onMost}
      />
    </>
  );
}

function AmountParts({ label, effect, path, onChange }: PartsProps<Of<'amount'>>) {
  return (
    <AmountField
      label={label}
      amount={effect.amount}
      path={[...path, 'amount']}
      own={{ key: '', kind: 'divider' }}
      onChange={(amount) => onChange({ ...effect, amount: amount ?? { kind: 'fixed', value: '0' } })}
    />
  );
}

function SetPriceParts({ label, effect, onChange }: PartsProps<Of<'setPrice'>>) {
  const { shop, assembled } = useEditing();
  const takesAlong = effect.addOns === 'onTop' || assembled.choices.some(({ kind }) => kind === 'addOn');
  return (
    <>
      <TypedInput
        aria-label={`${label}: price`}
        {...box}
        w="96px"
        textAlign="end"
        inputMode="decimal"
        value={effect.price}
        onChange={(text) => onChange({ ...effect, price: text.trim() })}
      />
      <Text pt="1">{shop.currency}</Text>
      {takesAlong && (
        <SelectField
          small
          hideLabel
          label={`${label}: what it covers`}
          width="260px"
          value={effect.addOns}
          alternatives={[
            { value: 'covered', label: 'for everything, taken along or not' },
            { value: 'onTop', label: 'what is taken along comes on top' },
          ]}
          onChange={(value) => onChange({ ...effect, addOns: value === 'onTop' ? 'onTop' : 'covered' })}
        />
      )}
    </>
  );
}

function WeightParts({ effect, onChange }: PartsProps<Of<'weight'>>) {
  return (
    <WeightField
      label="Weight"
      unit="kg"
      weight={effect.weight}
      onChange={(weight) => onChange({ ...effect, weight: weight ?? { value: '', unit: 'kg' } })}
    />
  );
}

function DrawParts({ label, effect, onChange }: PartsProps<Of<'draw'>>) {
  const { assembled } = useEditing();
  const { draw } = effect;
  const quantity = draw.kind === 'fixed' ? draw.quantity : '1';
  return (
    <>
      <TypedInput
        aria-label={`${label}: quantity`}
        {...box}
        w="72px"
        textAlign="end"
        inputMode="decimal"
        value={quantity}
        onChange={(text) =>
          onChange({ ...effect, draw: { kind: 'fixed', stock: draw.stock, quantity: text.trim(), pieces: 1 } })
        }
      />
      <Text pt="1">of</Text>
      <StockPick
        small
        hideLabel
        label={`${label}: stock item`}
        width="220px"
        name={assembled.title}
        picked={draw.stock}
        onPick={(key) => onChange({ ...effect, draw: { kind: 'fixed', stock: key, quantity, pieces: 1 } })}
      />
    </>
  );
}

function PictureParts({ effect, onChange }: PartsProps<Of<'picture'>>) {
  return (
    <PictureField
      label="Picture"
      src={effect.src === '' ? null : effect.src}
      onChange={(src) => onChange({ ...effect, src: src ?? '' })}
    />
  );
}

function Words({
  label,
  text,
  placeholder,
  onChange,
}: {
  label: string;
  text: string;
  placeholder: string;
  onChange: (text: string) => void;
}) {
  return (
    <TypedInput
      aria-label={label}
      {...box}
      flex="1"
      minW="220px"
      maxLength={500}
      value={text}
      placeholder={placeholder}
      onChange={onChange}
    />
  );
}

function TellParts({ label, effect, onChange }: PartsProps<Of<'tell'>>) {
  return (
    <Words
      label={`${label}: words`}
      text={effect.text}
      placeholder="A ridge comes with it."
      onChange={(text) => onChange({ ...effect, text })}
    />
  );
}

function RefuseParts({ label, effect, onChange }: PartsProps<Of<'refuse'>>) {
  return (
    <Words
      label={`${label}: reason`}
      text={effect.reason}
      placeholder="Tin can’t be bent that far. Choose reed."
      onChange={(reason) => onChange({ ...effect, reason })}
    />
  );
}

/** What a rule can do, in the order in which it is offered; one that is forgotten does not compile. */
export const effectsHere: { readonly [K in EffectKind]: EffectHere<K> } = {
  show: { words: 'show', fresh: () => ({ kind: 'show', choices: [] }), Parts: ChoicesParts },
  hide: { words: 'hide', fresh: () => ({ kind: 'hide', choices: [] }), Parts: ChoicesParts },
  require: { words: 'require', fresh: () => ({ kind: 'require', choices: [] }), Parts: ChoicesParts },
  offer: {
    words: 'offer only',
    fresh: ({ optionsChoice }) => ({ kind: 'offer', choice: optionsChoice, options: [] }),
    Parts: OptionsParts,
  },
  withhold: {
    words: 'do not offer',
    fresh: ({ optionsChoice }) => ({ kind: 'withhold', choice: optionsChoice, options: [] }),
    Parts: OptionsParts,
  },
  preselect: {
    words: 'preselect',
    fresh: ({ optionsChoice }) => ({ kind: 'preselect', choice: optionsChoice, answer: '' }),
    Parts: PreselectParts,
  },
  limit: {
    words: 'limit a measure',
    fresh: ({ measure }) => ({ kind: 'limit', choice: measure, least: null, most: null }),
    Parts: LimitParts,
  },
  limitQuantity: {
    words: 'limit the quantity',
    fresh: () => ({ kind: 'limitQuantity', least: null, most: null }),
    Parts: LimitQuantityParts,
  },
  amount: {
    words: 'change the price',
    fresh: () => ({ kind: 'amount', amount: { kind: 'fixed', value: '' } }),
    Parts: AmountParts,
  },
  setPrice: {
    words: 'set the price to',
    fresh: () => ({ kind: 'setPrice', price: '', addOns: 'covered' }),
    Parts: SetPriceParts,
  },
  weight: {
    words: 'add weight',
    fresh: () => ({ kind: 'weight', weight: { value: '', unit: 'kg' } }),
    Parts: WeightParts,
  },
  draw: {
    words: 'draw from stock',
    fresh: ({ stock }) => ({ kind: 'draw', draw: { kind: 'fixed', stock, quantity: '1', pieces: 1 } }),
    Parts: DrawParts,
  },
  picture: { words: 'add a picture layer', fresh: () => ({ kind: 'picture', src: '', alt: '' }), Parts: PictureParts },
  tell: { words: 'tell customers', fresh: () => ({ kind: 'tell', text: '' }), Parts: TellParts },
  refuse: { words: 'refuse it, saying', fresh: () => ({ kind: 'refuse', reason: '' }), Parts: RefuseParts },
};

/** The rest of an effect's sentence, with the parts to pick inside it. */
export function EffectParts(props: PartsProps) {
  // The record has for each kind what fits that kind.
  const Parts = effectsHere[props.effect.kind].Parts as ComponentType<PartsProps>;
  return <Parts {...props} />;
}
