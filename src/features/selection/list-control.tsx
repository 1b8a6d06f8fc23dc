'use client';

import { chakra, NativeSelect, Stack } from '@chakra-ui/react';
import { type Choice } from '@/core/catalog';
import { amountWords } from '@/core/words';
import { type ControlProps, whyNot } from './control';

type ListChoice = Extract<Choice, { kind: 'list' }>;

/** More options than this are shown as a menu. */
const MOST_BUTTONS = 8;

/** One from a list: buttons side by side, or a menu where there are many. */
export function ListControl(props: ControlProps<ListChoice>) {
  return props.choice.options.length > MOST_BUTTONS ? <Menu {...props} /> : <Buttons {...props} />;
}

function Buttons({ choice, id, counted, offers, currency, onAnswer }: ControlProps<ListChoice>) {
  const chosen = counted?.value;
  return (
    <Stack direction="row" wrap="wrap" gap="2" role="radiogroup" aria-labelledby={`${id}-label`}>
      {!choice.required && (
        <OptionButton name={id} title="None" note="" chosen={chosen === undefined} why="" onChoose={() => onAnswer(null)} />
      )}
      {choice.options.map((option) => (
        <OptionButton
          key={option.key}
          name={id}
          title={option.title}
          note={amountWords(option.amount, currency)}
          chosen={chosen === option.key}
          why={whyNot(offers, option.key)}
          onChoose={() => onAnswer(option.key)}
        />
      ))}
    </Stack>
  );
}

interface OptionButtonProps {
  name: string;
  title: string;
  note: string;
  chosen: boolean;
  why: string;
  onChoose: () => void;
}

function OptionButton({ name, title, note, chosen, why, onChoose }: OptionButtonProps) {
  return (
    <chakra.label
      position="relative"
      display="inline-flex"
      flexDirection="column"
      justifyContent="center"
      textAlign="center"
      minH="42px"
      minW="48px"
      px="3.5"
      py="1.5"
      cursor="pointer"
      borderWidth="1px"
      borderRadius="l2"
      borderColor={chosen ? 'copper.solid' : 'border.emphasized'}
      borderStyle={why ? 'dashed' : 'solid'}
      boxShadow={chosen ? 'inset 0 0 0 1px var(--chakra-colors-copper-solid)' : undefined}
      bg={chosen ? 'copper.subtle' : 'bg.panel'}
      color={why && !chosen ? 'fg.subtle' : 'fg'}
      _hover={{ borderColor: 'copper.solid' }}
      _focusWithin={{ outline: '2px solid', outlineColor: 'copper.focusRing', outlineOffset: '2px' }}
    >
      <chakra.input type="radio" name={name} checked={chosen} onChange={onChoose} position="absolute" opacity="0" inset="0" cursor="pointer" />
      <chakra.span fontWeight="600" textDecoration={why ? 'line-through' : undefined}>
        {title}
      </chakra.span>
      {(note || why) && (
        <chakra.span fontSize="xs" color="fg.muted">
          {[note, why].filter(Boolean).join(' · ')}
        </chakra.span>
      )}
    </chakra.label>
  );
}

function Menu({ choice, id, counted, offers, currency, onAnswer }: ControlProps<ListChoice>) {
  return (
    <NativeSelect.Root>
      <NativeSelect.Field
        id={id}
        aria-labelledby={`${id}-label`}
        bg="bg.panel"
        borderColor="border.emphasized"
        value={counted?.value ?? ''}
        onChange={(event) => onAnswer(event.target.value === '' ? null : event.target.value)}
      >
        <option value="">{choice.required ? 'Choose …' : 'None'}</option>
        {choice.options.map((option) => {
          const notes = [amountWords(option.amount, currency), whyNot(offers, option.key)].filter(Boolean).join(', ');
          return (
            <option key={option.key} value={option.key}>
              {notes ? `${option.title} (${notes})` : option.title}
            </option>
          );
        })}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
