'use client';

import { Box, chakra, Image, NativeSelect } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { type Choice } from '@/core/catalog';
import { type ControlProps, pickAnswer, pickedOf, whyNot } from './control';
import {
  Enlarged,
  noteWords,
  OptionDescriptions,
  OptionNote,
  OptionQuantity,
  OptionRow,
  shownOptions,
} from './option-parts';

type ListChoice = Extract<Choice, { kind: 'list' }>;

/** More options than this are shown as a menu, where the look is left open. */
const MOST_BUTTONS = 8;

/** One from a list: buttons side by side, cards with pictures, or a menu. */
export function ListControl(props: ControlProps<ListChoice>) {
  const { choice, onAnswer } = props;
  const [picked] = pickedOf(props.counted);
  const option = choice.options.find(({ key }) => key === picked?.option);
  return (
    <Box>
      <Look {...props} />
      <OptionDescriptions
        options={shownOptions(choice.options, props.offers)}
        chosen={picked ? [picked.option] : []}
        shown={choice.descriptionsShown}
        besideEach={lookOf(choice) !== 'menu'}
      />
      {choice.ownQuantity && picked && option && (
        <OptionQuantity
          name={option.title}
          quantity={picked.quantity}
          most={choice.mostEach}
          onChange={(quantity) => onAnswer(pickAnswer({ option: option.key, quantity }))}
        />
      )}
    </Box>
  );
}

/** How a list looks, where that is left open: buttons while they are few. */
const lookOf = ({ look, options }: ListChoice) =>
  look === 'auto' ? (options.length > MOST_BUTTONS ? 'menu' : 'buttons') : look;

function Look(props: ControlProps<ListChoice>) {
  const look = lookOf(props.choice);
  return look === 'menu' ? <Menu {...props} /> : <Tiles {...props} pictures={look === 'cards'} />;
}

/** Options side by side, as buttons or as cards with their pictures. */
function Tiles({
  choice,
  id,
  counted,
  offers,
  currency,
  aria,
  pictures,
  onAnswer,
}: ControlProps<ListChoice> & { pictures: boolean }) {
  const chosen = pickedOf(counted)[0]?.option;
  return (
    <OptionRow
      columns={choice.columns ?? (pictures ? 3 : null)}
      role="radiogroup"
      labelledBy={`${id}-label`}
      aria={aria}
    >
      {!choice.required && (
        <OptionTile type="radio" name={id} chosen={chosen === undefined} why="" onChoose={() => onAnswer(null)}>
          <chakra.span fontWeight="600">None</chakra.span>
        </OptionTile>
      )}
      {shownOptions(choice.options, offers).map((option) => {
        const why = whyNot(offers, option.key);
        return (
          <Enlarged key={option.key} option={option}>
            <OptionTile
              type="radio"
              name={id}
              chosen={chosen === option.key}
              why={why}
              picture={pictures ? (option.picture ?? option.texture) : null}
              onChoose={() => onAnswer(option.key)}
            >
              <chakra.span fontWeight="600" textDecoration={why ? 'line-through' : undefined}>
                {option.title}
              </chakra.span>
              {option.description && choice.descriptionsShown === 'always' && (
                <chakra.span fontSize="xs" lineHeight="1.3">
                  {option.description}
                </chakra.span>
              )}
              <OptionNote option={option} offers={offers} currency={currency} />
            </OptionTile>
          </Enlarged>
        );
      })}
    </OptionRow>
  );
}

interface TileProps {
  type: 'radio' | 'checkbox';
  name: string;
  chosen: boolean;
  why: string;
  picture?: string | null;
  onChoose: () => void;
  children: ReactNode;
}

/** One option as something to press: framed in copper when it is chosen, dashed when it can't be had. */
export function OptionTile({ type, name, chosen, why, picture = null, onChoose, children, ...rest }: TileProps) {
  return (
    <chakra.label
      {...rest}
      position="relative"
      display="inline-flex"
      flexDirection="column"
      justifyContent={picture === null ? 'center' : 'start'}
      textAlign={picture === null ? 'center' : 'start'}
      minH="42px"
      minW="48px"
      px={picture === null ? '3.5' : '2'}
      py={picture === null ? '1.5' : '2'}
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
      <chakra.input
        type={type}
        name={name}
        checked={chosen}
        onChange={onChoose}
        position="absolute"
        opacity="0"
        inset="0"
        w="full"
        h="full"
        cursor="pointer"
      />
      {picture !== null && (
        <Image
          src={picture}
          alt=""
          w="full"
          aspectRatio={4 / 3}
          objectFit="cover"
          borderRadius="l1"
          mb="1.5"
          bg="bg.subtle"
        />
      )}
      {children}
    </chakra.label>
  );
}

function Menu({ choice, id, counted, offers, currency, aria, onAnswer }: ControlProps<ListChoice>) {
  return (
    <NativeSelect.Root>
      <NativeSelect.Field
        id={id}
        aria-labelledby={`${id}-label`}
        {...aria}
        bg="bg.panel"
        borderColor="border.emphasized"
        value={pickedOf(counted)[0]?.option ?? ''}
        onChange={(event) => onAnswer(event.target.value === '' ? null : event.target.value)}
      >
        <option value="">{choice.required ? 'Choose …' : 'None'}</option>
        {shownOptions(choice.options, offers).map((option) => {
          const notes = noteWords(option, offers, currency);
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
