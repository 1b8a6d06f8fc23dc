'use client';

import { Box, chakra, Checkbox, Stack, Text } from '@chakra-ui/react';
import { type Choice, type Option } from '@/core/catalog';
import { type PickedOption } from '@/core/run';
import { type ControlProps, pickAnswer, pickedOf, whyNot } from './control';
import { OptionTile } from './list-control';
import { noteWords, OptionDescriptions, OptionNote, OptionQuantity, OptionRow, shownOptions } from './option-parts';
import { Swatch } from './swatch';

type SeveralChoice = Extract<Choice, { kind: 'several' }>;

/** What is ticked: as given, so that a list that is too long still shows what is in it. */
function tickedOf({ answer, counted }: ControlProps<SeveralChoice>): readonly PickedOption[] {
  if (!Array.isArray(answer)) return answer === null ? [] : pickedOf(counted);
  return answer.flatMap((entry: unknown): PickedOption[] => {
    if (typeof entry === 'string') return [{ option: entry, quantity: 1 }];
    const isPick =
      typeof entry === 'object' &&
      entry !== null &&
      'option' in entry &&
      typeof entry.option === 'string' &&
      'quantity' in entry &&
      typeof entry.quantity === 'number';
    return isPick ? [{ option: entry.option as string, quantity: entry.quantity as number }] : [];
  });
}

/** Several of a list: ticks, cards with pictures, or swatches. */
export function SeveralControl(props: ControlProps<SeveralChoice>) {
  const { choice, id, offers, onAnswer } = props;
  const ticked = tickedOf(props);
  const options = shownOptions(choice.options, offers);
  const quantityOf = (option: Option) => ticked.find((pick) => pick.option === option.key)?.quantity ?? null;
  const give = (picks: readonly PickedOption[]) => onAnswer(picks.length === 0 ? null : picks.map(pickAnswer));
  const toggle = (option: Option) =>
    give(
      quantityOf(option) === null
        ? [...ticked, { option: option.key, quantity: 1 }]
        : ticked.filter((pick) => pick.option !== option.key),
    );
  const quantityField = (option: Option) => {
    const quantity = quantityOf(option);
    if (!choice.ownQuantity || quantity === null) return null;
    return (
      <OptionQuantity
        name={option.title}
        quantity={quantity}
        most={choice.mostEach}
        onChange={(value) =>
          give(ticked.map((pick) => (pick.option === option.key ? { ...pick, quantity: value } : pick)))
        }
      />
    );
  };
  return (
    <Box>
      <Bounds least={choice.least} most={choice.most} />
      {choice.look === 'ticks' ? (
        <Box
          role="group"
          aria-labelledby={`${id}-label`}
          aria-describedby={props.aria['aria-describedby']}
          display="grid"
          gap="1.5"
          gridTemplateColumns={`repeat(${choice.columns ?? 1}, minmax(0, 1fr))`}
        >
          {options.map((option) => (
            <Box key={option.key}>
              <TickedOption
                control={props}
                option={option}
                chosen={quantityOf(option) !== null}
                onToggle={() => toggle(option)}
              />
              <Box pl="7">{quantityField(option)}</Box>
            </Box>
          ))}
        </Box>
      ) : (
        <OptionRow
          columns={choice.columns ?? (choice.look === 'cards' ? 3 : null)}
          role="group"
          labelledBy={`${id}-label`}
          aria={props.aria}
          gap={choice.look === 'cards' ? '2' : '3'}
        >
          {options.map((option) => (
            <Stack key={option.key} gap="0">
              <SeveralOption
                control={props}
                option={option}
                chosen={quantityOf(option) !== null}
                onToggle={() => toggle(option)}
              />
              {quantityField(option)}
            </Stack>
          ))}
        </OptionRow>
      )}
      <OptionDescriptions
        options={options}
        chosen={ticked.map(({ option }) => option)}
        shown={choice.descriptionsShown}
        besideEach={choice.look !== 'swatches'}
      />
    </Box>
  );
}

function Bounds({ least, most }: Pick<SeveralChoice, 'least' | 'most'>) {
  if (least === null && most === null) return null;
  const words =
    least !== null && most !== null
      ? least === most
        ? `choose ${least}`
        : `choose ${least} to ${most}`
      : least !== null
        ? `choose at least ${least}`
        : `choose up to ${most}`;
  return (
    <Text fontSize="xs" color="fg.muted" mb="1.5">
      {words}
    </Text>
  );
}

interface OneProps {
  control: ControlProps<SeveralChoice>;
  option: Option;
  chosen: boolean;
  onToggle: () => void;
}

function TickedOption({ control: { choice, offers, currency }, option, chosen, onToggle }: OneProps) {
  return (
    <Checkbox.Root checked={chosen} onCheckedChange={onToggle} alignItems="start">
      <Checkbox.HiddenInput />
      <Checkbox.Control borderColor="border.emphasized" mt="1" />
      <Checkbox.Label fontWeight="400">
        <chakra.span fontWeight="600" textDecoration={whyNot(offers, option.key) ? 'line-through' : undefined}>
          {option.title}
        </chakra.span>
        {option.description && choice.descriptionsShown === 'always' && (
          <chakra.span display="block" fontSize="sm" color="fg.muted">
            {option.description}
          </chakra.span>
        )}
        <OptionNote option={option} offers={offers} currency={currency} />
      </Checkbox.Label>
    </Checkbox.Root>
  );
}

/** An option as a card with its picture, or as a swatch. */
function SeveralOption({ control: { choice, id, offers, currency }, option, chosen, onToggle }: OneProps) {
  return choice.look === 'cards' ? (
    <OptionTile
      type="checkbox"
      name={id}
      chosen={chosen}
      why={whyNot(offers, option.key)}
      picture={option.picture ?? option.texture}
      onChoose={onToggle}
    >
      <chakra.span fontWeight="600">{option.title}</chakra.span>
      {option.description && choice.descriptionsShown === 'always' && (
        <chakra.span fontSize="xs">{option.description}</chakra.span>
      )}
      <OptionNote option={option} offers={offers} currency={currency} />
    </OptionTile>
  ) : (
    <Swatch
      type="checkbox"
      name={id}
      option={option}
      chosen={chosen}
      why={whyNot(offers, option.key)}
      names={choice.names}
      note={noteWords(option, offers, currency)}
      seen={<OptionNote option={option} offers={offers} currency={currency} />}
      onChoose={onToggle}
    />
  );
}
