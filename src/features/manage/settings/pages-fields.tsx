import { Box, Grid, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { LONGEST_WORD, type RenamedWord, renamedWords, type ShopPages, stockShown, USUAL_WORDS } from '@/core/catalog';
import { WholeField } from '@/features/kit/shared';
import { SelectField, TextField } from '@/ui/field';
import { AskedFields } from './asked-fields';

interface Props {
  pages: ShopPages;
  onChange: (pages: ShopPages) => void;
}

const WORD_LABELS: Readonly<Record<RenamedWord, string>> = {
  buy: 'The button that buys',
  quantity: 'How many',
  name: 'Who orders',
  email: 'Where to write to',
  order: 'The button that orders',
};

const STOCK_LABELS: Readonly<Record<ShopPages['stock'], string>> = {
  not: 'not at all',
  inSteps: 'in steps: in stock, a few left, out of stock',
  exactly: 'exactly: 12 in stock',
};

/** How the shop's pages speak to customers, and what they ask at checkout. */
export function PagesFields({ pages, onChange }: Props) {
  return (
    <>
      <Stack gap="3" as="section" aria-label="Shop pages">
        <Heading as="h2" size="lg">
          Shop pages
        </Heading>
        <Text color="fg.muted" fontSize="sm">
          What buttons and fields are called. Leave empty for what stands there. One product’s button can say something
          else: see Listing in its editor.
        </Text>
        <Grid templateColumns="repeat(auto-fill, minmax(210px, 1fr))" gap="4">
          {renamedWords.map((word) => (
            <TextField
              key={word}
              label={WORD_LABELS[word]}
              value={pages.words[word] ?? ''}
              maxLength={LONGEST_WORD}
              placeholder={USUAL_WORDS[word]}
              onChange={(text) => onChange({ ...pages, words: { ...pages.words, [word]: text } })}
            />
          ))}
        </Grid>
        <HStack gap="4" align="start" wrap="wrap">
          <SelectField
            label="A product’s page tells stock"
            width="360px"
            value={pages.stock}
            alternatives={stockShown.map((value) => ({ value, label: STOCK_LABELS[value] }))}
            help={
              pages.stock === 'not'
                ? 'Whoever asks for more than there is is still told.'
                : 'As chosen: of the variant, or of as many kits as can be put together.'
            }
            onChange={(value) => onChange({ ...pages, stock: stockShown.find((known) => known === value) ?? 'not' })}
          />
          {pages.stock !== 'not' && (
            <Box w="140px">
              <WholeField
                label="Few are"
                value={pages.few}
                least={1}
                most={20}
                help="so many, or fewer"
                onChange={(few) => onChange({ ...pages, few })}
              />
            </Box>
          )}
        </HStack>
      </Stack>
      <AskedFields asked={pages.asked} onChange={(asked) => onChange({ ...pages, asked })} />
    </>
  );
}
