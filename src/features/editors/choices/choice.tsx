'use client';

import { Box, Button, HStack, IconButton, Menu, SimpleGrid, Text } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Copy, RefreshCw, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type Choice, hasOptions, isNote, isStocked, kindOf, type Product } from '@/core/catalog';
import { insideNameOf } from '@/core/words';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { MoreMenu } from '@/ui/more-menu';
import { Section, useEditing, useFaultAt } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { ChangeKindDialog } from './change-kind';
import { ChoiceOnPage } from './choice-on-page';
import { DefaultField } from './default-field';
import { EffectFields } from './effect-fields';
import { KindFields } from './fields-of-kind';
import { choiceKindsHere } from './kinds';
import { copyOfChoice } from './new-choice';
import { OptionsEditor } from './options';
import { ShownWhen } from './shown-when';

/** A combination without one of its stocked choices means nothing any more. */
function leaveOutOfVariants(draft: Product, choiceKey: string): void {
  for (const variant of draft.variants) {
    variant.options = Object.fromEntries(Object.entries(variant.options).filter(([key]) => key !== choiceKey));
  }
}

/** Leads to the choice before and after, in the order of the page. */
function Neighbours({ index }: { index: number }) {
  const { product, goTo } = useEditing();
  const [before, after] = [product.choices[index - 1], product.choices[index + 1]];
  const button = (words: string, keys: string, choice: Choice | undefined, icon: React.ReactNode) => (
    <IconButton
      aria-label={choice ? `${words}: ${insideNameOf(choice)}` : words}
      title={`${words} (${keys})`}
      size="xs"
      variant="ghost"
      colorPalette="ink"
      disabled={!choice}
      onClick={() => choice && goTo(`choice:${choice.key}`)}
    >
      {icon}
    </IconButton>
  );
  return (
    <>
      {button('Choice before', 'Alt ↑', before, <ArrowUp size={15} aria-hidden />)}
      {button('Next choice', 'Alt ↓', after, <ArrowDown size={15} aria-hidden />)}
    </>
  );
}

export type EditChoice = (tag: string, recipe: (draft: Choice) => void) => void;

/** One choice: what every choice has, then what its kind has, then how it stands on the page. */
export function ChoiceSection({ choiceKey }: { choiceKey: string }) {
  const { product, change, goTo } = useEditing();
  const index = product.choices.findIndex(({ key }) => key === choiceKey);
  const choice = product.choices[index];
  const titleFault = useFaultAt('choices', index, 'title');
  const requiredFault = useFaultAt('choices', index, 'required');
  const [changing, setChanging] = useState(false);
  if (!choice) return <Text>This choice is gone.</Text>;

  const edit: EditChoice = (tag, recipe) =>
    change(`choice ${choiceKey} ${tag}`, (draft) => {
      const target = draft.choices.find(({ key }) => key === choiceKey);
      if (target) recipe(target);
    });
  const duplicate = () => {
    const copy = copyOfChoice(choice, product, `${choice.title} (copy)`);
    change(`copy choice ${copy.key}`, (draft) => void draft.choices.splice(index + 1, 0, copy));
    goTo(`choice:${copy.key}`);
  };
  const remove = () => {
    goTo('choices');
    change(`remove choice ${choiceKey}`, (draft) => {
      draft.choices = draft.choices.filter(({ key }) => key !== choiceKey);
      leaveOutOfVariants(draft, choiceKey);
    });
  };
  const changeKind = (changed: Choice) => {
    setChanging(false);
    change(`kind of choice ${choiceKey} ${changed.kind}`, (draft) => {
      draft.choices[index] = changed;
      if (isStocked(choice) && !isStocked(changed)) leaveOutOfVariants(draft, choiceKey);
    });
  };
  return (
    <Section
      title={insideNameOf(choice)}
      lead={`${isNote(choice) ? 'It is' : choice.forWorkshop ? 'The workshop is told' : 'Asks for'} ${choiceKindsHere[choice.kind].words.replace(' (asks nothing)', '')}. In formulas and imports: ${choice.key}.`}
      actions={
        <ChoiceActions index={index} onChangeKind={() => setChanging(true)} onDuplicate={duplicate} onRemove={remove} />
      }
    >
      <SimpleGrid columns={2} gap="4">
        <TextField
          label={choice.kind === 'heading' ? 'Heading' : choice.kind === 'link' ? 'Words of the link' : 'Title'}
          value={choice.title}
          fault={titleFault}
          maxLength={120}
          onChange={(value) => edit('title', (draft) => void (draft.title = value))}
        />
        {!isNote(choice) && !choice.forWorkshop && (
          <TextField
            label="Help"
            value={choice.help ?? ''}
            maxLength={500}
            placeholder="none"
            onChange={(value) => edit('help', (draft) => void (draft.help = value === '' ? null : value))}
          />
        )}
      </SimpleGrid>
      <WhatFollows choice={choice} edit={edit} />
      {choice.kind !== 'heading' && <ShownWhen shown={{ choice: choiceKey }} name={insideNameOf(choice)} />}
      {(kindOf(choice).settledInside || choice.forWorkshop) && (
        <ForWorkshop choice={choice} index={index} edit={edit} />
      )}
      {isStocked(choice) && !choice.required && (
        <Text fontSize="sm" color="fg.muted">
          Customers may leave it out. “Without {choice.title}” is then a combination like any other, with its own place
          under Variants; require it if nothing is made without it.
        </Text>
      )}
      {requiredFault && <Text color={choice.required ? 'brick.fg' : 'copper.fg'}>{requiredFault}</Text>}
      <KindFields choice={choice} index={index} edit={edit} />
      {hasOptions(choice) && choice.kind !== 'slot' && (
        <>
          <OptionsEditor
            choice={choice}
            index={index}
            edit={(tag, recipe) => edit(tag, (draft) => hasOptions(draft) && recipe(draft))}
          />
          {isStocked(choice) && <StockedNote />}
          <DefaultField choice={choice} index={index} edit={edit} />
        </>
      )}
      {'amount' in choice && (
        <EffectFields
          choice={choice}
          index={index}
          edit={(tag, recipe) => edit(tag, (draft) => 'amount' in draft && recipe(draft))}
        />
      )}
      <ChoiceOnPage choice={choice} index={index} edit={edit} />
      {changing && <ChangeKindDialog choice={choice} onClose={() => setChanging(false)} onChange={changeKind} />}
    </Section>
  );
}

/** Whether the workshop alone sees a choice, and what follows from that. */
function ForWorkshop({ choice, index, edit }: { choice: Choice; index: number; edit: EditChoice }) {
  const fault = useFaultAt('choices', index, 'forWorkshop');
  return (
    <Box>
      <Tick
        label="Workshop only (hidden from customers)"
        checked={choice.forWorkshop}
        onChange={(on) => edit('for the workshop', (draft) => void (draft.forWorkshop = on))}
      />
      {choice.forWorkshop && (
        <Text fontSize="sm" color="fg.muted" mt="1">
          {isNote(choice)
            ? 'It is told with the order wherever rules show it.'
            : 'Nobody is asked: its default and rules (“preselect”) settle it. It is told with the order, and can change SKU, weight and stock, but not the price.'}
        </Text>
      )}
      <FaultLine>{fault}</FaultLine>
    </Box>
  );
}

function StockedNote() {
  const { goTo, productId, product } = useEditing();
  if (productId === null) return null;
  return (
    <Box fontSize="sm" color="fg.muted">
      Only combinations that are really stocked need exist:{' '}
      {product.variants.length === 0 ? 'none yet' : product.variants.length}.{' '}
      <Button size="xs" variant="outline" colorPalette="ink" onClick={() => goTo('variants')}>
        Variants
      </Button>
    </Box>
  );
}

/** Whether it must be answered, is counted, and makes another SKU. */
function WhatFollows({ choice, edit }: { choice: Choice; edit: EditChoice }) {
  if (isNote(choice) || choice.kind === 'agreement') return null;
  return (
    <HStack gap="6" wrap="wrap">
      <Tick
        label="Required"
        checked={choice.required}
        onChange={(required) =>
          edit('required', (draft) => !isNote(draft) && draft.kind !== 'agreement' && void (draft.required = required))
        }
      />
      {'stocked' in choice && (!choice.forWorkshop || choice.stocked) && (
        <Tick
          label="Stocked: its options are counted separately"
          checked={choice.stocked}
          onChange={(stocked) =>
            edit('stocked', (draft) => {
              if (!('stocked' in draft)) return;
              draft.stocked = stocked;
              if (stocked) draft.required = true;
            })
          }
        />
      )}
      {!isStocked(choice) && !choice.forWorkshop && (
        <Tick
          label="Does not change the SKU"
          checked={choice.sameSku}
          onChange={(same) => edit('same SKU', (draft) => 'sameSku' in draft && void (draft.sameSku = same))}
        />
      )}
    </HStack>
  );
}

function ChoiceActions({
  index,
  onChangeKind,
  onDuplicate,
  onRemove,
}: {
  index: number;
  onChangeKind: () => void;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  return (
    <HStack gap="1">
      <Neighbours index={index} />
      <MoreMenu label="More for this choice">
        <Menu.Item value="kind" onClick={onChangeKind}>
          <RefreshCw size={14} /> Ask in another way …
        </Menu.Item>
        <Menu.Item value="duplicate" onClick={onDuplicate}>
          <Copy size={14} /> Duplicate
        </Menu.Item>
        <Menu.Item value="remove" color="brick.fg" onClick={onRemove}>
          <Trash2 size={14} /> Remove
        </Menu.Item>
      </MoreMenu>
    </HStack>
  );
}
