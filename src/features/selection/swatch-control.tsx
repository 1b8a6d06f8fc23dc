'use client';

import { Box, chakra, Stack, Text } from '@chakra-ui/react';
import { type Choice, COLOUR_PATTERN } from '@/core/catalog';
import { amountWords } from '@/core/words';
import { type ControlProps, whyNot } from './control';

type SwatchChoice = Extract<Choice, { kind: 'swatch' }>;

/** One to three colours side by side, as a background. */
export function swatchBackground(colours: readonly string[]): string {
  const sound = colours.filter((colour) => COLOUR_PATTERN.test(colour));
  const share = 100 / Math.max(1, sound.length);
  const stops = sound.map((colour, index) => `${colour} ${index * share}% ${(index + 1) * share}%`);
  return stops.length > 0 ? `linear-gradient(115deg, ${stops.join(', ')})` : 'repeating-linear-gradient(45deg, #ccc 0 4px, #fff 4px 8px)';
}

/** One of several colours, each with its name for those who can't tell them apart. */
export function SwatchControl({ choice, id, counted, offers, currency, onAnswer }: ControlProps<SwatchChoice>) {
  const chosen = counted?.value;
  const chosenOption = choice.options.find(({ key }) => key === chosen);
  return (
    <Box>
      <Stack direction="row" wrap="wrap" gap="3" role="radiogroup" aria-labelledby={`${id}-label`}>
        {!choice.required && (
          <Swatch name={id} title="None" background="transparent" chosen={chosen === undefined} why="" onChoose={() => onAnswer(null)} />
        )}
        {choice.options.map((option) => (
          <Swatch
            key={option.key}
            name={id}
            title={option.title}
            background={swatchBackground(option.colours)}
            chosen={chosen === option.key}
            why={whyNot(offers, option.key)}
            onChoose={() => onAnswer(option.key)}
          />
        ))}
      </Stack>
      <Text fontSize="sm" mt="2" minH="1.5em">
        {chosenOption ? (
          [chosenOption.title, amountWords(chosenOption.amount, currency), whyNot(offers, chosenOption.key)].filter(Boolean).join(' · ')
        ) : (
          <chakra.span color="fg.muted">{choice.required ? 'None chosen yet' : 'None chosen'}</chakra.span>
        )}
      </Text>
    </Box>
  );
}

interface SwatchProps {
  name: string;
  title: string;
  background: string;
  chosen: boolean;
  why: string;
  onChoose: () => void;
}

function Swatch({ name, title, background, chosen, why, onChoose }: SwatchProps) {
  return (
    <chakra.label
      title={why ? `${title}: ${why}` : title}
      position="relative"
      display="inline-flex"
      flexDirection="column"
      alignItems="center"
      w="68px"
      cursor="pointer"
      fontSize="xs"
      textAlign="center"
      lineHeight="1.25"
      css={{ '& input:focus-visible + span': { outline: '2px solid var(--chakra-colors-copper-focus-ring)', outlineOffset: '3px' } }}
    >
      <chakra.input type="radio" name={name} checked={chosen} onChange={onChoose} aria-label={why ? `${title}, ${why}` : title} position="absolute" opacity="0" inset="0" cursor="pointer" />
      <chakra.span
        aria-hidden
        position="relative"
        display="block"
        w="44px"
        h="44px"
        borderRadius="48% 52% 50% 50%"
        borderWidth="1px"
        borderColor="border.emphasized"
        boxShadow={chosen ? '0 0 0 2px var(--chakra-colors-bg-panel), 0 0 0 4px var(--chakra-colors-copper-solid)' : undefined}
        style={{ background }}
        _after={
          why
            ? {
                content: '""',
                position: 'absolute',
                inset: 0,
                borderRadius: 'inherit',
                background: 'linear-gradient(to top right, transparent 47%, #fff 47%, #fff 49%, #333 49%, #333 51%, #fff 51%, #fff 53%, transparent 53%)',
              }
            : undefined
        }
      />
      <chakra.span mt="1.5" fontWeight={chosen ? '700' : '400'} color={why ? 'fg.subtle' : 'fg'}>
        {title.split(',')[0]}
      </chakra.span>
      {why && (
        <chakra.span color="fg.subtle" aria-hidden>
          {why === 'out of stock' ? 'out' : 'not made'}
        </chakra.span>
      )}
    </chakra.label>
  );
}
