'use client';

import { Box, chakra } from '@chakra-ui/react';
import { Check } from 'lucide-react';
import { type ReactNode } from 'react';
import { type Option } from '@/core/catalog';
import { readableMark } from '@/core/colour';
import { swatchBackground } from '@/ui/swatch-background';
import { Enlarged } from './option-parts';

interface SwatchProps {
  type: 'radio' | 'checkbox';
  name: string;
  /** null for the way to say no */
  option: Option | null;
  chosen: boolean;
  why: string;
  /** how its name is shown to those who see */
  names?: 'shown' | 'onPointing' | 'hidden';
  /** what else is said of it, in words, for those who listen */
  note: string;
  /** the same for those who see */
  seen?: ReactNode;
  onChoose: () => void;
}

/** One swatch with its name under it; struck through when it can't be had. */
export function Swatch({ type, name, option, chosen, why, names = 'shown', note, seen, onChoose }: SwatchProps) {
  const title = option?.title ?? 'None';
  const label = [title, note].filter(Boolean).join(', ');
  const swatch = (
    <chakra.label
      title={names === 'shown' ? label : undefined}
      className="group"
      position="relative"
      display="inline-flex"
      flexDirection="column"
      alignItems="center"
      w="72px"
      cursor="pointer"
      fontSize="xs"
      textAlign="center"
      lineHeight="1.25"
      css={{
        '& input:focus-visible + span': {
          outline: '2px solid var(--chakra-colors-copper-focus-ring)',
          outlineOffset: '3px',
        },
      }}
    >
      <chakra.input
        type={type}
        name={name}
        checked={chosen}
        onChange={onChoose}
        aria-label={label}
        position="absolute"
        opacity="0"
        inset="0"
        w="full"
        h="full"
        cursor="pointer"
      />
      <chakra.span
        aria-hidden
        position="relative"
        display="flex"
        alignItems="center"
        justifyContent="center"
        w="46px"
        h="46px"
        borderRadius="48% 52% 50% 50%"
        borderWidth="1px"
        borderColor="border.emphasized"
        boxShadow={
          chosen ? '0 0 0 2px var(--chakra-colors-bg-panel), 0 0 0 4px var(--chakra-colors-copper-solid)' : undefined
        }
        style={option ? swatchBackground(option) : undefined}
        _after={
          why
            ? {
                content: '""',
                position: 'absolute',
                inset: 0,
                borderRadius: 'inherit',
                background:
                  'linear-gradient(to top right, transparent 47%, #fff 47%, #fff 49%, #333 49%, #333 51%, #fff 51%, #fff 53%, transparent 53%)',
              }
            : undefined
        }
      >
        {chosen && option && <Mark option={option} />}
      </chakra.span>
      <chakra.span
        aria-hidden
        mt="1.5"
        fontWeight={chosen ? '700' : '400'}
        color={why ? 'fg.subtle' : 'fg'}
        visibility={names === 'shown' || chosen ? 'visible' : 'hidden'}
        _groupHover={names === 'onPointing' ? { visibility: 'visible' } : undefined}
        _groupFocusWithin={names === 'onPointing' ? { visibility: 'visible' } : undefined}
      >
        {title}
      </chakra.span>
      <chakra.span aria-hidden>{seen}</chakra.span>
    </chakra.label>
  );
  return option ? <Enlarged option={option}>{swatch}</Enlarged> : swatch;
}

/** The mark on a chosen swatch: ink or paper, whichever can be read on it; on a texture, on a disc of its own. */
function Mark({ option }: { option: Option }) {
  if (option.texture === null) return <Check size={20} strokeWidth={3} color={readableMark(option.colours)} />;
  return (
    <Box as="span" bg="bg.panel" borderRadius="full" p="0.5" color="fg">
      <Check size={16} strokeWidth={3} />
    </Box>
  );
}
