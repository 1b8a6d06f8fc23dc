'use client';

import { Box, Button, HStack, Link, Stack, Table, Text } from '@chakra-ui/react';
import { ExternalLink, Scissors, Unlink } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import {
  type Choice,
  hasOptions,
  type OptionsChoice,
  isNote,
  isPlacedByCondition,
  type Override,
  overrideSchema,
  type Placement,
  placementSchema,
  type Sheet,
} from '@/core/catalog';
import { amountWords, faultWords, insideNameOf } from '@/core/words';
import { choiceKindsHere, copyOfChoice } from '@/features/editors/choices';
import { AmountField } from '@/features/editors/fields';
import { Section, useEditing } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { useFindings } from '@/features/kit/shared';
import { SelectField } from '@/ui/field';
import { Slip } from '@/ui/text';

type EditPlacement = (tag: string, recipe: (placement: Placement) => void) => void;

/** A sheet on this product: what it asks, and what this product says otherwise. */
export function PlacedSheet({ sheetKey }: { sheetKey: string }) {
  const { product, surroundings, change, goTo, findings } = useEditing();
  const sheet = surroundings.sheets.get(sheetKey);
  const placement = product.sheets.find(({ key }) => key === sheetKey);
  const byCondition = sheet !== undefined && isPlacedByCondition(sheet, product);
  const faults = findings.filter(({ path }) => path[0] === 'sheets' && path[1] === sheetKey);

  const edit: EditPlacement = (tag, recipe) =>
    change(`sheet ${sheetKey} ${tag}`, (draft) => {
      let target = draft.sheets.find(({ key }) => key === sheetKey);
      if (!target) {
        // A sheet that a condition has placed is named once this product says something about it.
        draft.sheets.push(placementSchema.parse({ key: sheetKey, by: 'condition' }));
        target = draft.sheets.find(({ key }) => key === sheetKey);
      }
      if (target) recipe(target);
    });
  const takeOff = () => {
    goTo('choices');
    change(`take off sheet ${sheetKey}`, (draft) => {
      draft.sheets = draft.sheets.filter(({ key }) => key !== sheetKey);
      if (byCondition) draft.sheets.push(placementSchema.parse({ key: sheetKey, by: 'condition', leftOut: true }));
    });
  };
  const partFromIt = () => {
    if (!sheet) return;
    goTo('choices');
    change(`part from sheet ${sheetKey}`, (draft) => {
      for (const choice of sheet.choices)
        if (placement?.overrides[choice.key]?.leftOut !== true) draft.choices.push(copyOfChoice(choice, draft));
      draft.sheets = draft.sheets.filter(({ key }) => key !== sheetKey);
      if (byCondition) draft.sheets.push(placementSchema.parse({ key: sheetKey, by: 'condition', leftOut: true }));
    });
  };
  const actions = (
    <HStack gap="2">
      <Button size="sm" variant="outline" colorPalette="ink" disabled={!sheet} onClick={partFromIt}>
        <Scissors size={14} aria-hidden /> Copy and unlink
      </Button>
      <Button size="sm" variant="outline" colorPalette="brick" onClick={takeOff}>
        <Unlink size={14} aria-hidden /> Take off this product
      </Button>
    </HStack>
  );
  return (
    <Section
      title={sheet ? `Sheet: ${sheet.title}` : `Sheet: ${sheetKey}`}
      lead={byCondition ? 'A condition of the sheet places it here.' : 'Placed on this product by hand.'}
      actions={actions}
    >
      {faults
        .map(({ data }) => faultWords(data))
        .map((message) => (
          <Text key={message} color="brick.fg">
            {message}
          </Text>
        ))}
      {sheet && (
        <>
          <SheetLink title={sheet.title} sheetKey={sheet.key} />
          <Text fontSize="sm" color="fg.muted">
            What you change here holds for this product alone and is marked; everything else follows the sheet.
          </Text>
          <Stack gap="4">
            {sheet.choices.map((choice) => (
              <SheetChoice
                key={choice.key}
                sheet={sheet}
                choice={choice}
                override={placement?.overrides[choice.key]}
                edit={edit}
              />
            ))}
          </Stack>
        </>
      )}
    </Section>
  );
}

const SHEETS = ['sheet'] as const;

function SheetLink({ title, sheetKey }: { title: string; sheetKey: string }) {
  const { findings } = useFindings(sheetKey, SHEETS);
  const href = findings.find(({ hint }) => hint === sheetKey)?.href;
  return href ? (
    <Link asChild textDecoration="underline" alignSelf="start">
      <PageLink href={href}>
        Change {title} everywhere <ExternalLink size={14} aria-hidden />
      </PageLink>
    </Link>
  ) : null;
}

interface ChoiceProps {
  sheet: Sheet;
  choice: Choice;
  override: Override | undefined;
  edit: EditPlacement;
}

type EditOverride = (tag: string, recipe: (draft: Override) => void) => void;

interface OverriddenProps {
  choice: Choice;
  own: Override;
  editOverride: EditOverride;
}

const saysNothing = ({ leftOut, required, default: chosen, amount, options }: Override) =>
  !leftOut && required === null && chosen === null && amount === null && Object.keys(options).length === 0;

function SheetChoice({ sheet, choice, override, edit }: ChoiceProps) {
  const { product, shop } = useEditing();
  const own = override ?? overrideSchema.parse({});
  const editOverride: EditOverride = (tag, recipe) =>
    edit(`${choice.key} ${tag}`, (placement) => {
      const draft = structuredClone(own);
      recipe(draft);
      const { [choice.key]: _former, ...others } = placement.overrides;
      placement.overrides = saysNothing(draft) ? others : { ...others, [choice.key]: draft };
    });
  const marked = override !== undefined;
  const index = product.choices.length;
  return (
    <Box bg="bg.panel" borderWidth="1px" borderColor={marked ? 'copper.solid' : 'border'} borderRadius="l3" p="4">
      <SheetChoiceHead
        choice={choice}
        override={override}
        leftOut={own.leftOut}
        edit={edit}
        editOverride={editOverride}
      />
      {!own.leftOut && !isNote(choice) && (
        <Stack gap="3">
          <HStack gap="4" wrap="wrap">
            <OverriddenAnswer choice={choice} own={own} editOverride={editOverride} />
            {'amount' in choice && (
              <OverriddenAmount
                label={insideNameOf(choice)}
                given={amountWords(choice.amount, shop.currency)}
                amount={own.amount}
                start={choice.amount}
                own={choice}
                index={index}
                onChange={(amount) => editOverride('amount', (draft) => void (draft.amount = amount))}
              />
            )}
          </HStack>
          {hasOptions(choice) && (
            <OverriddenOptions title={sheet.title} choice={choice} own={own} editOverride={editOverride} />
          )}
        </Stack>
      )}
    </Box>
  );
}

interface AmountProps {
  label: string;
  /** what the sheet says, in words */
  given: string;
  amount: Override['amount'];
  start: Parameters<typeof AmountField>[0]['amount'];
  own: Choice;
  index: number;
  onChange: (amount: Override['amount']) => void;
}

/** An amount that follows the sheet, or one of this product's own. */
function OverriddenAmount({ label, given, amount, start, own, index, onChange }: AmountProps) {
  if (amount === null) {
    return (
      <HStack gap="2" fontSize="sm">
        <Text>{given || 'no amount'}</Text>
        <Button
          size="2xs"
          variant="outline"
          colorPalette="ink"
          aria-label={`Another amount here for ${label}`}
          onClick={() => onChange({ value: start ? { ...start } : { kind: 'fixed', value: '' } })}
        >
          Another amount here
        </Button>
      </HStack>
    );
  }
  return (
    <HStack gap="2" align="start">
      <AmountField
        label={label}
        amount={amount.value}
        path={['sheets', 'amount', index]}
        own={own}
        onChange={(value) => onChange({ value })}
      />
      <Button
        size="2xs"
        variant="ghost"
        colorPalette="ink"
        aria-label={`Follow the sheet for ${label}`}
        onClick={() => onChange(null)}
      >
        Follow the sheet
      </Button>
    </HStack>
  );
}

/** What the choice is called, and whether it follows the sheet. */
function SheetChoiceHead({
  choice,
  override,
  leftOut,
  edit,
  editOverride,
}: Omit<ChoiceProps, 'sheet'> & { leftOut: boolean; editOverride: EditOverride }) {
  const marked = override !== undefined;
  return (
    <HStack justify="space-between" mb="2">
      <HStack gap="2">
        <Text fontWeight="600">{insideNameOf(choice)}</Text>
        <Text color="fg.muted" fontSize="sm">
          {choiceKindsHere[choice.kind].words}
        </Text>
        {marked && <Slip tone="copper">differs from the sheet</Slip>}
      </HStack>
      <HStack gap="3">
        <Tick
          label="Leave it out"
          checked={leftOut}
          onChange={(on) => editOverride('leftOut', (draft) => void (draft.leftOut = on))}
        />
        {marked && (
          <Button
            size="xs"
            variant="ghost"
            colorPalette="ink"
            onClick={() =>
              edit(
                `${choice.key} follow`,
                (placement) =>
                  void (placement.overrides = Object.fromEntries(
                    Object.entries(placement.overrides).filter(([key]) => key !== choice.key),
                  )),
              )
            }
          >
            Follow the sheet again
          </Button>
        )}
      </HStack>
    </HStack>
  );
}

/** Whether it must be answered here, and what it begins with here. */
function OverriddenAnswer({ choice, own, editOverride }: OverriddenProps) {
  return (
    <>
      {choice.kind !== 'agreement' && (
        <SelectField
          label={`${insideNameOf(choice)}: required`}
          hideLabel
          small
          width="210px"
          value={own.required === null ? '' : own.required ? 'yes' : 'no'}
          alternatives={[
            { value: '', label: `as the sheet says: ${choice.required ? 'required' : 'optional'}` },
            { value: 'yes', label: 'required here' },
            { value: 'no', label: 'optional here' },
          ]}
          onChange={(value) =>
            editOverride('required', (draft) => void (draft.required = value === '' ? null : value === 'yes'))
          }
        />
      )}
      {'stocked' in choice && (
        <SelectField
          label={`${insideNameOf(choice)}: default`}
          hideLabel
          small
          width="250px"
          value={own.default === null ? '?' : String(own.default.value ?? '')}
          alternatives={[
            {
              value: '?',
              label: `as the sheet says: ${choice.options.find(({ key }) => key === choice.default)?.title ?? 'customers must choose'}`,
            },
            { value: '', label: 'customers must choose here' },
            ...choice.options.map(({ key, title }) => ({ value: key, label: `${title} is chosen here` })),
          ]}
          onChange={(value) =>
            editOverride(
              'default',
              (draft) => void (draft.default = value === '?' ? null : { value: value === '' ? null : value }),
            )
          }
        />
      )}
    </>
  );
}

/** Which options are offered here, and what they cost here. */
function OverriddenOptions({
  title,
  choice,
  own,
  editOverride,
}: Omit<OverriddenProps, 'choice'> & { title: string; choice: OptionsChoice }) {
  const { product, shop } = useEditing();
  const index = product.choices.length;
  const editOption = (key: string, tag: string, recipe: (option: Override['options'][string]) => void) =>
    editOverride(`option ${key} ${tag}`, (draft) => {
      const option = { ...(draft.options[key] ?? { leftOut: false, amount: null }) };
      recipe(option);
      const { [key]: _former, ...others } = draft.options;
      draft.options = !option.leftOut && option.amount === null ? others : { ...others, [key]: option };
    });
  return (
    <Table.Root size="sm" aria-label={`Options of ${insideNameOf(choice)} in ${title}`}>
      <Table.Body>
        {choice.options.map((option) => {
          const said = own.options[option.key];
          return (
            <Table.Row key={option.key} bg={said ? 'copper.subtle' : 'transparent'}>
              <Table.Cell w="110px">
                <Tick
                  label="Offered"
                  checked={said?.leftOut !== true}
                  onChange={(on) => editOption(option.key, 'leftOut', (draft) => void (draft.leftOut = !on))}
                />
              </Table.Cell>
              <Table.Cell fontWeight="600">{option.title}</Table.Cell>
              <Table.Cell>
                {said?.leftOut !== true && (
                  <OverriddenAmount
                    label={option.title}
                    given={amountWords(option.amount, shop.currency)}
                    amount={said?.amount ?? null}
                    start={option.amount}
                    own={choice}
                    index={index}
                    onChange={(amount) => editOption(option.key, 'amount', (draft) => void (draft.amount = amount))}
                  />
                )}
              </Table.Cell>
            </Table.Row>
          );
        })}
      </Table.Body>
    </Table.Root>
  );
}
