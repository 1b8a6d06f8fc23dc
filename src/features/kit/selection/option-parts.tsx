'use client';

import { Box, chakra, HStack, Image, Input, Tooltip } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { type Option } from '@/core/catalog';
import { amountWords } from '@/core/words';
import { VisuallyHidden } from '@/ui/text';
import { type ControlAria, type ControlProps, isShown, leadWords, whyNot } from './control';

/** What an option adds, with what it was before crossed out. */
export function AmountNote({ amount, wasPrice, currency }: Pick<Option, 'amount' | 'wasPrice'> & { currency: string }) {
  const words = amountWords(amount, currency);
  if (!words) return null;
  const before = amount && wasPrice !== null ? amountWords({ ...amount, value: wasPrice }, currency) : '';
  return (
    <chakra.span whiteSpace="nowrap" css={{ fontVariantNumeric: 'tabular-nums' }}>
      {before && (
        <chakra.s mr="1">
          <VisuallyHidden>was </VisuallyHidden>
          {before}
        </chakra.s>
      )}
      {words}
    </chakra.span>
  );
}

/** Everything small that is said of an option: what it adds, and why it can't be had or how long it takes. */
export function OptionNote({
  option,
  offers,
  currency,
}: { option: Option } & Pick<ControlProps, 'offers' | 'currency'>) {
  const said = [whyNot(offers, option.key), leadWords(offers, option.key)].filter(Boolean);
  const amount = amountWords(option.amount, currency);
  if (!amount && said.length === 0) return null;
  return (
    <chakra.span display="block" fontSize="xs" color="fg.muted">
      <AmountNote amount={option.amount} wasPrice={option.wasPrice} currency={currency} />
      {amount && said.length > 0 && ' · '}
      {said.join(' · ')}
    </chakra.span>
  );
}

/** The same as {@link OptionNote} in plain words, for menus and for those who listen. */
export function noteWords(option: Option, offers: ControlProps['offers'], currency: string): string {
  const before =
    option.amount && option.wasPrice !== null
      ? ` instead of ${amountWords({ ...option.amount, value: option.wasPrice }, currency)}`
      : '';
  return [`${amountWords(option.amount, currency)}${before}`, whyNot(offers, option.key), leadWords(offers, option.key)]
    .filter(Boolean)
    .join(', ');
}

/** The options of a choice that stand on the page. */
export function shownOptions(options: readonly Option[], offers: ControlProps['offers']): Option[] {
  return options.filter(({ key }) => isShown(offers, key));
}

interface DescriptionsProps {
  options: readonly Option[];
  chosen: readonly string[];
  shown: 'always' | 'onDemand';
  /** whether each option says its own where it stands */
  besideEach?: boolean;
}

/** What is said of the options: of those that are chosen, or of all of them when it is asked for. */
export function OptionDescriptions({ options, chosen, shown, besideEach = false }: DescriptionsProps) {
  const [open, setOpen] = useState(false);
  const described = options.filter(({ description }) => description !== '');
  if (described.length === 0 || (shown === 'always' && besideEach)) return null;
  const told = shown === 'onDemand' ? (open ? described : []) : described.filter(({ key }) => chosen.includes(key));
  return (
    <Box mt="1.5" fontSize="sm">
      {shown === 'onDemand' && (
        <chakra.button
          type="button"
          aria-expanded={open}
          cursor="pointer"
          color="fg.muted"
          textDecoration="underline"
          onClick={() => setOpen(!open)}
        >
          What they mean
        </chakra.button>
      )}
      {told.map(({ key, title, description }) => (
        <Box key={key} color="fg.muted" mt="1">
          <chakra.span fontWeight="600" color="fg">
            {title}
          </chakra.span>
          : {description}
        </Box>
      ))}
    </Box>
  );
}

/** Shows a picture larger on pointing or focus, where the option says so. */
export function Enlarged({ option, children }: { option: Option; children: ReactNode }) {
  const src = option.picture ?? option.texture;
  if (!option.enlarges || src === null) return <>{children}</>;
  return (
    <Tooltip.Root openDelay={250} closeDelay={80} positioning={{ placement: 'top' }}>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Positioner>
        <Tooltip.Content
          bg="bg.panel"
          p="1.5"
          borderWidth="1px"
          borderColor="border.emphasized"
          borderRadius="l3"
          boxShadow="lg"
        >
          <Image src={src} alt={`${option.title}, larger`} w="240px" h="240px" objectFit="contain" borderRadius="l2" />
        </Tooltip.Content>
      </Tooltip.Positioner>
    </Tooltip.Root>
  );
}

/** Side by side as many as fit, or so many in a row. */
export function OptionRow({
  columns,
  role,
  labelledBy,
  aria,
  gap = '2',
  children,
}: {
  columns: number | null;
  role: 'radiogroup' | 'group';
  labelledBy: string;
  aria: ControlAria;
  gap?: string;
  children: ReactNode;
}) {
  const grid =
    columns === null
      ? { display: 'flex', flexWrap: 'wrap' as const }
      : { display: 'grid', gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` };
  return (
    <Box
      role={role}
      aria-labelledby={labelledBy}
      {...(role === 'radiogroup' ? aria : { 'aria-describedby': aria['aria-describedby'] })}
      gap={gap}
      css={grid}
    >
      {children}
    </Box>
  );
}

interface QuantityProps {
  name: string;
  quantity: number;
  most: number;
  onChange: (quantity: number) => void;
}

/** How many of one picked option. A number that can't be is passed on, so that the form says what is wrong with it. */
export function OptionQuantity({ name, quantity, most, onChange }: QuantityProps) {
  return (
    <HStack gap="1.5" fontSize="sm" mt="1">
      <chakra.span color="fg.muted" aria-hidden>
        ×
      </chakra.span>
      <Input
        aria-label={`How many of ${name}`}
        type="number"
        min={1}
        max={most}
        size="xs"
        w="64px"
        bg="bg.panel"
        borderColor="border.emphasized"
        value={Number.isFinite(quantity) ? quantity : ''}
        onChange={(event) => onChange(event.target.value === '' ? Number.NaN : Number(event.target.value))}
      />
    </HStack>
  );
}
