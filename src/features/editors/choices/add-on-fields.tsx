'use client';

import { Box, HStack, Stack, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { type AddOnPrice, type Choice } from '@/core/catalog';
import { compile } from '@/core/compile';
import { SelectField, TextField } from '@/ui/field';
import { PickField } from '@/ui/search-field';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { AnsweredHere, useProductFinder, useProductPick, WhereItIs } from '@/features/editors/fields';
import { WholeField } from '@/features/kit/shared';
import { type KindProps } from './kind-fields';

type AddOnChoice = Extract<Choice, { kind: 'addOn' }>;

function priceOfKind(kind: string): AddOnPrice {
  switch (kind) {
    case 'fixed':
      return { kind, value: '' };
    case 'less':
      return { kind, percent: '' };
    default:
      return { kind: 'asSoldAlone' };
  }
}

/** Which product is taken along, what of it is chosen beforehand, and what it costs then. */
export function AddOnFields({ choice, index, edit }: KindProps<'addOn'>) {
  const { surroundings, shop } = useEditing();
  const fault = useFaultAt('choices', index, 'product');
  const valueFault = useFaultAt('choices', index, 'price', 'value');
  const percentFault = useFaultAt('choices', index, 'price', 'percent');
  const editAddOn = (tag: string, recipe: (draft: AddOnChoice) => void) =>
    edit(tag, (draft) => draft.kind === 'addOn' && recipe(draft));
  const pick = useProductPick((slug) =>
    editAddOn('product', (draft) => {
      draft.product = slug;
      draft.answers = {};
    }),
  );
  const find = useProductFinder();
  return (
    <Stack gap="4">
      <HStack gap="4" align="start" wrap="wrap">
        <Box w="260px">
          <PickField
            label="Product"
            picked={choice.product}
            pickedLabel={surroundings.products.get(choice.product)?.title ?? `${choice.product} (not in the shop)`}
            fault={fault}
            onAsk={find}
            mayBeNothing={false}
            onPick={pick}
          />
          {surroundings.drafts?.has(choice.product) && <WhereItIs slug={choice.product} />}
        </Box>
        <Box w="200px">
          <SelectField
            label="Costs"
            value={choice.price.kind}
            alternatives={[
              { value: 'asSoldAlone', label: 'what it costs alone' },
              { value: 'less', label: 'less a percentage' },
              { value: 'fixed', label: 'a price of its own' },
            ]}
            onChange={(kind) => editAddOn('price', (draft) => void (draft.price = priceOfKind(kind)))}
          />
        </Box>
        {choice.price.kind === 'fixed' && (
          <Box w="110px">
            <TextField
              label={shop.currency}
              value={choice.price.value}
              fault={valueFault}
              inputMode="decimal"
              onChange={(value) =>
                editAddOn('price value', (draft) => void (draft.price = { kind: 'fixed', value: value.trim() }))
              }
            />
          </Box>
        )}
        {choice.price.kind === 'less' && (
          <Box w="110px">
            <TextField
              label="Less %"
              value={choice.price.percent}
              fault={percentFault}
              inputMode="decimal"
              onChange={(value) =>
                editAddOn('price percent', (draft) => void (draft.price = { kind: 'less', percent: value.trim() }))
              }
            />
          </Box>
        )}
        <Box w="110px">
          <WholeField
            label="At most"
            value={choice.mostQuantity}
            least={1}
            most={999}
            onChange={(value) => editAddOn('mostQuantity', (draft) => void (draft.mostQuantity = value))}
          />
        </Box>
        <Box w="200px">
          <SelectField
            label="Default"
            value={choice.default === null ? '' : choice.default ? 'yes' : 'no'}
            alternatives={[
              { value: 'no', label: 'not taken' },
              { value: 'yes', label: 'taken' },
            ]}
            onChange={(value) => editAddOn('default', (draft) => void (draft.default = value === 'yes'))}
          />
        </Box>
      </HStack>
      <ChosenBeforehand choice={choice} edit={editAddOn} />
    </Stack>
  );
}

/** The other product's own choices, answered here for every customer. */
function ChosenBeforehand({
  choice,
  edit,
}: {
  choice: AddOnChoice;
  edit: (tag: string, recipe: (draft: AddOnChoice) => void) => void;
}) {
  const { surroundings } = useEditing();
  const product = surroundings.products.get(choice.product);
  const program = useMemo(() => product && compile(product, surroundings), [product, surroundings]);
  if (!program || program.indexOf.size === 0) return null;
  return (
    <Box borderLeftWidth="3px" borderColor="border" pl="4">
      <Text fontWeight="600" mb="2">
        Chosen beforehand of {program.title}
      </Text>
      <AnsweredHere
        program={program}
        choices={program.product.choices}
        answers={choice.answers}
        name={`beforehand-${choice.key}`}
        showMissing
        onAnswer={(key, answer) =>
          edit(`answer ${key}`, (draft) => {
            const { [key]: _former, ...others } = draft.answers;
            draft.answers = answer === undefined ? others : { ...others, [key]: answer };
          })
        }
      />
    </Box>
  );
}
