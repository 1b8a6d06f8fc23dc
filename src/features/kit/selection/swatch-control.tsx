'use client';

import { Box } from '@chakra-ui/react';
import { type Choice } from '@/core/catalog';
import { type ControlProps, pickAnswer, pickedOf, whyNot } from './control';
import { noteWords, OptionDescriptions, OptionNote, OptionQuantity, OptionRow, shownOptions } from './option-parts';
import { Swatch } from './swatch';

/** One of several colours or textures, each with its name for those who can't tell them apart. */
export function SwatchControl({
  choice,
  id,
  counted,
  offers,
  currency,
  aria,
  onAnswer,
}: ControlProps<Extract<Choice, { kind: 'swatch' }>>) {
  const [picked] = pickedOf(counted);
  const chosen = choice.options.find(({ key }) => key === picked?.option);
  return (
    <Box>
      <OptionRow columns={choice.columns} role="radiogroup" labelledBy={`${id}-label`} aria={aria} gap="3">
        {!choice.required && (
          <Swatch
            type="radio"
            name={id}
            option={null}
            chosen={picked === undefined}
            why=""
            note=""
            onChoose={() => onAnswer(null)}
          />
        )}
        {shownOptions(choice.options, offers).map((option) => (
          <Swatch
            key={option.key}
            type="radio"
            name={id}
            option={option}
            chosen={picked?.option === option.key}
            why={whyNot(offers, option.key)}
            names={choice.names}
            note={noteWords(option, offers, currency)}
            seen={<OptionNote option={option} offers={offers} currency={currency} />}
            onChoose={() => onAnswer(option.key)}
          />
        ))}
      </OptionRow>
      <OptionDescriptions
        options={choice.options}
        chosen={picked ? [picked.option] : []}
        shown={choice.descriptionsShown}
      />
      {choice.ownQuantity && picked && chosen && (
        <OptionQuantity
          name={chosen.title}
          quantity={picked.quantity}
          most={choice.mostEach}
          onChange={(quantity) => onAnswer(pickAnswer({ option: chosen.key, quantity }))}
        />
      )}
    </Box>
  );
}
